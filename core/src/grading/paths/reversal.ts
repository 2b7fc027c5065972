import { runs, signedDeg } from '../../base/index.js';
import type { ReversalPath } from '../../paths/index.js';
import { seenFrom } from '../../world/index.js';
import { alongOf, placeOf, type Flown } from './flown.js';

export interface ReversalReport {
	phase: number;
	startSeconds: number;
	endSeconds: number;
	shape: ReversalPath['shape'];
	farthestNm: number;
	farthestAtSeconds: number;
	limitNm: number;
	/** Turned off the outbound leg to the side that was asked for. */
	rightSide: boolean;
	/** From the station to the begin of the turn off the outbound course. */
	outboundSeconds: number | null;
	wantedSeconds: number;
	/** From the inbound course where it was established, NM right. */
	establishedNm: number;
}

const OFF_OUTBOUND_DEG = 25;
/** Off it for so long is the turn, and no gust or correction. */
const TURN_SECONDS = 10;
const TURN_DEG = 36;
/** Arriving so far off the outbound course it has to be met first, which may take this share of the time outbound. */
const ARRIVING_DEG = 60;
const MEETING_SHARE = 0.7;

export function reversalReport(flown: Flown, path: ReversalPath): ReversalReport {
	const { card, track, from, to, phase } = flown;
	const { variationDeg } = card.navigation!;
	const place = placeOf(flown, path.aid);
	const inbound = alongOf(flown, place, path.inboundCourseDeg);
	const [north, east, altitude] = [
		track.column('northNm'),
		track.column('eastNm'),
		track.column('altitudeFt')
	];
	let farthest = from;
	let farthestNm = 0;
	for (let i = from; i < to; i++) {
		const at = { northNm: north[i]!, eastNm: east[i]!, altitudeFt: altitude[i]! };
		const { slantNm } = seenFrom(place, at, variationDeg);
		if (slantNm > farthestNm) [farthest, farthestNm] = [i, slantNm];
	}
	const heading = track.column('headingDeg');
	const [leg] = runs(from, to, 10 * track.rateHz, (i) => {
		return Math.abs(signedDeg(heading[i]! - path.outboundCourseDeg)) < OFF_OUTBOUND_DEG;
	});
	// Who comes from another side has the outbound course to meet first: those turns are not the figure's.
	const arrives = Math.abs(signedDeg(heading[from]! - path.outboundCourseDeg)) > ARRIVING_DEG;
	const met =
		leg && arrives ? leg.from + Math.round(MEETING_SHARE * path.outboundSeconds * track.rateHz) : from;
	const begin = Math.min(to, Math.max(met, leg ? leg.to : from));
	// The side is that to which the nose first leaves the outbound course for good, whatever the wind does to the ground track.
	const leaves = (side: 1 | -1): number =>
		runs(
			begin,
			to,
			TURN_SECONDS * track.rateHz,
			(i) => side * signedDeg(heading[i]! - path.outboundCourseDeg) >= TURN_DEG
		)[0]?.from ?? Infinity;
	const [right, left] = [leaves(1), leaves(-1)];
	return {
		phase,
		startSeconds: track.timeOf(from),
		endSeconds: track.timeOf(to - 1),
		shape: path.shape,
		farthestNm,
		farthestAtSeconds: track.timeOf(farthest),
		limitNm: path.limitNm,
		rightSide: right !== left && right < left === (path.side === 'right'),
		outboundSeconds: leg ? (leg.to - leg.from) / track.rateHz : null,
		wantedSeconds: path.outboundSeconds,
		establishedNm: inbound.at(-1)?.rightNm ?? 0
	};
}

/** A reversal stays inside its limit and on its side. */
export const beyondLimits = ({ farthestNm, limitNm, rightSide }: ReversalReport): string[] => [
	...(farthestNm > limitNm ? [`went ${farthestNm.toFixed(1)} NM out, ${limitNm} NM was the limit`] : []),
	...(rightSide ? [] : ['was flown on the wrong side'])
];
