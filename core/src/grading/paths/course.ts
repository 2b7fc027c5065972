import { meanDirection, runs, signedDeg } from '../../base/index.js';
import { courseOf, scaleShare, type CoursePath } from '../../paths/index.js';
import { alongOf, neededCorrectionDeg, placeOf, type Flown } from './flown.js';

/** How a course was intercepted or tracked. */
export interface CourseReport {
	phase: number;
	startSeconds: number;
	endSeconds: number;
	kind: 'intercept' | 'track';
	/** Angle of the heading to the course while it was cut; null where there was no cut. */
	cutDeg: number | null;
	wantedCutDeg: number | null;
	/** How far past the course it went when it first came to it, NM and shares of full scale. */
	overshootNm: number | null;
	overshootShare: number | null;
	/** Until within a quarter of full scale for five seconds; null where it never was. */
	establishedSeconds: number | null;
	/** Root mean square from the course, from then on. */
	rmsNm: number | null;
	rmsShare: number | null;
	/** The nose off the course, mean, while it was tracked along the course; and what the wind asked for, + right. */
	correctionDeg: number | null;
	neededDeg: number;
	/** Greatest distances from the course between its crossings, NM, in order. */
	swingsNm: number[];
	/** Each swing smaller than the one before; null with fewer than three. */
	converges: boolean | null;
}

const ESTABLISHED = { share: 0.25, seconds: 5 };
const CUT_LEAST_DEG = 12;
const WINGS_LEVEL_DEG = 6;
const SWING_LEAST_NM = 0.05;
/** Over the ground this near to the course is along it, degrees. */
const ALONG_DEG = 6;
/** Nearer to the station no angle is judged, NM. */
export const NEAR_NM = 1;

export function courseReport(flown: Flown, path: CoursePath): CourseReport {
	const { track, from, to, phase } = flown;
	const course = courseOf(path)!;
	const place = placeOf(flown, course.aid);
	const along = alongOf(flown, place, course.courseDeg);
	const shares = along.map(({ rightNm, distanceNm }) =>
		scaleShare(place, course.fullScale, rightNm, distanceNm)
	);
	const heading = track.column('headingDeg');
	const bank = track.column('bankDeg');
	const off = (i: number) => signedDeg(heading[i]! - course.courseDeg);

	// The cut: the longest straight stretch that closes with the course by more than a correction.
	const cuts = runs(from, to, 5 * track.rateHz, (i) => {
		const { rightNm } = along[i - from]!;
		return Math.abs(bank[i]!) < WINGS_LEVEL_DEG && Math.abs(off(i)) > CUT_LEAST_DEG && off(i) * rightNm < 0;
	}).sort((a, b) => b.to - b.from - (a.to - a.from));
	const cut = cuts[0];
	const cutDeg = cut
		? Math.abs(signedDeg(meanDirection(heading, cut.from, cut.to) - course.courseDeg))
		: null;

	const [settled] = runs(from, to, ESTABLISHED.seconds * track.rateHz, (i) => {
		return Math.abs(shares[i - from]!) <= ESTABLISHED.share && along[i - from]!.distanceNm > NEAR_NM / 2;
	});
	const established = settled?.from ?? null;

	const firstSide = Math.sign(along.find(({ rightNm }) => Math.abs(rightNm) > SWING_LEAST_NM)?.rightNm ?? 0);
	let [overshootNm, overshootShare]: [number | null, number | null] = [null, null];
	if (firstSide !== 0 && along.some(({ rightNm }) => rightNm * firstSide < 0)) {
		const past = along.map(({ rightNm, distanceNm }, i) =>
			distanceNm > NEAR_NM
				? { nm: -rightNm * firstSide, share: -shares[i]! * firstSide }
				: { nm: 0, share: 0 }
		);
		const begun = past.findIndex(({ nm }) => nm > 0);
		const back = past.findIndex(({ nm }, i) => i > begun && nm < 0);
		const swing = begun < 0 ? [] : past.slice(begun, back < 0 ? undefined : back);
		overshootNm = Math.max(0, ...swing.map(({ nm }) => nm));
		overshootShare = Math.max(0, ...swing.map(({ share }) => share));
	}

	const judged: number[] = [];
	for (let i = established ?? to; i < to; i++) if (along[i - from]!.distanceNm > NEAR_NM) judged.push(i);
	// A cut, and the turn out of it, is no correction: only what goes along the course over the ground is.
	const direction = track.column('trackDeg');
	const kept = judged.filter(
		(i) =>
			Math.abs(bank[i]!) < WINGS_LEVEL_DEG &&
			Math.abs(signedDeg(direction[i]! - course.courseDeg)) <= ALONG_DEG
	);
	const root = (value: (i: number) => number) =>
		judged.length === 0 ? null : Math.sqrt(judged.reduce((sum, i) => sum + value(i) ** 2, 0) / judged.length);
	const swingsNm = swings(along.map(({ rightNm }) => rightNm));
	return {
		phase,
		startSeconds: track.timeOf(from),
		endSeconds: track.timeOf(to - 1),
		kind: path.interceptDeg === undefined ? 'track' : 'intercept',
		cutDeg,
		wantedCutDeg: path.interceptDeg ?? null,
		overshootNm,
		overshootShare,
		establishedSeconds: established === null ? null : (established - from) / track.rateHz,
		rmsNm: root((i) => along[i - from]!.rightNm),
		rmsShare: root((i) => shares[i - from]!),
		correctionDeg: kept.length === 0 ? null : kept.reduce((sum, i) => sum + off(i), 0) / kept.length,
		neededDeg: neededCorrectionDeg(flown, course.courseDeg),
		swingsNm,
		converges:
			swingsNm.length < 3 ? null : swingsNm.every((swing, i) => i === 0 || swing <= swingsNm[i - 1]! * 1.05)
	};
}

/** The greatest distance between each two crossings; what is nearer than a trace of the needle is none. */
export function swings(rightNm: readonly number[]): number[] {
	const found: number[] = [];
	let [side, most] = [0, 0];
	for (const value of rightNm) {
		if (Math.abs(value) < SWING_LEAST_NM) continue;
		if (side !== 0 && Math.sign(value) !== side) {
			found.push(most);
			most = 0;
		}
		side = Math.sign(value);
		most = Math.max(most, Math.abs(value));
	}
	if (most > 0) found.push(most);
	return found;
}
