// Which folder may import from which, as an ESLint rule; types count as code does. docs/architecture.md says why.
import { dirname, join, normalize, relative, sep } from 'node:path';

/** The core from the ground up: a folder imports from those before it, and through their barrels only. */
export const CORE = [
	'base',
	'rating',
	'log',
	'navigation',
	'world',
	'aircraft',
	'paths',
	'procedures',
	'recording',
	'simulation',
	'training',
	'grading',
	'pilots'
];

const SHARED = ['contracts', 'workers', 'ui', 'charts', 'plan', 'panel', 'procedures', 'cockpit'];
/** What a folder of src/lib may import besides itself and the core. */
export const LIB = {
	contracts: [],
	workers: ['contracts'],
	ui: ['contracts'],
	charts: ['contracts', 'ui'],
	plan: ['contracts', 'ui'],
	panel: ['contracts', 'workers', 'ui'],
	procedures: ['contracts', 'ui'],
	cockpit: ['contracts', 'workers', 'ui', 'plan', 'panel', 'procedures'],
	bench: [...SHARED, 'help'],
	// The brief shows its numbers worked out on the Bench, the palette lists the Bench's calculations.
	brief: [...SHARED, 'bench'],
	desk: [...SHARED, 'bench', 'help'],
	help: ['contracts', 'ui', 'charts'],
	aircraft: SHARED,
	areas: SHARED,
	cards: [...SHARED, 'help'],
	debrief: [...SHARED, 'help'],
	drills: SHARED,
	students: [...SHARED, 'help'],
	set: [...SHARED, 'help'],
	log: ['contracts', 'ui'],
	rating: ['contracts', 'ui', 'log'],
	tap: SHARED
};

/** What the server shows of the application's own words and drawings: the handbook, and its calculations. */
const SHOWN_BY_SERVER = ['bench', 'help'];

/** Parts of the server, each with what it may import of the server. */
export const SERVER = {
	db: [],
	once: [],
	data: ['once'],
	policy: ['data'],
	/** Computation that takes long, in threads of its own, which read the flights they work on. */
	heavy: ['db', 'data'],
	services: ['data', 'policy', 'heavy'],
	forms: [],
	'inline-styles': [],
	http: ['db', 'data', 'policy'],
	/** Signs a person in on a browser: cookies and services. */
	enter: ['http', 'services']
};
/** What pages and data routes may import of the server. */
const ROUTES_USE = ['services', 'http', 'forms', 'enter'];

const parts = (path) => path.split(sep);
const serverPart = (path) => parts(path)[3]?.replace(/(\.test)?\.ts$/, '');

/** Where an import leads, from the project's root; null for a package. */
function target(from, source) {
	if (source.startsWith('$lib/')) return normalize(join('src/lib', source.slice(5)));
	if (source === '$lib') return 'src/lib';
	if (source === '$data' || source.startsWith('$data/')) return source.replace('$data', 'data');
	if (source === '@hanza/core') return 'core/src/index.js';
	return source.startsWith('.') ? normalize(join(dirname(from), source)) : null;
}

function core(from, to, source) {
	if (to === null)
		return /^(@sinclair\/typebox|ajv|ml-matrix|geographiclib-geodesic)$/.test(source)
			? null
			: `the core knows no ${source}`;
	if (!to.startsWith(join('core', 'src'))) return 'the core imports nothing of the application';
	const [here, there] = [parts(from)[2], parts(to)[2]];
	if (from === join('core', 'src', 'index.ts') || here === there) return null;
	if (there === 'index.js') return 'a folder of the core does not import the barrel of the whole';
	if (CORE.indexOf(there) >= CORE.indexOf(here)) return `${here} lies below ${there}`;
	return parts(to)[3] === 'index.js' && parts(to).length === 4
		? null
		: `${there} is imported through its barrel`;
}

function lib(from, to) {
	if (to === null) return null;
	const here = parts(from)[2];
	if (to.startsWith(join('core', 'src'))) return null;
	if (to.startsWith('data')) return /\.test\.ts$/.test(from) ? null : 'what ships comes from the server';
	if (!to.startsWith(join('src', 'lib'))) return `src/lib does not import ${parts(to)[0]}`;
	const there = parts(to)[2];
	if (here === there) return null;
	if (there === 'server') return 'the server is not imported by what runs in the browser';
	if (!(here in LIB)) return `${here} has no place in scripts/lint/layers.mjs yet`;
	return LIB[here].includes(there) ? null : `${here} does not know ${there}`;
}

function server(from, to, source) {
	const here = serverPart(from);
	if (to === null)
		return /^(svelte$|svelte\/(?!server$)|@sveltejs|\$app)/.test(source) &&
			!['http', 'forms', 'enter'].includes(here)
			? `${here} knows nothing of the framework`
			: /^(knex|pg)$/.test(source) && ['forms'].includes(here)
				? `${here} does not reach the database`
				: null;
	if (to.startsWith(join('core', 'src')) || to.startsWith('data')) return null;
	if (to.startsWith(join('src', 'lib', 'contracts'))) return null;
	if (here === 'services' && SHOWN_BY_SERVER.includes(parts(to)[2])) return null;
	if (!to.startsWith(join('src', 'lib', 'server'))) return `the server does not import ${to}`;
	const there = serverPart(to).replace(/\.js$/, '');
	if (here === there) return null;
	if (!(here in SERVER)) return `${here} has no place in scripts/lint/layers.mjs yet`;
	return SERVER[here].includes(there) ? null : `${here} does not know ${there}`;
}

function routes(from, to, source) {
	if (to === null) return /^(knex|pg)$/.test(source) ? 'routes reach the database through services' : null;
	if (!to.startsWith(join('src', 'lib', 'server'))) return null;
	if (!/\.server\.ts$|\+server\.ts$/.test(from)) return 'a page does not import the server';
	const there = serverPart(to).replace(/\.js$/, '');
	return ROUTES_USE.includes(there) ? null : `routes use services, not ${there}`;
}

/** Why an import is not allowed; null where it is. Paths from the project's root. */
export function forbidden(from, source) {
	const to = target(from, source);
	if (from.startsWith(join('core', 'src'))) return core(from, to, source);
	if (from.startsWith(join('src', 'lib', 'server'))) return server(from, to, source);
	if (from.startsWith(join('src', 'lib'))) return lib(from, to);
	if (from.startsWith(join('src', 'routes'))) return routes(from, to, source);
	return null;
}

/** @type {import('eslint').Rule.RuleModule} */
const rule = {
	meta: { type: 'problem', schema: [], messages: { layer: 'Not from here: {{why}}.' } },
	create(context) {
		const from = relative(context.cwd, context.filename);
		const look = (node) => {
			if (typeof node.source?.value !== 'string') return;
			const why = forbidden(from, node.source.value);
			if (why) context.report({ node: node.source, messageId: 'layer', data: { why } });
		};
		return {
			ImportDeclaration: look,
			ExportNamedDeclaration: look,
			ExportAllDeclaration: look,
			ImportExpression: look
		};
	}
};

export default { rules: { layers: rule } };
