import { normalizeDeg, signedDeg, type FailureKind, type TaskCard } from '../../src/index.js';

/** How a card is varied so that its fault can show, beside the air and the seed. */
export type Variation = 'across' | 'along' | 'own-heading' | 'failing';
export type Air = 'none' | 'light' | 'moderate';
/** What makes one flight of a card another. */
export interface Variety {
	seed: number;
	air: Air;
	vary: Variation | null;
}

/** What fails in the flights of the one who says nothing: nothing that the attitude or the wings hang on. */
const FAILING: FailureKind[] = ['turn-coordinator', 'pitot-ram', 'altimeter-stuck', 'heading-stuck'];

function courseOfCard(card: TaskCard): number {
	const path = card.phases
		.map(({ path: one }) => one)
		.findLast((one) => one?.kind === 'course' || one?.kind === 'hold');
	return path?.kind === 'hold' ? path.inboundCourseDeg : path?.kind === 'course' ? path.courseDeg : 0;
}

/** A card in its air: up to 20 kt from anywhere, or 10 to 25 kt within 35° of across or along the course. */
export function varied(base: TaskCard, { seed, air, vary }: Variety): TaskCard {
	const course = vary === 'across' || vary === 'along';
	const speedKt = course ? 10 + ((seed * 7) % 16) : (seed * 7) % 21;
	const about = courseOfCard(base) + (vary === 'across' ? 90 : 0) + (seed % 2 ? 180 : 0);
	const fromDeg = normalizeDeg(course ? about + signedDeg(seed * 23) * (35 / 180) : seed * 47);
	const weather = { ...base.weather, turbulence: air, windLayers: [{ altitudeFt: 0, fromDeg, speedKt }] };
	const start =
		vary === 'own-heading'
			? {
					...base.start,
					headingDeg: normalizeDeg(
						courseOfCard(base) + (seed % 2 ? 13 + ((seed * 11) % 12) : -(18 + ((seed * 11) % 28)))
					)
				}
			: base.start;
	const failures =
		vary === 'failing'
			? [
					{
						kind: FAILING[seed % FAILING.length]!,
						onset: { kind: 'at' as const, seconds: 30 + (seed % 5) * 8 }
					}
				]
			: base.failures;
	return { ...base, weather, start, failures };
}
