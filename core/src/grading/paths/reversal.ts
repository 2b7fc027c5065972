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
const TURN_BANK_DEG = 8;
const TURN_SECONDS = 5;
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
	// The side is that of the first turn off the outbound leg, whatever the wind does to the ground track.
	const bank = track.column('bankDeg');
	// Who comes from another side has the outbound course to meet first: those turns are not the figure's.
	const arrives = Math.abs(signedDeg(heading[from]! - path.outboundCourseDeg)) > ARRIVING_DEG;
	const met =
		leg && arrives ? leg.from + Math.round(MEETING_SHARE * path.outboundSeconds * track.rateHz) : from;
	const [turn] = runs(
		Math.min(to, Math.max(met, leg ? leg.to : from)),
		to,
		TURN_SECONDS * track.rateHz,
		(i) => Math.abs(bank[i]!) > TURN_BANK_DEG
	);
	return {
		phase,
		startSeconds: track.timeOf(from),
		endSeconds: track.timeOf(to - 1),
		shape: path.shape,
		farthestNm,
		farthestAtSeconds: track.timeOf(farthest),
		limitNm: path.limitNm,
		rightSide: turn !== undefined && bank[turn.from]! > 0 === (path.side === 'right'),
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
