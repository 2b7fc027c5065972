// node scripts/run-ts.mjs FILE.ts [words]: bundles a TypeScript script and runs it.
import { pathToFileURL } from 'node:url';
import { basename, join } from 'node:path';
import { bundle, projectPaths, root } from './bundle.mjs';

const [entry, ...words] = process.argv.slice(2);
const out = `.build/${basename(entry, '.ts')}.mjs`;
await bundle(entry, out, { packages: 'external', plugins: [projectPaths] });
process.argv = [process.argv[0], join(root, out), ...words];
await import(pathToFileURL(join(root, out)).href);
