// Who imports whom in the core and the application, and where imports run in a circle; types count as code does.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize, relative } from 'node:path';

const CODE = /\.(ts|svelte)$/;
const walk = (folder) =>
	readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
		entry.isDirectory() ? walk(join(folder, entry.name)) : [join(folder, entry.name)]
	);

/** File → files that it imports, below a folder; tests and whole barrels at the root left out. */
export function importsOf(root, folder, aliases = {}) {
	const files = walk(join(root, folder)).filter((file) => CODE.test(file) && !/\.test\.ts$/.test(file));
	const known = new Set(files);
	const graph = new Map();
	for (const file of files) {
		const found = new Set();
		for (const [, source] of readFileSync(file, 'utf8').matchAll(/(?:from|import)\s*\(?\s*'([^'\n]+)'/g)) {
			const alias = Object.keys(aliases).find((one) => source.startsWith(one));
			const path = alias
				? join(root, aliases[alias], source.slice(alias.length))
				: source.startsWith('.')
					? normalize(join(dirname(file), source))
					: null;
			const target = path && [path, path.replace(/\.js$/, '.ts')].find((one) => known.has(one));
			if (target) found.add(relative(root, target));
		}
		graph.set(relative(root, file), found);
	}
	return graph;
}

/** Groups of nodes that reach each other, of more than one (R. Tarjan, 1972). */
export function circles(graph) {
	const [index, low, onStack, stack, found] = [new Map(), new Map(), new Set(), [], []];
	const visit = (node) => {
		index.set(node, index.size);
		low.set(node, index.get(node));
		stack.push(node);
		onStack.add(node);
		for (const next of graph.get(node) ?? []) {
			if (!index.has(next)) {
				visit(next);
				low.set(node, Math.min(low.get(node), low.get(next)));
			} else if (onStack.has(next)) low.set(node, Math.min(low.get(node), index.get(next)));
		}
		if (low.get(node) !== index.get(node)) return;
		const group = [];
		let last;
		do {
			last = stack.pop();
			onStack.delete(last);
			group.push(last);
		} while (last !== node);
		if (group.length > 1) found.push(group.sort());
	};
	for (const node of graph.keys()) if (!index.has(node)) visit(node);
	return found;
}

/** The same between folders: those next to each other, at every depth. A folder and what lies in it are one. */
export function folderCircles(graph) {
	const folders = new Map();
	for (const [file, targets] of graph)
		for (const target of targets) {
			const [a, b] = [file.split('/').slice(0, -1), target.split('/').slice(0, -1)];
			let depth = 0;
			while (depth < Math.min(a.length, b.length) && a[depth] === b[depth]) depth++;
			if (depth >= a.length || depth >= b.length) continue;
			const [from, to] = [a, b].map((path) => path.slice(0, depth + 1).join('/'));
			folders.set(from, (folders.get(from) ?? new Set()).add(to));
		}
	return circles(folders);
}

/** Both graphs of a checkout. */
export const graphsOf = (root) => ({
	core: importsOf(root, 'core/src'),
	lib: existsSync(join(root, 'src/lib')) ? importsOf(root, 'src/lib', { '$lib/': 'src/lib/' }) : new Map()
});
