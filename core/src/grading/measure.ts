import { signedDeg } from '../base/index.js';

/** Limits about a target: how far above and below is still inside. */
export interface Limits {
	above: number;
	below: number;
}

interface Excursion {
	startSeconds: number;
	endSeconds: number;
	/** Largest deviation in it, signed. */
	worst: number;
}

export interface Measures {
	/** Share of the graded time inside the limits, 0 to 100. */
	inTolerancePercent: number;
	/** Mean deviation. */
	bias: number;
	/** Standard deviation. */
	spread: number;
	worst: { deviation: number; atSeconds: number };
	excursions: Excursion[];
	/** 0 to 100, see `quality`. */
	score: number;
}

/** Deviations from a target; directions on the circle. */
export function deviations(values: Float64Array, target: number, circular: boolean): Float64Array {
	return values.map((value) => (circular ? signedDeg(value - target) : value - target));
}

/** A deviation in units of its limit: 1 at the limit. A side with no room counts as outside at once. */
function relative(deviation: number, limits: Limits): number {
	if (deviation === 0) return 0;
	const limit = deviation > 0 ? limits.above : limits.below;
	return limit > 0 ? Math.abs(deviation) / limit : Infinity;
}

/**
 * Quality of one sample, 0 to 1: half for being inside the limit, half falling evenly from 1 on the
 * target to 0 at twice the limit. Never grows with the deviation.
 */
export function quality(deviation: number, limits: Limits): number {
	const r = relative(deviation, limits);
	return (r <= 1 ? 0.5 : 0) + 0.5 * Math.max(0, 1 - r / 2);
}

/**
 * Measures of a run of deviations.
 * @param deviation NaN where it does not apply; one or more that do.
 * @param startSeconds time of the first; @param rateHz samples a second.
 * @param backSeconds so long back inside ends an excursion; a dip that is shorter belongs to it.
 */
export function measure(
	deviation: Float64Array,
	limits: Limits,
	startSeconds: number,
	rateHz: number,
	backSeconds = 0
): Measures {
	const n = deviation.reduce((count, d) => (Number.isNaN(d) ? count : count + 1), 0);
	if (n === 0) throw new RangeError('nothing to measure');
	let sum = 0;
	let inside = 0;
	let score = 0;
	let worst = 0;
	let worstRelative = -1;
	const excursions: Excursion[] = [];
	let open: Excursion | null = null;
	for (let i = 0; i < deviation.length; i++) {
		const d = deviation[i]!;
		// What does not apply, as a needle in the turn of a hold, is neither inside nor outside.
		if (Number.isNaN(d)) {
			open = null;
			continue;
		}
		const r = relative(d, limits);
		sum += d;
		score += quality(d, limits);
		if (r > worstRelative) {
			worst = i;
			worstRelative = r;
		}
		if (r <= 1) {
			inside++;
			if (open && startSeconds + i / rateHz - open.endSeconds >= backSeconds - 1e-9) open = null;
		} else {
			if (!open) {
				open = { startSeconds: startSeconds + i / rateHz, endSeconds: 0, worst: d };
				excursions.push(open);
			}
			open.endSeconds = startSeconds + (i + 1) / rateHz;
			if (r > relative(open.worst, limits)) open.worst = d;
		}
	}
	const bias = sum / n;
	let squares = 0;
	for (const d of deviation) if (!Number.isNaN(d)) squares += (d - bias) ** 2;
	return {
		inTolerancePercent: (100 * inside) / n,
		bias,
		spread: Math.sqrt(squares / n),
		worst: { deviation: deviation[worst]!, atSeconds: startSeconds + worst / rateHz },
		excursions,
		score: (100 * score) / n
	};
}

/**
 * Seconds from the start until the deviation is inside and stays inside for `stayingSeconds` (or to
 * the end); null when it never does.
 */
export function settleSeconds(
	deviation: Float64Array,
	limits: Limits,
	rateHz: number,
	stayingSeconds = 5
): number | null {
	const need = Math.round(stayingSeconds * rateHz);
	let since = 0;
	for (let i = 0; i < deviation.length; i++) {
		if (relative(deviation[i]!, limits) > 1) since = i + 1;
		else if (i + 1 - since >= need) return since / rateHz;
	}
	return since < deviation.length ? since / rateHz : null;
}

/** How far past the target it went, after starting on one side of it; 0 when it did not. */
export function overshoot(deviation: Float64Array): number {
	const first = deviation.find((d) => d !== 0 && !Number.isNaN(d)) ?? 0;
	let most = 0;
	for (const d of deviation) if (d * first < 0) most = Math.max(most, Math.abs(d));
	return most;
}

/** Whether an excursion lasts longer than a rule allows. */
export const lasts = (
	{ startSeconds, endSeconds }: Excursion,
	{ excursionSeconds }: { excursionSeconds: number }
): boolean => endSeconds - startSeconds > excursionSeconds;

/** Whether a deviation is so far outside that its length does not matter. */
export const goesFar = (deviation: number, limits: Limits, { farTimes }: { farTimes: number }): boolean =>
	relative(deviation, limits) > farTimes;
