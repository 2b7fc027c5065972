import { normalizeDeg } from '../base/index.js';
import type { ReversalPath } from '../paths/index.js';
import { flyLap, groundShare } from './holding.js';
import type { PathPilot, Routine } from './path-pilot.js';

const CUT_DEG = 45;
const BARB_SECONDS = 60;
const TICK = 0.1;

/** Flies a course reversal: out, round, and in on the inbound course. */
export function* flyReversal(pilot: PathPilot, path: ReversalPath): Routine {
	const { aid, shape, outboundCourseDeg, inboundCourseDeg } = path;
	const mirrored = path.side === 'right' ? 'left' : 'right';
	const side = pilot.technique.turnsWrongSide ? mirrored : path.side;
	const other = side === 'right' ? 'left' : 'right';
	const sign = side === 'right' ? 1 : -1;
	const corrected = (courseDeg: number) => normalizeDeg(courseDeg + pilot.correctionDeg(courseDeg));
	// Timed legs are of still air: with the wind behind they are flown shorter.
	const seconds = path.outboundSeconds / Math.max(0.5, groundShare(pilot, outboundCourseDeg));
	if (shape === 'racetrack') {
		// One lap of a hold, established at its end instead of held.
		const lap = {
			kind: 'hold',
			aid,
			inboundCourseDeg,
			turns: side,
			inboundSeconds: path.outboundSeconds,
			timing: 'outbound',
			circuits: 1
		} as const;
		yield* flyLap(pilot, lap);
		yield* pilot.flyCourse(aid, inboundCourseDeg, CUT_DEG);
		return;
	}
	yield* pilot.turn(shorterSide(pilot, outboundCourseDeg), () => corrected(outboundCourseDeg));
	for (let t = 0; t < seconds; t += TICK) {
		const headingDeg = pilot.courseHeading(aid, outboundCourseDeg, CUT_DEG);
		yield { kind: 'heading', headingDeg };
	}
	if (shape === '45-180') {
		const barb = normalizeDeg(outboundCourseDeg + sign * 45);
		yield* pilot.turn(side, () => barb);
		// A barb that the wind blows outward is flown shorter.
		const ground = Math.max(0.6, groundShare(pilot, barb));
		yield* pilot.hold(barb, BARB_SECONDS / ground - 15);
		yield* pilot.turn(other, () => normalizeDeg(barb + 180));
	} else if (shape === '80-260') {
		yield* pilot.turn(side, () => normalizeDeg(outboundCourseDeg + sign * 80));
		yield* pilot.turn(other, () => corrected(inboundCourseDeg));
	} else yield* pilot.turn(side, () => corrected(inboundCourseDeg));
	pilot.tune(aid, inboundCourseDeg);
	yield* pilot.flyCourse(aid, inboundCourseDeg, CUT_DEG);
}

function shorterSide(pilot: PathPilot, toDeg: number): 'left' | 'right' {
	return normalizeDeg(toDeg - pilot.headingDeg) <= 180 ? 'right' : 'left';
}
