import { signedDeg } from '../../base/index.js';
import { bearingTo, type ArcPath } from '../../paths/index.js';
import { pathDeviation } from '../../training/index.js';
import { placeOf, type Flown } from './flown.js';

/** Distances from an arc within which it is graded, NM. Source: domain figures; the containment is a setting. */
export const ARC_TIERS_NM = { containment: 4, test: 1, sharp: 0.25 } as const;
/** How closely an arc is kept: as a sharp pilot does, as a test asks, as the chart protects. */
export type ArcTier = keyof typeof ARC_TIERS_NM;

export interface ArcReport {
	phase: number;
	startSeconds: number;
	endSeconds: number;
	radiusNm: number;
	/** How far round it was gone, degrees, + clockwise; absent in a grade of before. */
	sweptDeg?: number;
	/** Share of the time within each tier, 0 to 100, from the time to settle on. */
	withinPercent: Record<ArcTier, number>;
	rmsNm: number;
	worstNm: number;
	worstAtSeconds: number;
	/** Where the turn on to the arc ended, NM outside. */
	rolledOutNm: number | null;
}

const ROLLED_OUT_DEG = 6;

/** How an arc was flown; nothing where it was not flown long enough to tell. */
export function arcReports(flown: Flown, path: ArcPath): ArcReport[] {
	const { card, track, from, to, phase } = flown;
	const column = pathDeviation(card, card.phases[phase]!, track, 'arcNm');
	const settle = card.phases[phase]!.targets.arcNm?.settleSeconds ?? 0;
	const start = Math.min(to, from + Math.round(settle * track.rateHz));
	if (!column || start >= to) return [];
	const off = column.subarray(start, to);
	let worst = 0;
	off.forEach((value, i) => {
		if (Math.abs(value) > Math.abs(off[worst]!)) worst = i;
	});
	const bank = track.column('bankDeg');
	let turned = from;
	while (turned < to && Math.abs(bank[turned]!) < ROLLED_OUT_DEG) turned++;
	while (turned < to && Math.abs(bank[turned]!) >= ROLLED_OUT_DEG) turned++;
	const place = placeOf(flown, path.aid);
	const { variationDeg } = card.navigation!;
	const [north, east] = [track.column('northNm'), track.column('eastNm')];
	const bearing = (i: number) => bearingTo(place, variationDeg, north[i]!, east[i]!);
	let sweptDeg = 0;
	for (let i = start + 1; i < to; i++) sweptDeg += signedDeg(bearing(i) - bearing(i - 1));
	const within = (limit: number) =>
		(100 * off.filter((value) => Math.abs(value) <= limit).length) / off.length;
	return [
		{
			phase,
			startSeconds: track.timeOf(from),
			endSeconds: track.timeOf(to - 1),
			radiusNm: path.radiusNm,
			sweptDeg,
			withinPercent: {
				containment: within(ARC_TIERS_NM.containment),
				test: within(ARC_TIERS_NM.test),
				sharp: within(ARC_TIERS_NM.sharp)
			},
			rmsNm: Math.sqrt(off.reduce((sum, value) => sum + value ** 2, 0) / off.length),
			worstNm: off[worst]!,
			worstAtSeconds: track.timeOf(start + worst),
			rolledOutNm: turned < to ? column[turned]! : null
		}
	];
}

/** Less than this is on the way to the arc, or too little to tell, degrees. */
const SWEPT_DEG = 10;
/** Whether an arc was flown the other way than its own. */
export const isWrongWayRound = ({ sweptDeg = 0 }: ArcReport, { direction }: ArcPath): boolean =>
	(direction === 'clockwise' ? -sweptDeg : sweptDeg) > SWEPT_DEG;

/** An arc has a direction: no tolerance covers the other. */
export const wrongWayRound = (report: ArcReport, path: ArcPath): string[] =>
	isWrongWayRound(report, path) ? [`was flown the wrong way round: ${path.direction} was asked for`] : [];
