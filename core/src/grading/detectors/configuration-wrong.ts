import { runningMean, runs } from '../../base/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { stretches } from './stretches.js';

/** Moved this far below its limit at the earliest, kt. */
const BELOW_KT = 3;
/** Slow enough is what has been so for a while, s. */
const SLOW_SECONDS = 5;

/** Flap or gear that was not as the card had it, long after the phase had begun. */
export function configurationWrong({ card, track, times, settings, aircraft }: Evidence): Fault[] {
	const flaps = track.has('flapsDeg') ? track.column('flapsDeg') : null;
	const gear = track.has('gear') && aircraft?.gear ? track.column('gear') : null;
	const speed = track.has('calibratedAirspeedKt')
		? runningMean(track.column('calibratedAirspeedKt'), track.rateHz)
		: null;
	let { flapsDeg, gearDown } = card.start;
	const found: Fault[] = [];
	for (const { phase, from, to } of stretches(card, track, times)) {
		flapsDeg = phase.configuration?.flapsDeg ?? flapsDeg;
		gearDown = phase.configuration?.gearDown ?? gearDown;
		// Above the speed at which it may be moved it is rightly left where it is.
		const begunBelow = (limitKias: number | undefined) => {
			let slow = from;
			if (speed && limitKias !== undefined)
				slow =
					runs(from, to, SLOW_SECONDS * track.rateHz, (i) => speed[i]! <= limitKias - BELOW_KT)[0]?.from ??
					to;
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
