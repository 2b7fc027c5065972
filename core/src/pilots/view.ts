import { dot, rightOf, unit } from '../base/index.js';
import { glideShare } from '../paths/index.js';
import type { Sight } from '../procedures/index.js';
import { bestSightOf, landedOn, type CardFlight } from '../training/index.js';

/** What the eye outside makes out: the runway or less, how far above the path to it, and how far right of its line. */
export interface View {
	sight: Sight;
	/** Shares of a glidepath's full scale above the path to the threshold. */
	slope: number;
	rightNm: number;
	/** Before the threshold, along the runway. */
	beforeNm: number;
	/** Above the threshold, ft. */
	heightFt: number;
}

/** What the eye makes out ahead, while an approach is near enough for a look; null elsewhere. */
export function viewOf({ card, flight, progress }: CardFlight): View | null {
	const { approach } = card;
	const phase = card.phases[Math.max(0, progress.current)];
	if (!approach || !phase || !['final', 'minimum', 'circling'].includes(phase.segment ?? '')) return null;
	const { northNm, eastNm, altitudeFt, headingDeg } = flight.truth();
	const eye = { northNm, eastNm, altitudeFt, headingDeg: headingDeg + card.navigation!.variationDeg };
	const threshold = landedOn(approach);
	const d = { north: northNm - threshold.northNm, east: eastNm - threshold.eastNm };
	const visual = card.phases.find(
		({ after, path }) => after === 'continue' && path?.kind === 'course' && path.glide
	);
	const glide = visual?.path?.kind === 'course' ? visual.path.glide : undefined;
	return {
		sight: bestSightOf(card.weather, approach, eye),
		slope: glide ? glideShare(glide, { northNm, eastNm, altitudeFt }) : 0,
		rightNm: rightOf(threshold.trueDeg, d),
		beforeNm: -dot(unit(threshold.trueDeg), d),
		heightFt: altitudeFt - threshold.elevationFt
	};
}
