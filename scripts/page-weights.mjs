// What a browser with nothing in its store fetches of JavaScript before a page can be used, compressed as it is served: from
// what the build wrote down. Ends with 1 where a page is over its limit. Part of npm test.
import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from './bundle.mjs';

const DESK_KB = 150;
const COCKPIT_KB = 300;
const GENERATED = '.svelte-kit/generated/client-optimized';

/** @returns {{ route: string, kB: number, mostKB: number }[]} heaviest first. */
export function pageWeights() {
	const manifest = JSON.parse(
		readFileSync(join(root, '.svelte-kit/output/client/.vite/manifest.json'), 'utf8')
	);
	const app = readFileSync(join(root, GENERATED, 'app.js'), 'utf8');
	const always = Object.keys(manifest).filter(
		(key) => manifest[key].isEntry && !key.startsWith(`${GENERATED}/nodes/`)
	);
	const kbOf = (key) => statSync(join(root, 'build/client', `${manifest[key].file}.br`)).size / 1024;
	const closure = (keys) => {
		const seen = new Set();
		const visit = (key) => {
			if (seen.has(key)) return;
			seen.add(key);
			(manifest[key].imports ?? []).forEach(visit);
		};
		keys.forEach(visit);
		return [...seen];
	};
	return [...app.matchAll(/"(\/[^"]*)": \[~?(\d+)(?:,\[([\d,]*)\])?\]/g)]
		.map(([, route, leaf, layouts]) => {
			const nodes = [0, ...(layouts ? layouts.split(',').map(Number) : []), Number(leaf)];
			const keys = nodes.map((node) => `${GENERATED}/nodes/${node}.js`);
			const kB = closure([...always, ...keys]).reduce((sum, key) => sum + kbOf(key), 0);
			return {
				route: route.replace('/(desk)', ''),
				kB,
				mostKB: route.startsWith('/fly') ? COCKPIT_KB : DESK_KB
			};
		})
		.sort((a, b) => b.kB - a.kB);
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
	const pages = pageWeights();
	for (const { route, kB, mostKB } of pages.slice(0, 8))
		console.log(`${route}: ${kB.toFixed(0)} kB of ${mostKB}`);
	const over = pages.filter(({ kB, mostKB }) => kB > mostKB);
	for (const { route, kB } of over) console.error(`${route} is too heavy: ${kB.toFixed(1)} kB`);
	process.exit(over.length > 0 || pages.length === 0 ? 1 : 0);
}
