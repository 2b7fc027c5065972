// A plugin of Vite, for tests: the core and the shipped data are turned into JavaScript once, and read by Node itself.
// Read by the runner of the tests each name out of another file is looked up at each use of it, which in the step of a
// flight takes longer than the step. Files that are watched do not go along: a change in the core is seen by the next start.
import { readdirSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { build } from 'esbuild';
import { projectPaths, root } from './bundle.mjs';

// Two runs beside each other do not take each other's files away.
const OUT = `.build/core/${process.pid}`;
const READ_BY_NODE = /^(core\/src|data)\/.*\.ts$/;

let built = null;
/** Every file is an entry, so that a test reaches each as it does in the sources; what they share they share here, too. */
async function buildOnce() {
	const entries = ['core/src', 'data'].flatMap((folder) =>
		readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' }).map((file) => join(folder, file))
	);
	process.once('exit', () => rmSync(join(root, OUT), { recursive: true, force: true }));
	await build({
		absWorkingDir: root,
		entryPoints: entries.filter((file) => READ_BY_NODE.test(file)),
		outdir: OUT,
		outbase: root,
		outExtension: { '.js': '.mjs' },
		bundle: true,
		splitting: true,
		platform: 'node',
		format: 'esm',
		target: 'node20',
		minifySyntax: true,
		logLevel: 'warning',
		tsconfigRaw: {},
		packages: 'external',
		plugins: [projectPaths],
		sourcemap: 'inline'
	});
}

/** @returns {import('vite').Plugin} */
export function coreInNode() {
	return {
		name: 'core-in-node',
		enforce: 'pre',
		config: () => ({ test: { server: { deps: { external: [/\/\.build\/core\//] } } } }),
		configResolved: () => (built ??= buildOnce()),
		async resolveId(source, importer) {
			const found = await this.resolve(source, importer, { skipSelf: true });
			const file = found && relative(root, found.id);
			return file && READ_BY_NODE.test(file) ? join(root, OUT, file.replace(/\.ts$/, '.mjs')) : found;
		}
	};
}
