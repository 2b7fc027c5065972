import { InfeasibleError, clamp, normalizeDeg, signedDeg } from '../base/index.js';
import { solveHold, solveHoldEntry, type HoldEntry } from '../navigation/index.js';
import type { HoldPath } from '../paths/index.js';
import type { PathPilot, Routine } from './path-pilot.js';

const CUT_DEG = 30;
/** With the fix this far off the course's direction a cut would not reach the course before it, degrees. */
const DIRECT_FROM_DEG = 20;
const CAPTURED_DEG = 10;
const BY_HEADING_SECONDS = 30;
/** Back to the course out of a parallel entry, whose leg is short. */
const PARALLEL_CUT_DEG = 45;
/** The outbound leg of an entry, s in still air. */
const ENTRY_SECONDS = 60;
/** The fix has been passed when the distance has grown by this from its least, NM; looked for when this near. */
const GROWN_NM = 0.015;
const NEAR_NM = 1.3;
const TICK = 0.1;
const STAYS_PAST_TICKS = 15;
/** Without being abeam by then after the turn, the clock is started all the same, s. */
const ABEAM_WITHIN_SECONDS = 25;

/** Sees when the fix is passed: the distance has stopped counting down; without one, the pointer has swung past. */
class Passage {
	private least = Infinity;
	private ahead = false;
	private behindTicks = 0;

	seen(pilot: PathPilot, { aid, inboundCourseDeg }: HoldPath): boolean {
		const place = pilot.radioPerception.place(aid);
		if (place.kind === 'ndb') {
			const bearing = pilot.radioPerception.bearingOf(place);
			if (bearing === null) return false;
			const off = Math.abs(signedDeg(bearing - inboundCourseDeg));
			if (off < 60) this.ahead = true;
			// In the cone the pointer swings to and fro: past is where it stays past.
			this.behindTicks = this.ahead && off > 90 ? this.behindTicks + 1 : 0;
			return this.behindTicks >= STAYS_PAST_TICKS;
		}
		const distanceNm =
			place.kind === 'fix' ? pilot.radioPerception.radio.rnavDistanceNm : pilot.radioPerception.distanceNm;
		this.least = Math.min(this.least, distanceNm);
		return this.least < NEAR_NM && distanceNm > this.least + GROWN_NM;
	}
}

/** Inbound to the fix on the course, until it is passed. */
function* toFix(pilot: PathPilot, path: HoldPath, clock: { seconds: number }): Routine {
	const passage = new Passage();
	const { aid, inboundCourseDeg } = path;
	const place = pilot.radioPerception.place(aid);
	let captured = false;
	while (!passage.seen(pilot, path)) {
		const begun = pilot.isOnLeg
			? clock.seconds > 0 || pilot.isOnLeg(inboundCourseDeg)
			: Math.abs(signedDeg(pilot.headingDeg - inboundCourseDeg)) < 35;
		if (begun) clock.seconds += TICK;
		// Too far to the side for the cut: straight back to the fix instead.
		const bearingDeg = pilot.radioPerception.bearingOf(place);
		const aside = bearingDeg === null ? 0 : Math.abs(signedDeg(bearingDeg - inboundCourseDeg));
		if (aside < CAPTURED_DEG) captured = true;
		// A beacon's pointer swings about near it: once on the course it is not run after.
		const follows = place.kind !== 'ndb' || !captured;
		const direct = bearingDeg !== null && follows && aside > DIRECT_FROM_DEG && aside < 90;
		// In bank the pointer dips and the nearer the more it swings: the last of the leg is flown by heading.
		if (place.kind === 'ndb' && captured && clock.seconds > path.inboundSeconds - BY_HEADING_SECONDS) {
			const headingDeg = normalizeDeg(inboundCourseDeg + pilot.correctionDeg(inboundCourseDeg));
			yield { kind: 'heading', headingDeg };
			continue;
		}
		yield {
			kind: 'heading',
			headingDeg: direct
				? normalizeDeg(bearingDeg + pilot.correctionDeg(bearingDeg))
				: pilot.courseHeading(aid, inboundCourseDeg, CUT_DEG)
		};
	}
}

/** Flies a hold as long as it is asked to: entry, then circuits by the exact answer for the forecast wind. */
export function* flyHold(pilot: PathPilot, path: HoldPath): Routine {
	const { inboundCourseDeg } = path;
	const asked = path.turns;
	const reversed = asked === 'right' ? 'left' : 'right';
	const turns = pilot.technique.turnsWrongSide ? reversed : asked;
	if (turns !== asked) path = { ...path, turns };
	const other = turns === 'right' ? 'left' : 'right';
	const sign = turns === 'right' ? 1 : -1;
	const outboundDeg = inboundCourseDeg + 180;
	const answer = plan(pilot, path);
	const found = solveHoldEntry({ inboundCourseDeg, turns, arrivalHeadingDeg: pilot.headingDeg }).entry;
	const WRONG: Record<HoldEntry, HoldEntry> = {
		direct: 'parallel',
		// Outbound straight from the fix can be the teardrop's own heading in a wind: parallel never is.
		teardrop: 'parallel',
		parallel: 'teardrop'
	};
	const entry = pilot.technique.wrongEntry ? WRONG[found] : found;
	const corrected = (courseDeg: number) => normalizeDeg(courseDeg + pilot.correctionDeg(courseDeg));
	// With the wind behind the outbound leg of an entry is shorter, against it longer.
	const ground = Math.max(0.5, groundShare(pilot, outboundDeg));
	if (entry !== 'direct') {
		const first = corrected(entry === 'teardrop' ? outboundDeg - sign * 30 : outboundDeg);
		const shorter = signedDeg(first - pilot.headingDeg) >= 0 ? 'right' : 'left';
		// A parallel entry keeps to the side away from the hold, unless that were nearly all the way round.
		const awayDeg = normalizeDeg((other === 'right' ? 1 : -1) * (first - pilot.headingDeg));
		yield* pilot.turn(entry === 'parallel' && awayDeg < 270 ? other : shorter, () => first);
		yield* pilot.hold(first, ENTRY_SECONDS / ground);
		const back = entry === 'teardrop' ? turns : other;
		// Through the course to a cut back to it, or on to it where the turn ends there.
		const cut = entry === 'parallel' ? -sign * PARALLEL_CUT_DEG : 0;
		yield* pilot.turn(back, () => normalizeDeg(inboundCourseDeg + cut));
		yield* toFix(pilot, path, { seconds: 0 });
	}
	let outboundSeconds = answer.secondsFromAbeam;
	let first = entry === 'direct';
	for (;;) {
		yield* outbound(pilot, path, answer.outboundHeadingDeg, outboundSeconds);
		const inbound = normalizeDeg(inboundCourseDeg + pilot.correctionDeg(inboundCourseDeg));
		yield* pilot.turn(turns, () => inbound);
		const clock = { seconds: 0 };
		yield* toFix(pilot, path, clock);
		// The error of the last inbound leg goes into the next outbound one, less what the wind makes of it.
		const wanted = path.timing === 'inbound' ? path.inboundSeconds : clock.seconds;
		pilot.legsOff.push(wanted - clock.seconds);
		const error = clamp(wanted - clock.seconds, -30, 30);
		if (!pilot.technique.forgetsTiming && !first)
			outboundSeconds = clamp(outboundSeconds + (0.7 * error) / ground, 5, 180);
		first = false;
	}
}

/** Out, along and back on to the inbound course: one lap by the exact answer. */
export function* flyLap(pilot: PathPilot, path: HoldPath): Routine {
	const answer = plan(pilot, path);
	pilot.tune(path.aid, path.inboundCourseDeg);
	yield* outbound(pilot, path, answer.outboundHeadingDeg, answer.secondsFromAbeam);
	yield* pilot.turn(path.turns, () =>
		normalizeDeg(path.inboundCourseDeg + pilot.correctionDeg(path.inboundCourseDeg))
	);
}

/**
 * The turn outbound and the leg after it, timed from abeam the fix; where that comes before the wings are
 * level, the clock runs already. The one who forgets times from wings level.
 */
function* outbound(pilot: PathPilot, path: HoldPath, headingDeg: number, seconds: number): Routine {
	const late = pilot.technique.forgetsTiming ?? false;
	let clock = late ? 0 : NaN;
	const turn = pilot.turn(path.turns, () => headingDeg);
	for (let turning = true, waited = 0; turning || clock < seconds || Number.isNaN(clock);) {
		const next = turn.next();
		turning = !next.done;
		if (late && turning) clock = 0;
		const bearingDeg = pilot.radioPerception.bearingOf(pilot.radioPerception.place(path.aid));
		const abeam = bearingDeg === null || Math.abs(signedDeg(bearingDeg - path.inboundCourseDeg)) <= 90;
		const away = Math.abs(signedDeg(pilot.headingDeg - path.inboundCourseDeg)) > 90;
		if (Number.isNaN(clock)) {
			if ((abeam && away) || waited > ABEAM_WITHIN_SECONDS) clock = 0;
			if (!turning) waited += TICK;
		} else clock += TICK;
		if (!turning && clock >= seconds) return;
		yield next.value ?? { kind: 'heading', headingDeg };
	}
}

function plan(pilot: PathPilot, path: HoldPath): { outboundHeadingDeg: number; secondsFromAbeam: number } {
	const { inboundCourseDeg, turns, inboundSeconds } = path;
	const { trueAirspeedKt, wind, technique } = pilot;
	const outboundDeg = normalizeDeg(inboundCourseDeg + 180);
	if (technique.ignoresWind || technique.forgetsTiming) {
		const corrected = outboundDeg - 2 * pilot.correctionDeg(inboundCourseDeg);
		return { outboundHeadingDeg: normalizeDeg(corrected), secondsFromAbeam: inboundSeconds };
	}
	try {
		const exact = solveHold({
			inboundCourseDeg,
			turns,
			trueAirspeedKt,
			windFromDeg: wind.fromDeg,
			windSpeedKt: wind.speedKt,
			inboundSeconds,
			bankLimitDeg: 30
		});
		if (!technique.correctsWrongSide) return exact;
		const mirrored = 2 * outboundDeg - exact.outboundHeadingDeg;
		return { ...exact, outboundHeadingDeg: normalizeDeg(mirrored) };
	} catch (error) {
		if (!(error instanceof InfeasibleError)) throw error;
		return { outboundHeadingDeg: outboundDeg, secondsFromAbeam: 5 };
	}
}

/** Groundspeed along a course in shares of the airspeed. */
export function groundShare(pilot: PathPilot, courseDeg: number): number {
	const angle = ((pilot.wind.fromDeg - courseDeg) * Math.PI) / 180;
	return 1 - (pilot.wind.speedKt * Math.cos(angle)) / pilot.trueAirspeedKt;
}
