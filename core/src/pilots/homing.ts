import { signedDeg } from '../base/index.js';
import type { HomingPath } from '../paths/index.js';
import { TICK_SECONDS, type PathPilot, type Routine } from './path-pilot.js';

/** To a station by its pointer: nose on it, or a track straight in. */
export function* flyHoming(pilot: PathPilot, { aid, method }: HomingPath): Routine {
	// The pointer settles before it is believed.
	for (let t = 0; t < 3; t += TICK_SECONDS) yield { kind: 'heading', headingDeg: pilot.headingDeg };
	const courseDeg = pilot.radioPerception.bearingDeg ?? pilot.headingDeg;
	for (;;) {
		const { bearingDeg } = pilot.radioPerception;
		const abeam = bearingDeg === null || Math.abs(signedDeg(bearingDeg - pilot.headingDeg)) > 60;
		yield {
			kind: 'heading',
			headingDeg:
				method === 'track' ? pilot.courseHeading(aid, courseDeg, 30) : abeam ? pilot.headingDeg : bearingDeg
		};
	}
}
