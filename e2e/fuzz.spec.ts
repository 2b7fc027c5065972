import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import knex from 'knex';
import { expect, test, type APIRequestContext } from '@playwright/test';
import { root } from '../scripts/bundle.mjs';
import { startApplication } from '../scripts/serve.mjs';
import { demoDatabase } from './support/database.js';

/** Of each route, so many bodies for each of two people. */
const BODIES = 10;
const SEED = 20_261_128;

/** Numbers from 0 to 1, the same each time. */
function seeded(seed: number): () => number {
	let a = seed;
	return () => {
		a = (a + 0x6d2b79f5) | 0;
		let t = Math.imul(a ^ (a >>> 15), 1 | a);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
	};
}

interface Route {
	path: string;
	method: 'GET' | 'POST' | 'PUT' | 'DELETE';
	form: boolean;
}
/** Every address of the application that does something, as its files say. */
function routes(): Route[] {
	const base = join(root, 'src/routes');
	const files = readdirSync(base, { recursive: true, encoding: 'utf8' });
	return files.flatMap((file): Route[] => {
		const path = `/${relative('.', file)
			.split('/')
			.slice(0, -1)
			.filter((part) => !/^\(.*\)$/.test(part))
			.join('/')}`;
		const text = () => readFileSync(join(base, file), 'utf8');
		if (file.endsWith('+server.ts') && !file.endsWith('+page.server.ts'))
			return [...text().matchAll(/^export const (GET|POST|PUT|DELETE)/gm)].map(([, method]) => ({
				path,
				method: method as Route['method'],
				form: false
			}));
		if (!file.endsWith('+page.server.ts')) return [];
		const actions = /actions: Actions = \{([\s\S]*)\n\};/.exec(text())?.[1] ?? '';
		return [
			{ path, method: 'GET', form: false },
			...[...actions.matchAll(/^\t(\w+): /gm)].map(([, name]): Route => ({
				path: name === 'default' ? path : `${path}?/${name}`,
				method: 'POST',
				form: true
			}))
		];
	});
}

const ODD = [
	'',
	'\0',
	'a\0b',
	'\ud800',
	'x\udfff',
	'1e999',
	'-1',
	'99999999999999999999',
	'NaN',
	'null',
	'[]',
	'{}',
	'2026-02-30',
	'../../etc',
	'%00',
	"'; select 1; --",
	'<script>',
	'é'.repeat(5000),
	'00000000-0000-4000-8000-000000000000'
];
const KEYS = [
	'id', 'name', 'card', 'attempt', 'student', 'person', 'area', 'typed', 'version', 'date', 'entries', 'samples', 'state',
	'looks', 'source', 'status', 'password', 'login', 'reason', 'text', 'device', 'takeOver', 'assignmentId', 'assist', 'kind',
	'command', 'file', 'role', 'instructor', 'value', 'heads', 'map', 'rows', 'rules', 'requirements', 'answers'
]; // prettier-ignore

test('nothing that is sent brings the server down or to a fault of its own: 0 × 5xx', async ({
	playwright
}) => {
	const url = await demoDatabase('fuzzed');
	const application = await startApplication(url);
	const baseURL = `http://127.0.0.1:${application.port}`;
	const db = knex({ client: 'pg', connection: url });
	const idsOf = async (table: string): Promise<string[]> =>
		((await db(table).select('id').limit(4)) as { id: string }[]).map(({ id }) => id);
	const real = (
		await Promise.all(
			['users', 'attempts', 'assignments', 'log_entries', 'sessions', 'invitations'].map((table) =>
				idsOf(table)
			)
		)
	).flat();
	real.push(
		'veskar',
		'approach-descent',
		'us-instrument',
		'us-instrument-airplane',
		'own',
		'primary',
		'late-level-off',
		'0'
	);
	const random = seeded(SEED);
	const one = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
	const value = (depth = 0): unknown => {
		const kind = random();
		if (kind < 0.35) return one(ODD);
		if (kind < 0.5) return one(real);
		if (kind < 0.65) return (random() - 0.5) * 10 ** Math.floor(random() * 30);
		if (kind < 0.7) return one([true, false, null]);
		if (depth > 4) return 'deep';
		const many = Math.floor(random() * 5);
		return kind < 0.82
			? Array.from({ length: many }, () => value(depth + 1))
			: Object.fromEntries(Array.from({ length: many }, () => [one(KEYS), value(depth + 1)]));
	};
	const deep = (): string => '['.repeat(20_000) + ']'.repeat(20_000);
	const bodyOf = (): string => {
		const kind = random();
		if (kind < 0.05) return deep();
		if (kind < 0.1) return '{"x":1e999}';
		if (kind < 0.15) return one(ODD);
		return JSON.stringify(Object.fromEntries(Array.from({ length: 6 }, () => [one(KEYS), value()])));
	};
	/** A document with some of its values put out of all order. */
	const spoiled = (document: unknown, share: number): unknown => {
		if (random() < share) return value();
		if (Array.isArray(document)) return document.map((each) => spoiled(each, share));
		if (document === null || typeof document !== 'object') return document;
		return Object.fromEntries(
			Object.entries(document).map(([key, each]) => [
				random() < share ? one(KEYS) : key,
				spoiled(each, share)
			])
		);
	};
	/** Files as forms bring them, up to what is promised and beyond; looks by the ten thousand; bytes that are no flight. */
	async function uploads(): Promise<number> {
		const context = await enter((people as { id: string }[])[0]!.id);
		const student = await enter((people as { id: string }[])[1]!.id);
		const geojson = JSON.parse(await (await context.get('/api/areas/veskar')).text()) as {
			features: unknown[];
		};
		const card = JSON.parse(await (await context.get('/api/cards/approach-descent')).text()) as unknown;
		const flown = (await db('attempts').whereNotNull('grade').first('id')).id as string;
		const [feature] = geojson.features;
		const nest = (depth: number): unknown =>
			depth === 0 ? [0, 0] : { type: 'GeometryCollection', geometries: [nest(depth - 1)] };
		const texts: [string, string, string][] = [
			...Array.from({ length: 25 }, (): [string, string, string] => [
				'/library/areas?/import',
				'file',
				JSON.stringify(spoiled(geojson, random() * 0.05))
			]),
			...Array.from({ length: 25 }, (): [string, string, string] => [
				'/library/cards?/import',
				'file',
				JSON.stringify(spoiled(card, random() * 0.05))
			]),
			...[
				{ ...geojson, features: Array.from({ length: 6000 }, () => feature) },
				{ ...geojson, features: [{ ...(feature as object), geometry: nest(400) }] },
				{
					...geojson,
					features: [{ ...(feature as object), geometry: { type: 'Point', coordinates: [1e308, 1e308] } }]
				},
				{ ...geojson, features: [{ ...(feature as object), geometry: { type: 'Point', coordinates: [] } }] },
				{
					...geojson,
					features: [{ ...(feature as object), geometry: { type: 'Polygon', coordinates: [[[0, 0]]] } }]
				},
				{ ...geojson, features: [null, 1, 'x'] },
				{ type: 'FeatureCollection' }
			].map((each): [string, string, string] => ['/library/areas?/import', 'file', JSON.stringify(each)]),
			['/library/areas?/import', 'file', deep()],
			['/library/areas?/import', 'file', `{"type":"${'x'.repeat(2_900_000)}"}`],
			['/library/areas?/import', 'file', 'x'.repeat(3_100_000)],
			['/library/cards?/import', 'file', `"${'\0'.repeat(400_000)}"`],
			['/library/rules?/import', 'file', JSON.stringify(spoiled(card, 0.02))],
			[`/debrief/${flown}?/gaze`, 'log', `time_ms,instrument\n${'1e999,altimeter\n'.repeat(1000)}`],
			[`/debrief/${flown}?/gaze`, 'log', `time_ms,instrument\n${'5,altimeter\n'.repeat(1_400_000)}`],
			[`/debrief/${flown}?/gaze`, 'log', 'x'.repeat(20_500_000)],
			['/students?/take', 'file', 'PK\u0003\u0004 no zip at all'],
			['/students?/take', 'file', 'x'.repeat(21_000_000)]
		];
		for (const [path, name, text] of texts) {
			const reply = await context.post(path, {
				maxRedirects: 0,
				multipart: {
					login: 'from-elsewhere',
					password: 'a long enough word',
					map: '',
					began: '0',
					[name]: { name: 'a.json', mimeType: 'application/json', buffer: Buffer.from(text) }
				}
			});
			if (reply.status() >= 500) faults.push(`${reply.status()} ${path}, ${text.length} letters`);
		}
		const looks = (many: number) => ({
			source: 'tap',
			looks: Array.from({ length: many }, (_, i) => ({
				instrument: 'altimeter',
				startMs: i * 200,
				endMs: i * 200 + 150
			}))
		});
		for (const many of [20_000, 200_000]) {
			const reply = await context.post(`/api/attempts/${flown}/looks`, { data: looks(many) });
			if (reply.status() >= 500) faults.push(`${reply.status()} ${many} looks`);
		}
		for (const length of [0, 3, 5, 400, 100_000, 520_000, 600_000]) {
			const bytes = Buffer.from(Array.from({ length }, () => Math.floor(random() * 256)));
			if (length >= 400) bytes.writeUInt32LE(300, 0);
			const reply = await student.put(`/api/attempts/${flown}/chunks/0?device=x`, {
				headers: { 'Content-Type': 'application/octet-stream' },
				data: bytes
			});
			if (reply.status() >= 500) faults.push(`${reply.status()} chunk of ${length} bytes`);
		}
		await context.dispose();
		await student.dispose();
		return texts.length + 9;
	}
	const faults: string[] = [];
	let asked = 0;
	const people = await db('users').select('id').whereIn('login', ['harun', 'obed']);
	const enter = async (id: string): Promise<APIRequestContext> => {
		const context = await playwright.request.newContext({ baseURL, extraHTTPHeaders: { Origin: baseURL } });
		await context.post('/?/demo', { form: { person: id } });
		return context;
	};
	for (const { id } of people as { id: string }[]) {
		let context = await enter(id);
		for (const route of routes())
			for (let i = 0; i < BODIES; i++) {
				const filled = route.path.replace(/\[\[?([^\]]+)\]\]?/g, () =>
					encodeURIComponent(random() < 0.8 ? one(real) : one(['%00', '-1', 'x'.repeat(300), 'ä', '\0']))
				);
				const query =
					route.method === 'GET'
						? `?q=${encodeURIComponent(one(ODD).replace(/[\ud800-\udfff]/g, '?'))}&page=${one(['0', '-1', '1e9', 'x'])}&from=%00`
						: '';
				asked++;
				const reply = await context.fetch(filled + query, {
					method: route.method,
					maxRedirects: 0,
					...(route.method === 'GET'
						? {}
						: route.form
							? {
									headers: { 'Content-Type': 'application/x-www-form-urlencoded' },
									data: Array.from(
										{ length: 6 },
										() =>
											`${one(KEYS)}=${encodeURIComponent(String(one([...ODD.map((odd) => odd.replace(/[\ud800-\udfff]/g, '?')), ...real])))}`
									).join('&')
								}
							: { headers: { 'Content-Type': 'application/json' }, data: bodyOf() })
				});
				if (reply.status() >= 500) faults.push(`${reply.status()} ${route.method} ${filled} (${route.path})`);
				// Who has been signed out by what was sent comes in again.
				if (reply.status() === 401 || /leave|account/.test(route.path)) {
					await context.dispose();
					context = await enter(id);
				}
			}
		await context.dispose();
	}
	asked += await uploads();
	expect((await (await playwright.request.newContext()).get(`${baseURL}/healthz`)).status()).toBe(200);
	await db.destroy();
	await application.stop();
	console.log(`${asked} requests`);
	expect(asked).toBeGreaterThan(1500);
	expect(faults).toEqual([]);
});
