import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { InputError } from '../../base/index.js';

/** What an eye can rest on. */
export const SCAN_INSTRUMENTS = [
	'attitude',
	'airspeed',
	'altimeter',
	'heading',
	'vertical-speed',
	'turn',
	'engine',
	'compass',
	'clock',
	'needle'
] as const;
/** What a look can rest on. */
export type ScanInstrument = (typeof SCAN_INSTRUMENTS)[number];
/** What a look can rest on, in words. */
export const SCAN_NAMES: Record<ScanInstrument, string> = {
	attitude: 'attitude',
	airspeed: 'airspeed',
	altimeter: 'altimeter',
	heading: 'heading',
	'vertical-speed': 'vertical speed',
	turn: 'turn rate',
	engine: 'engine',
	compass: 'compass',
	clock: 'clock',
	needle: 'radio needles'
};

const ScanInstrumentSchema = Type.Union(SCAN_INSTRUMENTS.map((one) => Type.Literal(one)));
const milliseconds = Type.Number({ minimum: 0, maximum: 86_400_000, description: 'ms of flight time' });

/** An unbroken stay of the eye on one instrument. */
export const Dwell = Type.Object(
	{ instrument: ScanInstrumentSchema, startMs: milliseconds, endMs: milliseconds },
	{ additionalProperties: false }
);
export type Dwell = Static<typeof Dwell> & { instrument: ScanInstrument };

/** Thresholds of the analysis; every one a setting. */
export interface ScanSettings {
	/** Shorter stays are passing through, ms. */
	shortestLookMs: number;
	/** One look longer than this is a fixation, ms; on attitude in a transition 1.5 times it. */
	fixationMs: number;
	transitionFactor: number;
	/** An instrument that is needed and not looked at for this long is omitted, ms. */
	omissionMs: number;
	engineOmissionMs: number;
	/** A share this much above the school's own is emphasis. */
	emphasisShare: number;
}
/** Where a scan's limits stand when nobody has set them, ms. */
export const SCAN_DEFAULTS: ScanSettings = {
	shortestLookMs: 100,
	fixationMs: 4000,
	transitionFactor: 1.5,
	omissionMs: 15_000,
	engineOmissionMs: 60_000,
	emphasisShare: 0.2
};

/**
 * Looks in their order, without those that are only passing through.
 * @throws InputError when one ends before it begins, or begins before the one before it has ended.
 */
export function orderedDwells(looks: readonly Dwell[], settings = SCAN_DEFAULTS): Dwell[] {
	const sorted = [...looks].sort((a, b) => a.startMs - b.startMs);
	sorted.forEach(({ startMs, endMs }, i) => {
		if (endMs < startMs) throw new InputError(`/looks/${i}/endMs`, `must be a number not below ${startMs}`);
		const before = sorted[i - 1];
		if (before && startMs < before.endMs - 1e-6)
			throw new InputError(`/looks/${i}/startMs`, `must be a number not below ${before.endMs}`);
	});
	return sorted.filter(({ startMs, endMs }) => endMs - startMs >= settings.shortestLookMs);
}

/** Pieces of one stay joined again: a recording hands out what has been seen each second. */
export function joinDwells(pieces: readonly Dwell[]): Dwell[] {
	const joined: Dwell[] = [];
	for (const piece of pieces) {
		const last = joined.at(-1);
		if (last?.instrument === piece.instrument && last.endMs === piece.startMs) last.endMs = piece.endMs;
		else joined.push({ ...piece });
	}
	return joined;
}

/** A place on a panel, in shares of its width and height. */
export interface PanelArea {
	instrument: ScanInstrument;
	left: number;
	top: number;
	right: number;
	bottom: number;
}

/** The basic T in shares of the panel's width and height, from its upper left corner, the engine at its right. */
export const BASIC_T_MAP: readonly PanelArea[] = (
	[
		['airspeed', 0, 0],
		['attitude', 1, 0],
		['altimeter', 2, 0],
		['turn', 0, 1],
		['heading', 1, 1],
		['vertical-speed', 2, 1]
	] as const
)
	.map(([instrument, column, row]): PanelArea => ({
		instrument,
		left: column * 0.28,
		right: (column + 1) * 0.28,
		top: row * 0.5,
		bottom: (row + 1) * 0.5
	}))
	.concat({ instrument: 'engine', left: 0.84, right: 1, top: 0, bottom: 1 });

/** Where the instruments stand in a picture of a panel, pixels. */
export const PanelMap = Type.Array(
	Type.Object(
		{
			instrument: ScanInstrumentSchema,
			left: Type.Number(),
			top: Type.Number(),
			right: Type.Number(),
			bottom: Type.Number()
		},
		{ additionalProperties: false }
	),
	{ minItems: 1, maxItems: 40, description: 'places of the instruments, in the units of the log' }
);

/**
 * Looks of a gaze log: `time_ms,instrument`, or `time_ms,x,y` with a map of the panel in the same
 * units. A row holds until the next; a row beside every instrument, or with an empty one, ends a look.
 * @throws InputError that names the line.
 */
export function dwellsFromCsv(text: string, map: readonly PanelArea[] = []): Dwell[] {
	const lines = text.split(/\r?\n/).map((line) => line.trim());
	const header = (lines[0] ?? '').toLowerCase().replaceAll(' ', '');
	const byPlace = header === 'time_ms,x,y';
	if (!byPlace && header !== 'time_ms,instrument')
		throw new InputError('/line 1', 'must be "time_ms,instrument" or "time_ms,x,y"');
	if (byPlace && map.length === 0) throw new InputError('/map', 'is needed for a log of places');
	const looks: Dwell[] = [];
	let open: { instrument: ScanInstrument; startMs: number } | null = null;
	let last = -Infinity;
	const close = (endMs: number) => {
		if (open && endMs > open.startMs) looks.push({ ...open, endMs });
		open = null;
	};
	lines.slice(1).forEach((line, i) => {
		if (line === '') return;
		const place = `/line ${i + 2}`;
		const cells = line.split(',').map((cell) => cell.trim());
		const time = Number(cells[0]);
		if (cells[0] === '' || !Number.isFinite(time) || time < 0)
			throw new InputError(`${place}/time_ms`, 'must be a number not below 0');
		if (time < last) throw new InputError(`${place}/time_ms`, `must be a number not below ${last}`);
		last = time;
		const seen = byPlace ? instrumentAt(cells, map, place) : instrumentNamed(cells[1] ?? '', place);
		if (open && seen === open.instrument) return;
		close(time);
		if (seen) open = { instrument: seen, startMs: time };
	});
	close(last);
	return looks;
}

function instrumentNamed(name: string, place: string): ScanInstrument | null {
	if (name === '') return null;
	const known = SCAN_INSTRUMENTS.find((one) => one === name);
	if (!known)
		throw new InputError(`${place}/instrument`, `must be one of ${SCAN_INSTRUMENTS.join(', ')}, or empty`);
	return known;
}

function instrumentAt(
	cells: readonly string[],
	map: readonly PanelArea[],
	place: string
): ScanInstrument | null {
	const [x, y] = [Number(cells[1]), Number(cells[2])];
	if (!cells[1] || !cells[2] || !Number.isFinite(x) || !Number.isFinite(y))
		throw new InputError(`${place}/x,y`, 'must be two numbers');
	return (
		map.find(({ left, right, top, bottom }) => x >= left && x <= right && y >= top && y <= bottom)
			?.instrument ?? null
	);
}
