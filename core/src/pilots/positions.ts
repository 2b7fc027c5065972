import type { DrawnLine } from '../aircraft/index.js';
import { normalizeDeg, signedDeg, toRadians } from '../base/index.js';
import { solveStation } from '../navigation/index.js';
import type { CardPlace } from '../paths/index.js';
import { northOf, RECEIVER_BITS } from '../world/index.js';
import type { PathPilot, Routine } from './path-pilot.js';

const SETTLE_SECONDS = 6;
/** Identified within this, or not at all, s. */
const IDENT_SECONDS = 30;
/** Change of bearing that is timed across a station without a distance, degrees. */
const CHANGE_DEG = 10;
const TICK = 0.1;

/** Finds where the aircraft is by the bearings of two stations, or of one that is timed, and says so. */
export function* findPosition(pilot: PathPilot, [first, second]: readonly [string, string]): Routine {
	const one = pilot.radioPerception.place(first);
	pilot.tune(first, pilot.settings.nav1.courseDeg);
	yield* identified(pilot, one.kind === 'ndb' ? 'adf' : 'nav1');
	if (first === second) {
		yield* byTime(pilot, one);
		return;
	}
	const bearing = yield* settled(pilot);
	const heading = pilot.headingDeg;
	const two = pilot.radioPerception.place(second);
	pilot.set({ nav2: { ...pilot.settings.nav2, activeMHz: two.frequency! }, pointer: 'nav2' });
	pilot.listenTo('nav2');
	yield* identified(pilot, 'nav2');
	const other = yield* settled(pilot);
	const at = crossing(one, bearing, two, other, pilot.radioPerception.variationDeg);
	pilot.say(at.northNm, at.eastNm, [radialOf(one, bearing), radialOf(two, other)]);
	for (;;) yield { kind: 'heading', headingDeg: heading };
}

/** The line of a bearing, as it is drawn from its station. */
const radialOf = ({ northNm, eastNm }: CardPlace, bearingDeg: number): DrawnLine => ({
	northNm,
	eastNm,
	radialDeg: normalizeDeg(bearingDeg + 180)
});

function* identified(pilot: PathPilot, receiver: 'nav1' | 'nav2' | 'adf'): Routine {
	const heading = pilot.headingDeg;
	for (let t = 0; t < IDENT_SECONDS; t += TICK) {
		if (t > 1 && (pilot.radioPerception.radio.identified & RECEIVER_BITS[receiver]) !== 0) return;
		yield { kind: 'heading', headingDeg: heading };
	}
}

function* settled(pilot: PathPilot): Generator<{ kind: 'heading'; headingDeg: number }, number, void> {
	const heading = pilot.headingDeg;
	for (let t = 0; t < SETTLE_SECONDS; t += TICK) yield { kind: 'heading', headingDeg: heading };
	return pilot.radioPerception.bearingDeg ?? heading;
}

/** Turns the station abeam, times ten degrees of bearing, and works out how far it is. */
function* byTime(pilot: PathPilot, station: CardPlace): Routine {
	const start = yield* settled(pilot);
	const across = normalizeDeg(start - 90);
	const side = normalizeDeg(across - pilot.headingDeg) <= 180 ? 'right' : 'left';
	yield* pilot.turn(side, () => across);
	yield* pilot.hold(across, 8);
	const first = pilot.radioPerception.bearingDeg ?? start;
	let seconds = 0;
	let changed = 0;
	while (Math.abs(changed) < CHANGE_DEG && seconds < 900) {
		seconds += TICK;
		yield { kind: 'heading', headingDeg: across };
		changed = signedDeg((pilot.radioPerception.bearingDeg ?? first) - first);
	}
	const { distanceNm } = solveStation(Math.max(1, Math.abs(changed)), seconds, pilot.trueAirspeedKt);
	const bearing = toRadians(
		(pilot.radioPerception.bearingDeg ?? first) + northOf(station, pilot.radioPerception.variationDeg)
	);
	// The distance worked out is the one at the begin; it has hardly changed across the station.
	pilot.say(
		station.northNm - distanceNm * Math.cos(bearing),
		station.eastNm - distanceNm * Math.sin(bearing)
	);
	for (;;) yield { kind: 'heading', headingDeg: across };
}

/** Where the lines of two bearings cross, on the plane. Lines that hardly differ cross at the first station. */
function crossing(
	one: CardPlace,
	bearingToOneDeg: number,
	two: CardPlace,
	bearingToTwoDeg: number,
	variationDeg: number
): { northNm: number; eastNm: number } {
	const [a, b] = [
		toRadians(bearingToOneDeg + northOf(one, variationDeg)),
		toRadians(bearingToTwoDeg + northOf(two, variationDeg))
	];
	const sine = Math.sin(b - a);
	if (Math.abs(sine) < 1e-3) return { northNm: one.northNm, eastNm: one.eastNm };
	const [north, east] = [two.northNm - one.northNm, two.eastNm - one.eastNm];
	// Back from the first station along its bearing.
	const back = -(north * Math.sin(b) - east * Math.cos(b)) / sine;
	return { northNm: one.northNm - back * Math.cos(a), eastNm: one.eastNm - back * Math.sin(a) };
}
