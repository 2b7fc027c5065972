import type { Path, PathKindId, PathOf } from '../paths/index.js';
import { flyArc } from './arcs.js';
import { flyHold } from './holding.js';
import { flyHoming } from './homing.js';
import type { PathPilot, Routine } from './path-pilot.js';
import { findPosition } from './positions.js';
import { flyReversal } from './reversing.js';

/** The usual cut, degrees, where the card asks for none. */
const USUAL_CUT_DEG = 45;

/** How a pilot flies each kind of path: what is tuned first, and the routine that follows. */
const ROUTINES = {
	course: (pilot, { aid, courseDeg, interceptDeg, ...rest }) => {
		pilot.tune(aid, courseDeg, rest);
		pilot.intercepting = interceptDeg !== undefined;
		return pilot.flyCourse(aid, courseDeg, interceptDeg ?? USUAL_CUT_DEG);
	},
	arc: (pilot, path) => {
		pilot.tune(path.aid, pilot.settings.nav1.courseDeg);
		return flyArc(pilot, path);
	},
	hold: (pilot, path) => {
		pilot.tune(path.aid, path.inboundCourseDeg);
		return flyHold(pilot, path);
	},
	reversal: (pilot, path) => {
		pilot.tune(path.aid, path.outboundCourseDeg);
		return flyReversal(pilot, path);
	},
	homing: (pilot, path) => {
		pilot.tune(path.aid, pilot.headingDeg);
		return flyHoming(pilot, path);
	},
	position: (pilot, { aids }) => findPosition(pilot, aids)
} as const satisfies { [K in PathKindId]: (pilot: PathPilot, path: PathOf<K>) => Routine };

/** Begins to fly a path. */
export const routineOf = (pilot: PathPilot, path: Path): Routine =>
	(ROUTINES[path.kind] as (pilot: PathPilot, path: Path) => Routine)(pilot, path);
