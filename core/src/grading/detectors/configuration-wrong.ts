import { runs } from '../../base/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { stretches } from './stretches.js';

/** Flap or gear that was not as the card had it, long after the phase had begun. */
export function configurationWrong({ card, track, times, settings, aircraft }: Evidence): Fault[] {
	const flaps = track.has('flapsDeg') ? track.column('flapsDeg') : null;
	const gear = track.has('gear') && aircraft?.gear ? track.column('gear') : null;
	let { flapsDeg, gearDown } = card.start;
	const found: Fault[] = [];
	for (const { phase, from, to } of stretches(card, track, times)) {
		flapsDeg = phase.configuration?.flapsDeg ?? flapsDeg;
		gearDown = phase.configuration?.gearDown ?? gearDown;
		const begun = Math.min(to, from + Math.round(settings.configurationSeconds * track.rateHz));
		const wantedFlaps = flapsDeg;
		const wantedGear = gearDown;
		const look = (wrong: (i: number) => boolean, text: (i: number) => string) => {
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
				(i) => Math.abs(flaps[i]! - wantedFlaps) > settings.configurationFlapsDeg,
				(i) => `flap stood at ${Math.round(flaps[i]!)}°, ${wantedFlaps}° was asked for.`
			);
		if (gear && wantedGear !== undefined)
			look(
				(i) => Math.abs(gear[i]! - (wantedGear ? 1 : 0)) > 0.5,
				() => `the gear was ${wantedGear ? 'up' : 'down'}, ${wantedGear ? 'down' : 'up'} was asked for.`
			);
	}
	return found;
}
