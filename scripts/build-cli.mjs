import { bundle } from './bundle.mjs';

await bundle('cli/main.ts', 'cli/dist/hanza.mjs', { minify: true, keepNames: true });
