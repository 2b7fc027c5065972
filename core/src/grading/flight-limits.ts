import type { AircraftLimits } from '../aircraft/index.js';
import { formatClock, runs } from '../base/index.js';
import type { Track } from '../recording/index.js';
import type { Phase } from '../training/index.js';
import type { Evidence } from './evidence.js';
import { recoveriesIn } from './recovery.js';

/** A limit of the aeroplane, or of what the task can mean, that was passed: no tolerance covers it. */
export interface BrokenLimit {
	phase: number;
	startSeconds: number;
	endSeconds: number;
	/** As in "Level flight: …". */
	text: string;
}

/** The limits that do not stand in an aircraft's own document, and how long one has to be passed. */
const FLIGHT_LIMITS = {
	/** A normal-category aeroplane (CS-23 / 14 CFR 23.337), where the aircraft is not known. */
	loadFactors: { positive: 3.8, negative: -1.52 },
	/** No task under instruments asks for more, degrees; and none for so much more than it says. */
	bankDeg: 45,
	bankOverTaskDeg: 15,
	/** The warner sounds before the stall; so long it is no warning any more, s. */
	stallSeconds: 3,
	seconds: 1,
	/** A load is a matter of moments, s. */
	loadSeconds: 0.2,
	/** A reading is no finer, kt. */
	slackKt: 1
};

interface Limit {
	seconds: number;
	passed: (i: number) => boolean;
	size: (i: number) => number;
	words: (worst: number) => string;
}

/**
 * The hard limits that were passed in the phases of a flight. What the instructor did, and the way out of an unusual
 * attitude, are not among them: recoveries are judged by themselves.
 */
export function flightLimits(evidence: Evidence): BrokenLimit[] {
	const { card, track, times, aircraft } = evidence;
	const recoveries = evidence.once(recoveriesIn);
	const by = track.has('byInstructor') ? track.column('byInstructor') : null;
	const own = (i: number) =>
		by?.[i] !== 1 &&
		!recoveries.some(({ startSeconds, endSeconds }) => {
			const at = track.timeOf(i);
			return at >= startSeconds - 1 && at <= endSeconds + 1;
		});
	const limits = times.flatMap(({ phase, startSeconds, endSeconds }) => {
		const from = Math.round(startSeconds * track.rateHz);
		const to = Math.min(track.length, Math.round((endSeconds ?? track.seconds) * track.rateHz) + 1);
		return limitsOf(track, card.phases[phase]!, aircraft).flatMap((limit) =>
			runs(from, to, limit.seconds * track.rateHz, (i) => limit.passed(i) && own(i)).map((run) => {
				let worst = run.from;
				for (let i = run.from; i < run.to; i++) if (limit.size(i) > limit.size(worst)) worst = i;
				const start = track.timeOf(run.from);
				return {
					phase,
					startSeconds: start,
					endSeconds: track.timeOf(run.to),
					text: `${limit.words(worst)}, at ${formatClock(start)}`
				};
			})
		);
	});
	return [...limits, ...endOf(evidence)];
}

/** How each code of the channel is told. */
const END_WORDS = [
	'',
	'flown into the ground at',
	'the aeroplane would have broken up, by load, at',
	'the aeroplane would have broken up, by speed, at'
];

/** The end that the flight came to by itself, in the phase in which it was. */
function endOf({ track, times }: Evidence): BrokenLimit[] {
	const last = track.length - 1;
	const code = track.has('flightEnd') ? (track.column('flightEnd')[last] ?? 0) : 0;
	const seconds = track.timeOf(Math.max(0, last));
	const phase = times.findLast(({ startSeconds }) => startSeconds <= seconds)?.phase;
	if (code === 0 || phase === undefined) return [];
	const text = `${END_WORDS[code]} ${formatClock(seconds)}`;
	return [{ phase, startSeconds: seconds, endSeconds: seconds, text }];
}

function limitsOf(track: Track, { targets }: Phase, aircraft: AircraftLimits | undefined): Limit[] {
	const column = (name: Parameters<Track['column']>[0]) => (track.has(name) ? track.column(name) : null);
	const [warner, load, bank] = [column('stallWarning'), column('loadFactor'), column('bankDeg')];
	const speed = column('calibratedAirspeedKt');
	const [flaps, gear] = [column('flapsDeg'), column('gear')];
	const found: Limit[] = [];
	const { seconds, slackKt } = FLIGHT_LIMITS;
	if (warner)
		found.push({
			seconds: FLIGHT_LIMITS.stallSeconds,
			passed: (i) => warner[i] === 1,
			size: () => 0,
			words: () => 'flown in the stall, its warner sounding'
		});
	if (load) {
		const { positive, negative } = aircraft?.limitLoadFactors ?? FLIGHT_LIMITS.loadFactors;
		found.push({
			seconds: FLIGHT_LIMITS.loadSeconds,
			passed: (i) => load[i]! > positive || load[i]! < negative,
			size: (i) => Math.abs(load[i]! - 1),
			words: (i) => `${load[i]!.toFixed(1)} g, over the limit`
		});
	}
	if (bank) {
		const most = Math.max(
			FLIGHT_LIMITS.bankDeg,
			Math.abs(targets.bankDeg?.value ?? 0) + FLIGHT_LIMITS.bankOverTaskDeg
		);
		found.push({
			seconds,
			passed: (i) => Math.abs(bank[i]!) > most,
			size: (i) => Math.abs(bank[i]!),
			words: (i) =>
				`${Math.round(Math.abs(bank[i]!))}° of bank, ${most}° being the most that the task can mean`
		});
	}
	if (!speed || !aircraft) return found;
	const over = (limitKias: number, when: (i: number) => boolean, words: string): Limit => ({
		seconds,
		passed: (i) => speed[i]! > limitKias + slackKt && when(i),
		size: (i) => speed[i]!,
		words: (i) => `${Math.round(speed[i]!)} kt${words}, ${limitKias} being the limit`
	});
	found.push(over(aircraft.speeds.neverExceedKias, () => true, ''));
	if (flaps) found.push(over(aircraft.speeds.flapsMaximumKias, (i) => flaps[i]! > 0.5, ' with flap'));
	if (gear && aircraft.gear) {
		found.push(
			over(
				aircraft.gear.operateMaximumKias,
				(i) => gear[i]! > 0.02 && gear[i]! < 0.98,
				' with the gear moving'
			),
			over(aircraft.gear.extendedMaximumKias, (i) => gear[i]! > 0.5, ' with the gear down')
		);
	}
	return found;
}
