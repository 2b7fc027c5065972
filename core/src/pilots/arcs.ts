import { clamp, normalizeDeg } from '../base/index.js';
import type { ArcPath } from '../paths/index.js';
import {
	LEARNT_WITHIN_NM,
	MOST_LEARNT_DEG,
	TICK_SECONDS,
	WIND_LEARNT,
	type PathPilot,
	type Routine
} from './path-pilot.js';

/** On an arc: by so many degrees for each mile off it, and at most. */
const ARC_DEG_PER_NM = 45;
const ARC_MOST_DEG = 30;

/** Round an arc by distance and pointer. */
export function* flyArc(pilot: PathPilot, { radiusNm, direction }: ArcPath): Routine {
	const side = (direction === 'clockwise' ? 1 : -1) * (pilot.technique.turnsWrongSide ? -1 : 1);
	for (;;) {
		const bearing = pilot.radioPerception.bearingDeg;
		if (bearing === null) {
			yield { kind: 'heading', headingDeg: pilot.headingDeg };
			continue;
		}
		const tangent = bearing - side * 90;
		const outside = pilot.radioPerception.distanceNm - radiusNm;
		const closing = clamp(outside * ARC_DEG_PER_NM, -ARC_MOST_DEG, ARC_MOST_DEG);
		if (Math.abs(outside) < LEARNT_WITHIN_NM) pilot.learntDeg += side * outside * WIND_LEARNT * TICK_SECONDS;
		pilot.learntDeg = clamp(pilot.learntDeg, -MOST_LEARNT_DEG, MOST_LEARNT_DEG);
		// The tangent turns on: the nose has to lead it by what the radius asks for in a few seconds.
		yield {
			kind: 'heading',
			headingDeg: normalizeDeg(tangent + side * closing + pilot.correctionDeg(tangent) + pilot.learntDeg)
		};
	}
}
