// One way to turn a TypeScript entry into a file that Node runs.
import { build } from 'esbuild';
import { join } from 'node:path';
import { root } from './root.mjs';

export { root };

/** The core and the application's own folders are parts of this project in TypeScript: with packages left out they go in. */
export const projectPaths = {
	name: 'project-paths',
	setup(build) {
		build.onResolve({ filter: /^@hanza\/core$/ }, () => ({ path: join(root, 'core/src/index.ts') }));
		build.onResolve({ filter: /^\$lib\// }, ({ path }) => ({
			path: join(root, 'src/lib', path.slice('$lib/'.length)).replace(/\.js$/, '.ts')
		}));
		build.onResolve({ filter: /^\$data$/ }, () => ({ path: join(root, 'data/index.ts') }));
	}
};

/**
 * @param {string} entry path from the project's root
 * @param {string} outfile path from the project's root
 * @param {import('esbuild').BuildOptions} [more]
 */
export function bundle(entry, outfile, more = {}) {
	return build({
		absWorkingDir: root,
		entryPoints: [join(root, entry)],
		outfile: join(root, outfile),
		bundle: true,
		platform: 'node',
		format: 'esm',
		target: 'node20',
		minifySyntax: true,
		logLevel: 'warning',
		tsconfigRaw: {},
		alias: { $data: join(root, 'data'), $lib: join(root, 'src/lib') },
		// Packages written for CommonJS ask for these inside an ES module.
		banner: {
			js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);"
		},
		...more
	});
}
