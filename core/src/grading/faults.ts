import { formatClock } from '../units/index.js';
import { honestColumn, type Phase, type PhaseTimes, type TaskCard } from '../exercise/index.js';
import type { Track } from '../simulation/index.js';

/** A named fault with the seconds it happened and an instructor's words. */
export interface Fault {
	kind: FaultKind;
	name: string;
	startSeconds: number;
	endSeconds: number;
	text: string;
	tryNext: string;
}

export const FAULT_NAMES = {
	'descent-before-slowing': 'Descent before slowing',
	'late-level-off': 'Late level-off',
	'early-level-off': 'Early level-off',
	'two-changes-at-once': 'Two changes at once'
} as const;
export type FaultKind = keyof typeof FAULT_NAMES;

/** Thresholds of the detectors; each has its default here and can be set otherwise. */
export interface FaultSettings {
	/** A descent has begun when the vertical speed has been below this, ft/min, … */
	descentRateFpm: number;
	/** … for this long, s. */
	descentHeldSeconds: number;
	/** Speed above target at which a descent counts as begun too soon, kt. */
	speedAboveTargetKt: number;
	/** Rule for the lead of a level-off: share of the vertical speed, ft per ft/min. */
	levelOffRule: number;
	/** Begun with less than this share of the rule's lead is late … */
	lateShare: number;
	/** … if it also went this far through, ft. */
	lateOvershootFt: number;
	/** … and came to the altitude with at least this share of the rate. */
	lateRateShare: number;
	/** Begun with more than this multiple of the rule's lead is early. */
	earlyShare: number;
	/** A level-off has begun when the rate has shrunk to this share. */
	levelOffBegunShare: number;
	/** Sizes of a change, reached within `changeWindowSeconds`. */
	pitchChangeDeg: number;
	throttleChange: number;
	bankChangeDeg: number;
	changeWindowSeconds: number;
	/** Two changes whose starts are no further apart are "at once". */
	togetherSeconds: number;
}

export const FAULT_DEFAULTS: FaultSettings = {
	descentRateFpm: -200,
	descentHeldSeconds: 3,
	speedAboveTargetKt: 5,
	levelOffRule: 0.1,
	lateShare: 0.5,
	lateOvershootFt: 30,
	lateRateShare: 0.6,
	earlyShare: 3,
	levelOffBegunShare: 0.8,
	pitchChangeDeg: 2,
	throttleChange: 0.12,
	bankChangeDeg: 8,
	changeWindowSeconds: 3,
	togetherSeconds: 3
};

interface Context {
	card: TaskCard;
	track: Track;
	times: readonly PhaseTimes[];
	settings: FaultSettings;
}

const fault = (
	kind: FaultKind,
	startSeconds: number,
	endSeconds: number,
	text: string,
	tryNext: string
): Fault => ({
	kind,
	name: FAULT_NAMES[kind],
	startSeconds,
	endSeconds,
	text,
	tryNext
});

const indexAt = (track: Track, seconds: number): number =>
	Math.max(0, Math.min(track.length, Math.round(seconds * track.rateHz)));

/** Where the run below a value began that lasts up to a sample; −1 when the sample is not in one so long. */
function runBelowUpTo(column: Float64Array, value: number, run: number, from: number, last: number): number {
	let begun = last;
	while (begun > from && column[begun - 1]! <= value) begun--;
	return column[last]! <= value && last - begun + 1 >= run ? begun : -1;
}

/** Where the card asks for a speed first and a descent next: the descent must wait for the speed. */
function descentBeforeSlowing({ card, track, times, settings }: Context): Fault[] {
	const rate = honestColumn(track, 'verticalSpeedFpm');
	const speed = honestColumn(track, 'indicatedAirspeedKt');
	if (!rate || !speed) return [];
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
		const begun = runBelowUpTo(rate, settings.descentRateFpm, run, from, established);
		if (begun < 0) return;
		const limit = target.value + settings.speedAboveTargetKt;
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
function levelOffs({ card, track, times, settings }: Context): Fault[] {
	const rate = honestColumn(track, 'verticalSpeedFpm');
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
			leadFt < settings.lateShare * ruleFt &&
			through >= settings.lateOvershootFt &&
			atAltitude >= settings.lateRateShare * flown
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

interface Change {
	kind: 'pitch' | 'power' | 'bank';
	start: number;
	end: number;
}

/**
 * Changes of one channel: stretches in which it moves by at least `size` within the window. The
 * start is where the movement begins.
 */
function changesOf(column: Float64Array, kind: Change['kind'], size: number, window: number): Change[] {
	const changes: Change[] = [];
	let i = 0;
	while (i + 1 < column.length) {
		const to = Math.min(column.length - 1, i + window);
		let j = i + 1;
		while (j <= to && Math.abs(column[j]! - column[i]!) < size) j++;
		if (j > to) {
			i++;
			continue;
		}
		// The movement itself begins where a tenth of the size has been made.
		let start = i;
		while (start + 1 < j && Math.abs(column[start + 1]! - column[i]!) < size * 0.1) start++;
		changes.push({ kind, start, end: j });
		i = j + window;
	}
	return changes;
}

const CHANGE_WORDS = { pitch: 'pitch', power: 'power', bank: 'bank' } as const;

/** Pitch, power and bank changed together where the card does not ask for it. */
function twoChanges({ card, track, times, settings }: Context): Fault[] {
	const window = Math.round(settings.changeWindowSeconds * track.rateHz);
	const changes: Change[] = [];
	if (track.has('pitchDeg'))
		changes.push(...changesOf(track.column('pitchDeg'), 'pitch', settings.pitchChangeDeg, window));
	if (track.has('throttle'))
		changes.push(...changesOf(track.column('throttle'), 'power', settings.throttleChange, window));
	if (track.has('bankDeg'))
		changes.push(...changesOf(track.column('bankDeg'), 'bank', settings.bankChangeDeg, window));
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

/** All faults of a flight, by time. What was not recorded cannot show a fault. */
export function findFaults(
	card: TaskCard,
	track: Track,
	times: readonly PhaseTimes[],
	settings: Partial<FaultSettings> = {}
): Fault[] {
	const context = { card, track, times, settings: { ...FAULT_DEFAULTS, ...settings } };
	return [descentBeforeSlowing, levelOffs, twoChanges]
		.flatMap((detector) => detector(context))
		.sort((a, b) => a.startSeconds - b.startSeconds);
}
