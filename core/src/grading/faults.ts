import { formatClock } from '../units/index.js';
import { honestColumn, type Phase, type PhaseTimes, type TaskCard } from '../exercise/index.js';
import type { Track } from '../simulation/index.js';
import {
	fault,
	FAULT_DEFAULTS,
	indexAt,
	ROUGH_AIR,
	type Fault,
	type FaultContext,
	type FaultSettings
} from './fault.js';
import { bankHeld, chasesVerticalSpeed, speedLost } from './handling.js';
import { runningMean, spread } from './series.js';

/** Where the run below a value began that lasts up to a sample; −1 when the sample is not in one so long. */
function runBelowUpTo(column: Float64Array, value: number, run: number, from: number, last: number): number {
	let begun = last;
	while (begun > from && column[begun - 1]! <= value) begun--;
	return column[last]! <= value && last - begun + 1 >= run ? begun : -1;
}

/** So far below an altitude it has been left for good, ft; and so near it is still held, in calm air. */
const LEFT_BY_FT = 150;
const HELD_WITHIN_FT = 10;

/** Where an altitude was left for good: in rough air a gust's descent is none, since the altitude comes back; −1 where it was kept. */
function leftAltitudeAt(
	altitude: Float64Array,
	heldFt: number,
	rough: number,
	from: number,
	to: number
): number {
	let gone = from;
	while (gone < to && altitude[gone]! > heldFt - LEFT_BY_FT) gone++;
	if (gone >= to) return -1;
	while (gone > from && altitude[gone]! < heldFt - HELD_WITHIN_FT * rough ** 2) gone--;
	return gone;
}

/** Where the card asks for a speed first and a descent next: the descent must wait for the speed. */
function descentBeforeSlowing({ card, track, times, settings, rough }: FaultContext): Fault[] {
	const raw = honestColumn(track, 'verticalSpeedFpm');
	const rate = raw && runningMean(raw, Math.round(settings.rateMeanSeconds * track.rateHz));
	const shown = honestColumn(track, 'indicatedAirspeedKt');
	const speed = shown && runningMean(shown, Math.round(settings.speedMeanSeconds * track.rateHz * 0.5));
	if (!rate || !speed) return [];
	const altitude = honestColumn(track, 'indicatedAltitudeFt');
	const faults: Fault[] = [];
	times.forEach((time, t) => {
		const slow = card.phases[time.phase]!;
		const descent = card.phases[time.phase + 1];
		const target = slow.targets.airspeedKias;
		if (target?.mode !== 'reach' || !descent || (descent.targets.verticalSpeedFpm?.value ?? 0) >= 0) return;
		// The card says when the descent was established; a gust before that is no descent.
		if (time.endSeconds === null) return;
		const from = indexAt(track, time.startSeconds);
		const to = indexAt(track, times[t + 1]?.endSeconds ?? track.seconds);
		const run = Math.round(settings.descentHeldSeconds * track.rateHz);
		const established = Math.min(track.length - 1, indexAt(track, time.endSeconds));
		const held = slow.targets.altitudeFt?.value;
		const begun =
			rough > ROUGH_AIR && altitude && held !== undefined
				? leftAltitudeAt(altitude, held, rough, from, to)
				: runBelowUpTo(rate, settings.descentRateFpm, run, from, established);
		if (begun < 0) return;
		const limit = target.value + settings.speedAboveTargetKt * Math.sqrt(rough);
		if (!(speed[begun]! > limit)) return;
		let slowed = begun;
		while (slowed < to && speed[slowed]! > limit) slowed++;
		const excess = speed[begun]! - target.value;
		faults.push(
			fault(
				'descent-before-slowing',
				track.timeOf(begun),
				track.timeOf(slowed),
				`You began the descent ${Math.round(excess)} kt fast: ${Math.round(speed[begun]!)} kt where ${target.value} was asked.`,
				'Hold the altitude until the speed is there. In the descent it will hardly come down.'
			)
		);
	});
	return faults;
}

/** Level-offs out of a climb or descent: where they were begun against a tenth of the rate. */
function levelOffs({ card, track, times, settings, rough }: FaultContext): Fault[] {
	const raw = honestColumn(track, 'verticalSpeedFpm');
	// A gust is no level-off: the rate of two seconds tells.
	const rate = raw && runningMean(raw, Math.round(settings.rateMeanSeconds * track.rateHz * 0.5));
	const altitude = honestColumn(track, 'indicatedAltitudeFt');
	if (!rate || !altitude) return [];
	const faults: Fault[] = [];
	times.forEach((time, t) => {
		const phase = card.phases[time.phase]!;
		const after = card.phases[time.phase + 1];
		const asked = phase.targets.verticalSpeedFpm?.value;
		const target = after?.targets.altitudeFt?.value;
		if (!asked || target === undefined || after?.targets.verticalSpeedFpm || time.endSeconds === null) return;
		const sign = Math.sign(asked);
		const start = indexAt(track, time.startSeconds);
		const end = indexAt(track, time.endSeconds);
		// The rate that was flown: the median of the phase, so that an entry or a slow level-off does not count.
		const rates = Float64Array.from(rate.subarray(start, end), (value) => sign * value).sort();
		const flown = rates[rates.length >> 1] ?? 0;
		if (!(flown > 100)) return;
		const limit = indexAt(track, times[t + 1]?.endSeconds ?? track.seconds);
		let begun = start;
		// The last time the rate was still nearly full: after it, the level-off.
		for (let i = start; i < limit; i++) if (sign * rate[i]! >= settings.levelOffBegunShare * flown) begun = i;
		// Where the nose tells, it tells better than the rate, which every gust moves.
		// In rough air the throttle tells best: it is moved by nobody but the pilot.
		const nose =
			(rough > ROUGH_AIR ? powerAddedAt(track, start, end, limit) : null) ??
			noseMovedAt(track, start, end, limit);
		begun = nose ?? begun;
		const leadFt = sign * (target - altitude[begun]!);
		const ruleFt = settings.levelOffRule * flown;
		let through = 0;
		let throughAt = begun;
		for (let i = begun; i < limit; i++) {
			const past = sign * (altitude[i]! - target);
			if (past > through) {
				through = past;
				throughAt = i;
			}
		}
		// Late means that it came to the altitude with the rate still on, not that a gust took it through.
		let crossing = begun;
		while (crossing > start && sign * (altitude[crossing]! - target) > 0) crossing--;
		while (crossing < limit - 1 && sign * (altitude[crossing]! - target) < 0) crossing++;
		const about = rate.subarray(Math.max(0, crossing - track.rateHz), crossing + track.rateHz);
		const atAltitude = Math.abs(about.reduce((sum, value) => sum + value, 0) / Math.max(1, about.length));
		if (
			leadFt < (settings.lateShare / rough ** 2) * ruleFt &&
			through >= settings.lateOvershootFt * Math.sqrt(rough) &&
			(nose !== null || atAltitude >= settings.lateRateShare * flown)
		)
			faults.push(
				fault(
					'late-level-off',
					track.timeOf(begun),
					track.timeOf(throughAt),
					`You began to level off ${leadFt >= 0 ? `${Math.round(leadFt)} ft before` : `${Math.round(-leadFt)} ft past`} ${target} ft and went ${Math.round(through)} ft through.`,
					`Begin a tenth of the rate early: ${Math.round(ruleFt)} ft at ${Math.round(flown)} ft/min.`
				)
			);
		else if (leadFt > settings.earlyShare * ruleFt)
			faults.push(
				fault(
					'early-level-off',
					track.timeOf(begun),
					Math.min(track.timeOf(limit), track.timeOf(begun) + 10),
					`You began to level off ${Math.round(leadFt)} ft before ${target} ft.`,
					`A tenth of the rate is enough: ${Math.round(ruleFt)} ft at ${Math.round(flown)} ft/min.`
				)
			);
	});
	return faults;
}

/** Least change of attitude of a level-off that can be told from a gust, degrees. */
const NOSE_CHANGE_DEG = 1.5;

/**
 * Where the nose began to go from the attitude of the climb or descent to that of level flight; null
 * where the two are too near each other.
 */
function noseMovedAt(track: Track, start: number, end: number, limit: number): number | null {
	if (!track.has('pitchDeg')) return null;
	const { rateHz } = track;
	const pitch = runningMean(track.column('pitchDeg'), Math.round(0.7 * rateHz));
	const mean = (from: number, to: number) => {
		const part = pitch.subarray(Math.max(0, from), Math.max(1, Math.min(to, track.length)));
		return part.reduce((sum, value) => sum + value, 0) / Math.max(1, part.length);
	};
	const before = mean(Math.max(start, end - 25 * rateHz), end - 5 * rateHz);
	const after = mean(end + 10 * rateHz, Math.min(limit, end + 25 * rateHz));
	if (!(Math.abs(after - before) >= NOSE_CHANGE_DEG) || end - start < 15 * rateHz) return null;
	const made = (i: number) => (pitch[i]! - before) / (after - before);
	let there = Math.max(start, end - 5 * rateHz);
	while (there < limit - 1 && made(there) < 0.6) there++;
	let begun = there;
	while (begun > start && made(begun) > 0.4) begun--;
	return begun;
}

/** Least change of the throttle that belongs to a level-off out of a descent. */
const LEVEL_POWER_CHANGE = 0.12;

/** Where half of the power of level flight had come in after a descent; null where none did. */
function powerAddedAt(track: Track, start: number, end: number, limit: number): number | null {
	if (!track.has('throttle') || end - start < 15 * track.rateHz) return null;
	const { rateHz } = track;
	const throttle = track.column('throttle');
	const mean = (from: number, to: number) => {
		const part = throttle.subarray(Math.max(0, from), Math.max(1, Math.min(to, track.length)));
		return part.reduce((sum, value) => sum + value, 0) / Math.max(1, part.length);
	};
	const before = mean(Math.max(start, end - 20 * rateHz), end - 3 * rateHz);
	const after = mean(end + 10 * rateHz, Math.min(limit, end + 25 * rateHz));
	if (after - before < LEVEL_POWER_CHANGE) return null;
	let there = Math.max(start, end - 3 * rateHz);
	while (there < limit - 1 && throttle[there]! < (before + after) / 2) there++;
	return there;
}

interface Change {
	kind: 'pitch' | 'power' | 'bank';
	start: number;
	end: number;
	/** In units of the size that counts. */
	size: number;
}

/**
 * Lasting changes of one channel: its mean after a window differs by at least `size` from its mean
 * before it. What comes and goes, as in turbulence, is none. The start is where the movement begins.
 */
function changesOf(
	column: Float64Array,
	kind: Change['kind'],
	size: number,
	window: number,
	lasts: number
): Change[] {
	const changes: Change[] = [];
	const mean = runningMean(column, lasts >> 1);
	let i = lasts >> 1;
	while (i + window + lasts < column.length) {
		const before = mean[i - (lasts >> 1)]!;
		const after = mean[i + window + (lasts >> 1)]!;
		if (Math.abs(after - before) < size) {
			i++;
			continue;
		}
		// The movement itself: from a quarter of it made to nearly all.
		const made = (k: number) => (column[k]! - before) / (after - before);
		let start = i;
		while (start < i + window + lasts && made(start) < 0.25) start++;
		let end = start;
		while (end < i + window + lasts && made(end) < 0.9) end++;
		changes.push({ kind, start, end, size: Math.abs(after - before) / size });
		i = end + window;
	}
	return changes;
}

const CLEAR_IN_ROUGH_AIR = 1.7;
const CHANGE_WORDS = { pitch: 'pitch', power: 'power', bank: 'bank' } as const;

/** Pitch, power and bank changed together where the card does not ask for it. */
function twoChanges({ card, track, times, settings, rough }: FaultContext): Fault[] {
	const window = Math.round(settings.changeWindowSeconds * track.rateHz);
	const lasts = Math.round(settings.changeLastsSeconds * track.rateHz);
	const changes: Change[] = (
		[
			['pitchDeg', 'pitch', settings.pitchChangeDeg * rough],
			['throttle', 'power', settings.throttleChange * Math.sqrt(rough)],
			['bankDeg', 'bank', settings.bankChangeDeg * rough]
		] as const
	).flatMap(([name, kind, size]) =>
		track.has(name) ? changesOf(track.column(name), kind, size, window, lasts) : []
	);
	changes.sort((a, b) => a.start - b.start);
	const faults: Fault[] = [];
	let quietUntil = -1;
	for (let i = 0; i < changes.length; i++) {
		const first = changes[i]!;
		if (first.start < quietUntil) continue;
		const together = changes
			.slice(i)
			.filter((other) => other.start - first.start <= settings.togetherSeconds * track.rateHz);
		const kinds = [...new Set(together.map((change) => change.kind))];
		if (kinds.length < 2) continue;
		// Nose and wings are moved by the air too: in rough air, without the throttle, only large changes tell.
		const clear = kinds.every((kind) =>
			together.some((change) => change.kind === kind && change.size >= CLEAR_IN_ROUGH_AIR)
		);
		if (rough > ROUGH_AIR && !kinds.includes('power') && !clear) continue;
		const startSeconds = track.timeOf(first.start);
		if (kinds.every((kind) => allowedAt(card, times, startSeconds).includes(kind))) continue;
		const end = Math.max(...together.map((change) => change.end));
		quietUntil = end + window;
		const words = kinds.map((kind) => CHANGE_WORDS[kind]);
		faults.push(
			fault(
				'two-changes-at-once',
				startSeconds,
				track.timeOf(end),
				`You changed ${words.slice(0, -1).join(', ')} and ${words.at(-1)} within ${Math.max(1, Math.round((end - first.start) / track.rateHz))} s at ${formatClock(startSeconds)}.`,
				'Change one thing, wait until the numbers stop moving, then the next.'
			)
		);
	}
	return faults;
}

/** Around the seam of two phases what either allows is allowed. */
function allowedAt(card: TaskCard, times: readonly PhaseTimes[], seconds: number): readonly string[] {
	const near = times.filter(
		(time) => time.startSeconds - 6 <= seconds && (time.endSeconds ?? Infinity) + 3 >= seconds
	);
	return near.flatMap(
		(time): NonNullable<Phase['togetherAllowed']> => card.phases[time.phase]!.togetherAllowed ?? []
	);
}

/**
 * How rough the air was, as a factor: what an instructor lets pass in turbulence is larger than in calm
 * air. From the quick swings of the load factor, about a mean of two seconds; 1 where it was not recorded.
 */
export function roughness(track: Track, doubledBy = FAULT_DEFAULTS.roughLoadFactor): number {
	if (!track.has('loadFactor') || track.length === 0) return 1;
	const load = track.column('loadFactor');
	const mean = runningMean(load, track.rateHz);
	return 1 + Math.min(1.5, spread(load.map((value, i) => value - mean[i]!)) / doubledBy);
}

/** All faults of a flight, by time. What was not recorded cannot show a fault. */
export function findFaults(
	card: TaskCard,
	track: Track,
	times: readonly PhaseTimes[],
	settings: Partial<FaultSettings> = {}
): Fault[] {
	const all = { ...FAULT_DEFAULTS, ...settings };
	const context = { card, track, times, settings: all, rough: roughness(track, all.roughLoadFactor) };
	return [descentBeforeSlowing, levelOffs, twoChanges, chasesVerticalSpeed, speedLost, bankHeld]
		.flatMap((detector) => detector(context))
		.sort((a, b) => a.startSeconds - b.startSeconds);
}
