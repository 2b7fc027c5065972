import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import {
	AIRCRAFT_EDITIONS,
	AREA_EDITIONS,
	CARD_EDITIONS,
	CardFlight,
	CHANNEL_NAMES,
	CHANNELS,
	decodeChunk,
	encodeChunk,
	GRADE_EDITIONS,
	gradeFlight,
	InputError,
	joinChunks,
	loadedAircraft,
	RESUME_EDITIONS,
	STANDARD_EDITIONS,
	type Grade
} from '../src/index.js';

const GOLDEN = new URL('./golden/', import.meta.url);
const editions = readdirSync(GOLDEN);
/** What has come since, or has been worked out better: stations' own north, the stall, the trim of the gear. */
const withoutNew = (document: unknown): Record<string, unknown> =>
	JSON.parse(
		JSON.stringify(document, (key, value: unknown) =>
			['declinationDeg', 'stall', 'gear'].includes(key) ? undefined : value
		)
	);
const asJson = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

describe.each(editions)('what was stored in %s is opened and graded', (edition) => {
	const at = (name: string) => new URL(`./${edition}/${name}`, GOLDEN);
	const json = (name: string): unknown => JSON.parse(readFileSync(at(`${name}.json`), 'utf8'));
	const names = (end: string) =>
		readdirSync(at('.'))
			.filter((name) => name.endsWith(end))
			.map((name) => name.slice(0, -end.length));
	const recording = (name: string) => decodeChunk(gunzipSync(readFileSync(at(`${name}.recording.gz`))));

	it.each(names('.recording.gz'))(
		'%s: the flight is cut and measured as it was, and its grade is read',
		(name) => {
			const card = CARD_EDITIONS.upgrade(json(`${name}.card`));
			const { track } = recording(name);
			// A channel that came later is not in it; one that was recorded then is still known.
			expect(CHANNEL_NAMES).toEqual(expect.arrayContaining([...track.channels.keys()]));
			expect(track.channels.size).toBeGreaterThan(60);
			const aircraft = loadedAircraft(aircraftCatalog.get(card.aircraft), card.loading);
			// The rules of today may be others than those of its day: what was flown is not.
			const now = asJson(gradeFlight(track, card, standardCatalog.all[0]!, aircraft)) as Grade;
			const then = GRADE_EDITIONS.upgrade(json(`${name}.grade`));
			expect(then.phases.some(({ verdict }) => verdict !== 'not shown')).toBe(true);
			const flown = ({ phases }: Grade) =>
				phases.map(({ id, startSeconds, endSeconds, items }) => ({
					id,
					startSeconds,
					endSeconds,
					items: items.map(({ kind, mode, target, limits }) => [kind, mode, target, limits])
				}));
			expect(flown(now)).toEqual(flown(then));
		}
	);

	it('standards, areas and aircraft are what ships', () => {
		for (const id of names('.standard.json'))
			// Since then a standard may have come to say more; what it said holds.
			expect(standardCatalog.get(id)).toMatchObject(STANDARD_EDITIONS.upgrade(json(`${id}.standard`)));
		for (const id of names('.area.json'))
			// Stations and points may have come; those that were there are as they were.
			for (const [key, then] of Object.entries(withoutNew(AREA_EDITIONS.upgrade(json(`${id}.area`))))) {
				const now = withoutNew(areaCatalog.get(id))[key];
				if (key === 'stations' || key === 'fixes')
					expect(now).toEqual(expect.arrayContaining(then as unknown[]));
				else expect(now, key).toEqual(then);
			}
		for (const id of names('.aircraft.json'))
			expect(withoutNew(AIRCRAFT_EDITIONS.upgrade(json(`${id}.aircraft`)))).toEqual(
				withoutNew(aircraftCatalog.get(id))
			);
	});

	it.each(['resume', 'resume-early'].filter((name) => existsSync(at(`${name}.json`))))(
		'%s: the flight goes on from where it was',
		(name) => {
			const state = RESUME_EDITIONS.upgrade(json(name), { assist: 'attitude' });
			const card = CARD_EDITIONS.upgrade(json('hold.card'));
			const flown = new CardFlight(card, aircraftCatalog.get(card.aircraft), areaCatalog.get(card.area), {
				assist: 'attitude',
				seed: 7
			});
			const fresh = new CardFlight(card, flown.flight.setup.aircraft, areaCatalog.get(card.area), {
				assist: 'attitude',
				seed: 7
			});
			flown.resume(state, joinChunks([]));
			expect(flown.inputs.assist).toBe('attitude');
			// Flown to the same moment without a break it is in the same place.
			fresh.inputs = { ...fresh.inputs, elevator: 0.1 };
			for (let i = 0; i < 1200; i++) fresh.step();
			// It was kept by an earlier build: the last digits of a simulation are not the same for ever.
			const kept = flown.flight.truth();
			for (const [name, value] of Object.entries(fresh.flight.truth()))
				expect(kept[name as keyof typeof kept], name).toBeCloseTo(value, /Fpm|rpm/.test(name) ? 1 : 2);
			fresh.inputs = { ...fresh.inputs, elevator: 0 };
			for (let i = 0; i < 240; i++) [flown, fresh].forEach((one) => one.step());
			const [a, b] = [flown.flight.truth(), fresh.flight.truth()];
			expect(a.altitudeFt).toBeCloseTo(b.altitudeFt, name === 'resume' ? 2 : 0);
		}
	);
});

describe('a state that was kept before a lever came', () => {
	it('is taken up with that lever at rest, and one that nobody has any more is refused', () => {
		const state = JSON.parse(readFileSync(new URL('./edition-2/resume.json', GOLDEN), 'utf8')) as {
			inputs: Record<string, unknown>;
		};
		const { mixture: _, ...inputs } = state.inputs;
		const before = RESUME_EDITIONS.upgrade({ ...state, inputs }, { assist: 'direct' });
		const card = cardCatalog.get('hold-direct');
		const flown = new CardFlight(card, aircraftCatalog.get(card.aircraft), areaCatalog.get(card.area), {
			assist: 'direct',
			seed: 7
		});
		flown.resume(before, joinChunks([]));
		expect(flown.inputs.mixture).toBe(1);
		expect(flown.inputs.throttle).toBe(state.inputs.throttle);
		const after = { ...state, inputs: { ...inputs, spoilers: 1 } };
		expect(() => RESUME_EDITIONS.upgrade(after, { assist: 'direct' })).toThrow(/spoilers is not a known key/);
	});
});

describe('an edition that is not ours', () => {
	const card = asJson(
		CARD_EDITIONS.upgrade(
			JSON.parse(readFileSync(new URL(`./${editions[0]}/hold.card.json`, GOLDEN), 'utf8'))
		)
	) as Record<string, unknown>;

	it('a later one is refused, and so is another format', () => {
		expect(() => CARD_EDITIONS.upgrade({ ...card, version: 99 })).toThrow(
			/\/version must be a whole number from 1 to 2/
		);
		expect(() => CARD_EDITIONS.upgrade({ ...card, version: 1.5 })).toThrow(InputError);
		expect(() => CARD_EDITIONS.upgrade({ ...card, format: 'hanza-area' })).toThrow(
			/\/format must be "hanza-card"/
		);
		expect(() => CARD_EDITIONS.upgrade(null)).toThrow(InputError);
		const { version: _, ...unmarked } = card;
		expect(() => CARD_EDITIONS.upgrade(unmarked)).toThrow(/\/version/);
	});

	it('a card of edition 1 in today’s clothes is refused, not half read', () => {
		const first = JSON.parse(readFileSync(new URL('./edition-1/hold.card.json', GOLDEN), 'utf8')) as Record<
			string,
			unknown
		>;
		expect(() => CARD_EDITIONS.upgrade({ ...first, version: 2 })).toThrow(/guide is not a known key/);
	});
});

describe('a recording is read by its own table', () => {
	/** A chunk whose header says something else than today's program. */
	function rewritten(change: (header: { channels: { name: string }[] }) => void): Uint8Array {
		const bytes = encodeChunk({
			first: 0,
			track: decodeChunk(gunzipSync(readFileSync(new URL('./edition-1/vacuum.recording.gz', GOLDEN)))).track
		});
		const length = new DataView(bytes.buffer).getUint32(4, true);
		const header = JSON.parse(new TextDecoder().decode(bytes.subarray(8, 8 + length)));
		change(header);
		const text = new TextEncoder().encode(JSON.stringify(header));
		const out = new Uint8Array(8 + text.length + bytes.length - 8 - length);
		out.set(bytes.subarray(0, 8));
		new DataView(out.buffer).setUint32(4, text.length, true);
		out.set(text, 8);
		out.set(bytes.subarray(8 + length), 8 + text.length);
		return out;
	}
	const entry = (header: { channels: { name: string }[] }, name: string) =>
		header.channels.find((one) => one.name === name) as unknown as {
			name: string;
			step: number;
			bits: string[];
			codes: string[];
		};
	const plain = decodeChunk(rewritten(() => {})).track;

	it('a step that was coarser then is the step that counts', () => {
		const { track } = decodeChunk(rewritten((header) => (entry(header, 'altitudeFt').step *= 10)));
		expect(track.column('altitudeFt')[0]).toBeCloseTo(plain.column('altitudeFt')[0]! * 10, 6);
	});

	it('bits and codes that stood in another order then mean what they meant', () => {
		const { track } = decodeChunk(
			rewritten((header) => {
				entry(header, 'failures').bits.reverse();
				entry(header, 'assist').codes = ['wheel', 'direct'];
			})
		);
		const bits = CHANNELS.failures.bits!;
		const [last, was] = [track.column('failures').at(-1)!, plain.column('failures').at(-1)!];
		const on = (mask: number) => bits.filter((_, bit) => Math.floor(mask / 2 ** bit) % 2 === 1);
		expect(on(was)).toEqual(['vacuum']);
		expect(on(last)).toEqual([bits[bits.length - 1]]);
		// A code that nobody knows today is not taken for another.
		expect(track.column('assist')[0]).toBe(-1);
	});

	it('a channel that is not known any more is passed over', () => {
		const { track } = decodeChunk(rewritten((header) => (entry(header, 'fuelL').name = 'coalKg')));
		expect(track.has('fuelL')).toBe(false);
		expect(track.column('mixtureInput')).toEqual(plain.column('mixtureInput'));
	});

	it('a channel twice, or a header without its step, is refused', () => {
		expect(() => decodeChunk(rewritten((header) => (entry(header, 'fuelL').name = 'gear')))).toThrow(/twice/);
		expect(() =>
			decodeChunk(rewritten((header) => delete (entry(header, 'fuelL') as { step?: number }).step))
		).toThrow(/step is missing/);
	});

	it('where an older chunk joins newer ones, what it lacks is left out of the whole', () => {
		const first = decodeChunk(rewritten((header) => (entry(header, 'fuelL').name = 'coalKg')));
		const whole = joinChunks([first, { first: first.track.length, track: plain }]);
		expect(whole.has('fuelL')).toBe(false);
		expect(whole.length).toBe(2 * plain.length);
		// The other way round too: it is not the first chunk alone that decides.
		expect(
			joinChunks([
				{ first: 0, track: plain },
				{ ...first, first: plain.length }
			]).has('fuelL')
		).toBe(false);
	});
});
