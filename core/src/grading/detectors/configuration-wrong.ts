import { runningMean, runs } from '../../base/index.js';
import type { Phase } from '../../training/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { stretches } from './stretches.js';

/** Moved this far below its limit at the earliest, kt; in rough air so much more for each whole of roughness. */
const BELOW_KT = 3;
const GUSTS_KT = 7;
/** Slow enough is what has been so for a while, s. */
const SLOW_SECONDS = 5;

/** Slow enough for what comes next, kt above the speed that was to be reached. */
const REACHED_KT = 4;
/** Whoever is not slow after this has not waited for the speed, s. */
const SLOWING_SECONDS = 60;

/**
 * Where a phase is really begun: a sink while slowing down may have the card go on before the speed is there, and whoever
 * slows first and configures then is right.
 */
function slowedAt(
	before: Phase | null,
	speed: Float64Array | null,
	from: number,
	to: number,
	rateHz: number,
	rough: number
): number {
	const target = before?.targets.airspeedKias;
	if (target?.mode !== 'reach' || !speed) return from;
	const slow = target.value + REACHED_KT * Math.sqrt(rough);
	const slowed = runs(from, to, SLOW_SECONDS * rateHz, (i) => speed[i]! <= slow)[0]?.from ?? to;
	return Math.min(slowed, from + SLOWING_SECONDS * rateHz);
}

/** Flap or gear that was not as the card had it, long after the phase had begun. */
export function configurationWrong({ card, track, times, settings, aircraft, rough }: Evidence): Fault[] {
	const flaps = track.has('flapsDeg') ? track.column('flapsDeg') : null;
	const gear = track.has('gear') && aircraft?.gear ? track.column('gear') : null;
	const speed = track.has('calibratedAirspeedKt')
		? runningMean(track.column('calibratedAirspeedKt'), track.rateHz)
		: null;
	let { flapsDeg, gearDown } = card.start;
	const found: Fault[] = [];
	let before: Phase | null = null;
	for (const { phase, from: begins, to } of stretches(card, track, times)) {
		const from = slowedAt(before, speed, begins, to, track.rateHz, rough);
		before = phase;
		flapsDeg = phase.configuration?.flapsDeg ?? flapsDeg;
		gearDown = phase.configuration?.gearDown ?? gearDown;
		// Above the speed at which it may be moved it is rightly left where it is.
		const begunBelow = (limitKias: number | undefined) => {
			let slow = from;
			if (speed && limitKias !== undefined)
				slow =
					runs(
						from,
						to,
						SLOW_SECONDS * track.rateHz,
						(i) => speed[i]! <= limitKias - BELOW_KT - GUSTS_KT * (rough - 1)
					)[0]?.from ?? to;
			return Math.min(to, slow + Math.round(settings.configurationSeconds * track.rateHz));
		};
		const wantedFlaps = flapsDeg;
		const wantedGear = gearDown;
		const look = (
			limitKias: number | undefined,
			wrong: (i: number) => boolean,
			text: (i: number) => string
		) => {
			const begun = begunBelow(limitKias);
			const [first] = runs(begun, to, 5 * track.rateHz, wrong);
			if (first)
				found.push(
					fault(
						'configuration-wrong',
						track.timeOf(first.from),
						track.timeOf(first.to),
						`${phase.name}: ${text(first.from)}`,
						'Say the configuration with the phase, move it, and look that it has come.'
					)
				);
		};
		if (flaps)
			look(
				flapsDeg > 0 ? aircraft?.speeds.flapsMaximumKias : undefined,
				(i) => Math.abs(flaps[i]! - wantedFlaps) > settings.configurationFlapsDeg,
				(i) => `flap stood at ${Math.round(flaps[i]!)}°, ${wantedFlaps}° was asked for.`
			);
		if (gear && wantedGear !== undefined)
			look(
				aircraft?.gear?.operateMaximumKias,
				(i) => Math.abs(gear[i]! - (wantedGear ? 1 : 0)) > 0.5,
				() => `the gear was ${wantedGear ? 'up' : 'down'}, ${wantedGear ? 'down' : 'up'} was asked for.`
			);
	}
	return found;
}
