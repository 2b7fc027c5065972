import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction, unit } from '../base/index.js';
import { Category } from '../navigation/index.js';
import { Minimum, Procedure, RunwayId, SIGHTS, sightOf, type Sight } from '../procedures/index.js';

const closed = { additionalProperties: false } as const;
const plane = Type.Number({ minimum: -200, maximum: 200, description: 'NM in the area' });
const point = { northNm: plane, eastNm: plane };
const miles = Type.Number({ minimum: -10, maximum: 60, description: 'NM before the threshold' });

/** How much above a descent minimum one levels off, where nothing else is said, ft. */
export const USUAL_ADDED_FT = 40;

/** The parts of an approach that a card may be made of. */
const APPROACH_PARTS = ['whole', 'final', 'steps', 'missed', 'reversal'] as const;
export type ApproachPart = (typeof APPROACH_PARTS)[number];

/** The end of a runway that is landed on, where it lay. */
const RunwayEnd = Type.Object(
	{
		...point,
		elevationFt: Type.Number({ minimum: -200, maximum: 12000 }),
		trueDeg: Direction,
		headingDeg: Direction,
		lengthM: Type.Number({ minimum: 300, maximum: 5000 }),
		widthM: Type.Number({ minimum: 10, maximum: 80 }),
		lights: Type.Union([Type.Literal('full'), Type.Literal('simple'), Type.Literal('none')])
	},
	closed
);

/**
 * An approach as a card keeps it: the procedure as it stood, and where its places lay. So a flight is graded by what it
 * was flown with, whatever becomes of the area.
 */
export const CardApproach = Type.Object(
	{
		procedure: Procedure,
		part: Type.Union(APPROACH_PARTS.map((part) => Type.Literal(part))),
		category: Category,
		/** The minimum that it is flown to. */
		minimum: Minimum,
		/** How much above a descent minimum to level off, ft. */
		addedFt: Type.Number({ minimum: 0, maximum: 200 }),
		/** The minimum rounded up as the bug is set, ft. */
		bugFt: Type.Number({ minimum: 0, maximum: 15000 }),
		threshold: RunwayEnd,
		/** Direction of the final, true, and its fix. */
		finalTrueDeg: Direction,
		finalFix: Type.Object(
			{ ...point, beforeNm: miles, altitudeFt: Type.Number({ minimum: 0, maximum: 15000 }) },
			closed
		),
		missedPoint: Type.Object({ ...point, beforeNm: miles }, closed),
		/** The runway that is circled to, where it is another than the one the final leads to. */
		circleTo: Type.Optional(Type.Composite([Type.Object({ runway: RunwayId }), RunwayEnd], closed)),
		/** How far from the thresholds circling is protected, NM; where one circles. */
		circlingNm: Type.Optional(Type.Number({ minimum: 0.5, maximum: 10 })),
		/** Knots over the ground on the final, in the wind of the day, and s from the final fix to the missed approach point. */
		finalGroundspeedKt: Type.Number({ minimum: 10, maximum: 400 }),
		finalSeconds: Type.Number({ minimum: 0, maximum: 3600 })
	},
	closed
);
export type CardApproach = Static<typeof CardApproach>;

/** Miles before the threshold along the final course; negative past it. North and east in NM. */
export function beforeThresholdNm(
	{ threshold, finalTrueDeg }: Pick<CardApproach, 'threshold' | 'finalTrueDeg'>,
	northNm: number,
	eastNm: number
): number {
	const along = unit(finalTrueDeg);
	return (threshold.northNm - northNm) * along.north + (threshold.eastNm - eastNm) * along.east;
}

/** The end of the runway that is landed on: the one circled to, or the one the final leads to. */
export const landedOn = ({ circleTo, threshold }: CardApproach): Static<typeof RunwayEnd> =>
	circleTo ?? threshold;

/** The most that can be seen of the runway: of the end that the final leads to, or of the one that is circled to. */
export function bestSightOf(
	weather: Parameters<typeof sightOf>[0],
	approach: CardApproach,
	eye: Parameters<typeof sightOf>[2]
): Sight {
	const circles = approach.minimum.guidance === 'circling';
	const seen = sightOf(weather, approach.threshold, eye, circles);
	if (!approach.circleTo) return seen;
	const other = sightOf(weather, approach.circleTo, eye, circles);
	return SIGHTS.indexOf(other) > SIGHTS.indexOf(seen) ? other : seen;
}

/** A minimum as its bug is set: rounded up to the next step, never down. @param stepFt 10 or 20. */
export const bugOf = (minimumFt: number, stepFt: number): number => Math.ceil(minimumFt / stepFt) * stepFt;
