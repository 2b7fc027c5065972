import { honestColumn, type Phase, type PhaseTimes, type TaskCard } from '../exercise/index.js';
import { FAILURE_KINDS, LYING } from '../instruments/index.js';
import type { Track } from '../simulation/index.js';
import { formatHeading, signedDeg } from '../units/index.js';
import { fault, indexAt, ROUGH_AIR, type Fault, type FaultContext } from './fault.js';
import { runningMean, spread } from './series.js';

/** A phase of the flight with its place in the recording. */
interface Stretch {
	phase: Phase;

	from: number;
	to: number;
}

function stretches(card: TaskCard, track: Track, times: readonly PhaseTimes[]): Stretch[] {
	return times.map(({ phase, startSeconds, endSeconds }) => ({
		phase: card.phases[phase]!,

		from: indexAt(track, startSeconds),
		to: indexAt(track, endSeconds ?? track.seconds)
	}));
}

/** How often a series goes from one side of its mean to the other, by at least `size` each way. */
export function reversals(values: Float64Array, size: number): number {
	let side = 0;
	let count = 0;
	for (const value of values) {
		if (Math.abs(value) < size || Math.sign(value) === side) continue;
		if (side !== 0) count++;
		side = Math.sign(value);
	}
	return count;
}

/** Correlation of two series of equal length, −1 to 1; 0 where one of them stands still. */
export function correlation(a: Float64Array, b: Float64Array): number {
	const mean = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / values.length;
	const [ma, mb] = [mean(a), mean(b)];
	let [ab, aa, bb] = [0, 0, 0];
	a.forEach((value, i) => {
		ab += (value - ma) * (b[i]! - mb);
		aa += (value - ma) ** 2;
		bb += (b[i]! - mb) ** 2;
	});
	return aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : 0;
}

/**
 * Pitch moved back and forth after the lagging vertical speed: the nose goes down while the needle
 * shows up and the other way round, again and again, where altitude or rate was to be steady.
 */
export function chasesVerticalSpeed({ card, track, times, settings, rough }: FaultContext): Fault[] {
	const pitch = honestColumn(track, 'pitchDeg');
	const shown = track.has('indicatedVerticalSpeedFpm') ? track.column('indicatedVerticalSpeedFpm') : null;
	if (!pitch || !shown) return [];
	const smooth = runningMean(pitch, Math.round(track.rateHz / 2));
	const window = Math.round(settings.chaseWindowSeconds * track.rateHz);
	const step = Math.round(2 * track.rateHz);
	const faults: Fault[] = [];
	for (const { phase, from, to } of stretches(card, track, times)) {
		const { altitudeFt, verticalSpeedFpm } = phase.targets;
		if (altitudeFt?.mode !== 'hold' && !verticalSpeedFpm) continue;
		const settled = from + Math.round(settings.chaseSettleSeconds * track.rateHz);
		let open: Fault | null = null;
		for (let i = settled; i + window <= to; i += step) {
			// Without an attitude to hold there is nothing else to go by.
			if (attitudeLies(track, i, i + window)) continue;
			if (!chasedIn(smooth, shown, i, i + window, track.rateHz, settings, rough)) continue;
			const [start, end] = [track.timeOf(i), track.timeOf(i + window)];
			if (open && start <= open.endSeconds) {
				open.endSeconds = end;
				continue;
			}
			open = fault('chases-vertical-speed', start, end, '', CHASE_NEXT);
			faults.push(open);
		}
	}
	for (const one of faults) {
		const part = smooth.subarray(indexAt(track, one.startSeconds), indexAt(track, one.endSeconds));
		const degrees = Math.max(...part) - Math.min(...part);
		one.text = `You moved the nose up and down over ${degrees.toFixed(0)}° after the vertical speed for ${Math.round(one.endSeconds - one.startSeconds)} s: its needle comes late, and so did you.`;
	}
	return faults;
}
const CHASE_NEXT =
	'Set the attitude that you know, wait six seconds, and only then read the vertical speed. Correct by a degree at most.';

const ATTITUDE_LIES = FAILURE_KINDS.reduce(
	(mask, kind, bit) => (LYING[kind].includes('attitude') ? mask | (1 << bit) : mask),
	0
);
function attitudeLies(track: Track, from: number, to: number): boolean {
	if (!track.has('failures')) return false;
	return track
		.column('failures')
		.subarray(from, to)
		.some((mask) => (mask & ATTITUDE_LIES) !== 0);
}

function chasedIn(
	pitch: Float64Array,
	shown: Float64Array,
	from: number,
	to: number,
	rateHz: number,
	settings: FaultContext['settings'],
	rough: number
): boolean {
	const mean = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / values.length;
	const p = pitch.subarray(from, to);
	const v = shown.subarray(from, to);
	const [pm, vm] = [mean(p), mean(v)];
	const off = p.map((value) => value - pm);
	const size = settings.chasePitchDeg * rough;
	if (spread(off) < size) return false;
	if (reversals(off, size / 2) < settings.chaseReversals) return false;
	// How fast the nose is moved against what the needle shows at that moment.
	const half = Math.round(rateHz / 2);
	const moved = p.map(
		(_, i) => pitch[Math.min(pitch.length - 1, from + i + half)]! - pitch[Math.max(0, from + i - half)]!
	);
	return (
		correlation(
			moved,
			v.map((value) => vm - value)
		) >= settings.chaseCorrelation
	);
}

/** Speed lost after a level-off or in a turn, because no power came or the nose was held too high. */
export function speedLost({ card, track, times, settings, rough }: FaultContext): Fault[] {
	const speed = honestColumn(track, 'indicatedAirspeedKt');
	const throttle = track.has('throttle') ? track.column('throttle') : null;
	if (!speed || !throttle) return [];
	const smooth = runningMean(speed, Math.round(1.5 * track.rateHz));
	const run = Math.round(settings.speedLostSeconds * track.rateHz);
	const faults: Fault[] = [];
	/** Where the last climb or descent ended. */
	let levelledAt = -Infinity;
	for (const { phase, from, to } of stretches(card, track, times)) {
		const { airspeedKias, altitudeFt, bankDeg } = phase.targets;
		if (altitudeFt?.mode !== 'hold') levelledAt = to;
		if (airspeedKias?.mode !== 'hold' || altitudeFt?.mode !== 'hold') continue;
		const turns = bankDeg !== undefined && bankDeg.value !== 0;
		const levels = from - levelledAt <= settings.levelledSeconds * track.rateHz;
		if (!turns && !levels) continue;
		const start = from + Math.round((airspeedKias.settleSeconds ?? 0) * track.rateHz);
		const limit = airspeedKias.value - settings.speedLostKt * rough;
		let low = 0;
		for (let i = start; i < to; i++) {
			low = smooth[i]! < limit ? low + 1 : 0;
			if (low < run) continue;
			let end = i;
			let slowest = smooth[i]!;
			for (; end < to && smooth[end]! < limit; end++) slowest = Math.min(slowest, smooth[end]!);
			const begun = i - low + 1;
			const entry = turns ? from : levelledAt;
			const before = throttle[Math.max(0, entry - 3 * track.rateHz)]!;
			const most = throttle.subarray(entry, Math.min(end, i + run) + 1).reduce((a, b) => Math.max(a, b), 0);
			// Power that was given in time and did not help in rough air is no fault.
			if (rough > ROUGH_AIR && most - before >= settings.powerAddedShare) break;
			const lost = Math.round(airspeedKias.value - slowest);
			const where = turns ? 'In the turn' : 'After levelling off';
			faults.push(
				fault(
					'speed-lost',
					track.timeOf(begun),
					track.timeOf(end),
					most - before < settings.powerAddedShare
						? `${where} you lost ${lost} kt: the power stayed where it was.`
						: `${where} you lost ${lost} kt.`,
					turns
						? 'A little power goes in with the bank, and comes out with it.'
						: 'Power comes in with the nose: to the setting that you know for level flight, before the speed falls.'
				)
			);
			break;
		}
	}
	return faults;
}

/** A bank kept until the heading is there: the turn goes through it. */
export function bankHeld({ card, track, times, settings, rough }: FaultContext): Fault[] {
	const rolled = track.has('bankDeg') ? track.column('bankDeg') : null;
	const bank = rolled && runningMean(rolled, Math.round(track.rateHz / 2));
	const heading = honestColumn(track, 'indicatedHeadingDeg');
	if (!bank || !heading) return [];
	const faults: Fault[] = [];
	const all = stretches(card, track, times);
	all.forEach(({ phase, from, to }, i) => {
		const next = all[i + 1];
		const asked = phase.targets.bankDeg?.value ?? 0;
		const target = next?.phase.targets.headingDeg?.value;
		if (asked === 0 || phase.targets.headingDeg || !next || target === undefined) return;
		// A turn that ends at an altitude leaves the heading where it happens to be.
		if (!endsAtHeading(phase)) return;
		const side = Math.sign(asked);
		const last = Math.min(next.to, to + Math.round(20 * track.rateHz));
		const flown = median(Float64Array.from(bank.subarray((from + to) >> 1, to), (value) => side * value));
		if (flown < settings.bankHeldLeastDeg) return;
		let begun = to;
		for (let k = (from + to) >> 1; k < last; k++)
			if (side * bank[k]! >= settings.bankHeldShare * flown) begun = k;
		const lead = side * signedDeg(target - heading[begun]!);
		let through = 0;
		let throughAt = begun;
		for (let k = begun; k < last; k++) {
			const past = side * signedDeg(heading[k]! - target);
			if (past > through && past < 90) {
				through = past;
				throughAt = k;
			}
		}
		const rule = flown / 2;
		if (lead >= settings.bankHeldLeadShare * rule || through < settings.bankHeldThroughDeg * rough) return;
		faults.push(
			fault(
				'bank-held',
				track.timeOf(begun),
				track.timeOf(throughAt),
				`You kept the bank until ${lead > 0.5 ? `${Math.round(lead)}° before` : lead < -0.5 ? `${Math.round(-lead)}° past` : 'you were on'} ${formatHeading(target)} and went ${Math.round(through)}° through.`,
				`Begin to roll out half the bank early: ${Math.round(rule)}° before the heading at ${Math.round(flown)}° of bank.`
			)
		);
	});
	return faults;
}

/** Whether a turn ends by its heading, or by the wings that the pilot levels. */
function endsAtHeading({ end }: Phase): boolean {
	const leaves = end.kind === 'all' || end.kind === 'any' ? end.of : [end];
	return leaves.some(
		(leaf) => leaf.kind === 'within' && (leaf.channel === 'indicatedHeadingDeg' || leaf.channel === 'bankDeg')
	);
}

function median(values: Float64Array): number {
	return values.sort()[values.length >> 1] ?? 0;
}
