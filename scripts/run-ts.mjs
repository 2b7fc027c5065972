// node scripts/run-ts.mjs FILE.ts [words]: bundles a TypeScript script and runs it.
import { pathToFileURL } from 'node:url';
import { basename, join } from 'node:path';
import { bundle, root } from './bundle.mjs';

const [entry, ...words] = process.argv.slice(2);
const out = `.build/${basename(entry, '.ts')}.mjs`;
await bundle(entry, out, { packages: 'external', plugins: [bundleOwnPackages()] });
process.argv = [process.argv[0], join(root, out), ...words];
await import(pathToFileURL(join(root, out)).href);

/** The core is a package of this project in TypeScript: it must go into the bundle. */
function bundleOwnPackages() {
	return {
		name: 'own-packages',
		setup(build) {
			build.onResolve({ filter: /^@hanza\/core$/ }, () => ({ path: join(root, 'core/src/index.ts') }));
			build.onResolve({ filter: /^\$lib\// }, ({ path }) => ({
				path: join(root, 'src/lib', path.slice('$lib/'.length)).replace(/\.js$/, '.ts')
			}));
			build.onResolve({ filter: /^\$data$/ }, () => ({ path: join(root, 'data/index.ts') }));
		}
	};
}
