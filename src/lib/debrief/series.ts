import {
	effectiveColumn,
	signedDeg,
	TARGET_CHANNELS,
	type ChannelName,
	type Day,
	type Grade,
	type TargetKind,
	type Track
} from '@hanza/core';

/** One chart of a debrief: a channel, and the target that it is graded by, if any. */
export interface ChartSpec {
	id: string;
	title: string;
	unit: string;
	channel: ChannelName;
	target: TargetKind | null;
	decimals: number;
	/** The axis shows at least this much, so that a quiet trace does not look wild. */
	leastSpan: number;
}

export const CHARTS: ChartSpec[] = [
	{
		id: 'altitude',
		title: 'Altitude',
		unit: 'ft',
		channel: TARGET_CHANNELS.altitudeFt,
		target: 'altitudeFt',
		decimals: 0,
		leastSpan: 400
	},
	{
		id: 'airspeed',
		title: 'Airspeed',
		unit: 'kt',
		channel: TARGET_CHANNELS.airspeedKias,
		target: 'airspeedKias',
		decimals: 0,
		leastSpan: 40
	},
	{
		id: 'vertical',
		title: 'Vertical speed',
		unit: 'ft/min',
		channel: 'verticalSpeedFpm',
		target: 'verticalSpeedFpm',
		decimals: 0,
		leastSpan: 800
	},
	{
		id: 'heading',
		title: 'Heading',
		unit: '°',
		channel: TARGET_CHANNELS.headingDeg,
		target: 'headingDeg',
		decimals: 0,
		leastSpan: 40
	},
	{ id: 'power', title: 'Power', unit: 'rpm', channel: 'rpm', target: null, decimals: 0, leastSpan: 600 }
];

export interface Point {
	x: number;
	y: number;
}
export interface Band {
	x: number;
	y: [number, number] | null;
}

/** Most points of a trace on a chart: more than a screen has columns for is only slower. */
const MOST_POINTS = 700;

/** Every so many samples, so that a trace has no more than `MOST_POINTS`. */
export const strideFor = (length: number): number => Math.max(1, Math.ceil(length / MOST_POINTS));

/**
 * A channel as points. Headings are carried on past north, from the turn of the circle that is nearest to the first
 * target, so that a trace neither jumps across the chart nor hides how often it went round.
 */
export function traceOf(track: Track, spec: ChartSpec, about: number, day: Day): Point[] {
	// Where a dial lied, what was so: the flight is judged by it, and drawn by it.
	const column = effectiveColumn(track, spec.channel, day);
	if (!column) return [];
	const stride = strideFor(track.length);
	const points: Point[] = [];
	for (let i = 0; i < column.length; i += stride) {
		const before = points.at(-1)?.y ?? about;
		const value = spec.target === 'headingDeg' ? before + signedDeg(column[i]! - before) : column[i]!;
		points.push({ x: track.timeOf(i), y: Number(value.toFixed(2)) });
	}
	return points;
}

/**
 * The tolerance band of a target over the flight; nothing where no phase asks for it.
 * @param trace of headings: the band stands on the turn of the circle that was flown.
 */
export function bandOf(grade: Grade, kind: TargetKind, trace: readonly Point[] = []): Band[] {
	const points: Band[] = [];
	for (const phase of grade.phases) {
		const item = phase.items.find((candidate) => candidate.kind === kind);
		if (!item || phase.startSeconds === null || item.mode !== 'hold' || item.score === undefined) continue;
		const round = kind === 'headingDeg' ? turnsTo(item.target, item.fromSeconds, item.toSeconds, trace) : 0;
		const low = item.target - item.limits.below + round;
		const high = item.target + item.limits.above + round;
		if (points.length > 0) points.push({ x: item.fromSeconds, y: null });
		points.push({ x: item.fromSeconds, y: [low, high] }, { x: item.toSeconds, y: [low, high] });
	}
	return points;
}

/** Whole turns, in degrees, by which a heading is nearest to what was flown between two moments. */
function turnsTo(target: number, from: number, to: number, trace: readonly Point[]): number {
	const flown = trace.filter(({ x }) => x >= from && x <= to);
	if (flown.length === 0) return 0;
	const mean = flown.reduce((sum, { y }) => sum + y, 0) / flown.length;
	return 360 * Math.round((mean - target) / 360);
}

/** A heading that was carried on past north, as a dial has it: 000 to 359. */
export const headingLabel = (deg: number): string =>
	String(((Math.round(deg) % 360) + 360) % 360).padStart(3, '0');

/** Stretches outside the limits, for marking. */
export const excursionsOf = (grade: Grade, kind: TargetKind): { from: number; to: number }[] =>
	grade.phases.flatMap((phase) =>
		phase.items
			.filter((item) => item.kind === kind && item.mode === 'hold')
			.flatMap((item) =>
				(item.excursions ?? []).map(({ startSeconds, endSeconds }) => ({
					from: startSeconds,
					to: endSeconds
				}))
			)
	);

/** Axis limits on round numbers that take in the values, at least `leastSpan` apart. */
export function niceAxis(
	low: number,
	high: number,
	leastSpan: number,
	circular = false
): { min: number; max: number; tickAmount: number } {
	const spare = Math.max(0.04 * (high - low), (leastSpan - (high - low)) / 2, 0);
	const rough = (high - low + 2 * spare) / 4;
	const power = 10 ** Math.floor(Math.log10(rough));
	// Directions are counted in quarters of the circle where there is room for them.
	const step = (
		circular && rough > 20 ? [30, 45, 90, 180, 360, 720, 1440] : [1, 2, 5, 10].map((factor) => factor * power)
	).find((candidate) => candidate >= rough)!;
	const min = Math.floor((low - spare) / step) * step;
	const max = Math.ceil((high + spare) / step) * step;
	return { min, max, tickAmount: Math.round((max - min) / step) };
}
