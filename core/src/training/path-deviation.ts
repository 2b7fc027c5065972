import { signedDeg } from '../base/index.js';
import {
	alongCourse,
	arcOf,
	courseOf,
	FixPassages,
	glideShare,
	placeOn,
	scaleShare
} from '../paths/index.js';
import { effectiveColumn, type Track } from '../recording/index.js';
import { seenFrom } from '../world/index.js';
import type { Phase, TaskCard } from './card.js';
import { isPathTarget, TARGET_CHANNELS, type PathTarget, type TargetKind } from './targets.js';

/** On a hold's or a reversal's inbound leg: track this near the course, bank no more than this, degrees. */
const INBOUND_TRACK_DEG = 25;
const INBOUND_BANK_DEG = 10;

/**
 * How far a recorded flight was from a phase's path, sample by sample: shares of full scale from its
 * course (+ right), or NM outside its arc. NaN where it does not apply, as in the turns of a hold.
 * @param begin sample at which the phase began: what a hold's entry does up to the first time over the fix is
 * not measured by the needle.
 * @returns null where the position was not recorded, or the phase has no such path.
 */
export function pathDeviation(
	card: Pick<TaskCard, 'navigation'>,
	phase: Pick<Phase, 'path'>,
	track: Track,
	kind: PathTarget,
	begin = 0
): Float64Array | null {
	const { path } = phase;
	const { navigation } = card;
	if (!path || !navigation || !track.has('northNm') || !track.has('eastNm')) return null;
	const north = track.column('northNm');
	const east = track.column('eastNm');
	const { variationDeg } = navigation;
	if (kind === 'arcNm') {
		const arc = arcOf(path);
		if (!arc || !track.has('altitudeFt')) return null;
		const place = placeOn(navigation, arc.aid);
		const altitude = track.column('altitudeFt');
		return north.map((northNm, i) => {
			const at = { northNm, eastNm: east[i]!, altitudeFt: altitude[i]! };
			return seenFrom(place, at, variationDeg).slantNm - arc.radiusNm;
		});
	}
	const course = courseOf(path);
	if (kind === 'glide') {
		if (!course?.glide || !track.has('altitudeFt')) return null;
		const { glide } = course;
		const altitude = track.column('altitudeFt');
		return north.map((northNm, i) =>
			glideShare(glide, { northNm, eastNm: east[i]!, altitudeFt: altitude[i]! })
		);
	}
	if (!course) return null;
	const place = placeOn(navigation, course.aid);
	const everywhere = course.measured === 'everywhere';
	const settled = everywhere ? (values: Float64Array) => values : fromCaptured;
	const direction = track.has('trackDeg') ? track.column('trackDeg') : null;
	const bank = track.has('bankDeg') ? track.column('bankDeg') : null;
	const fix =
		course.measured === 'inbound-after-fix'
			? new FixPassages(place, variationDeg, course.courseDeg, track.timeOf(begin))
			: null;
	let entered = fix === null;
	return settled(
		north.map((northNm, i) => {
			const along = alongCourse(place, variationDeg, course.courseDeg, northNm, east[i]!);
			const inbound =
				direction !== null &&
				Math.abs(signedDeg(direction[i]! - course.courseDeg)) <= INBOUND_TRACK_DEG &&
				Math.abs(bank?.[i] ?? 0) <= INBOUND_BANK_DEG &&
				along.pastNm < 0;
			const sample = { northNm, eastNm: east[i]!, trackDeg: direction?.[i] ?? course.courseDeg };
			if (i >= begin && fix?.passed(sample, track.timeOf(i))) entered = true;
			return everywhere || (inbound && entered)
				? scaleShare(place, course.fullScale, along.rightNm, along.distanceNm)
				: NaN;
		})
	);
}

/** A leg that is never captured counts over its last samples. */
const UNCAPTURED_SAMPLES = 150;
const CAPTURED_SHARE = 0.75;

/** Leaves out the begin of each inbound leg, until the course has been captured on it. */
function fromCaptured(shares: Float64Array): Float64Array {
	const kept = shares.slice();
	for (let from = 0; from < kept.length; from++) {
		if (Number.isNaN(kept[from])) continue;
		let to = from;
		while (to < kept.length && !Number.isNaN(kept[to])) to++;
		let captured = from;
		while (captured < to && Math.abs(kept[captured]!) > CAPTURED_SHARE) captured++;
		kept.fill(NaN, from, captured < to ? captured : Math.max(from, to - UNCAPTURED_SAMPLES));
		from = to;
	}
	return kept;
}

/** What a target is measured on: what its dial showed, or how far the flight was from the path. */
export const targetColumn = (
	card: Pick<TaskCard, 'navigation' | 'weather'>,
	phase: Pick<Phase, 'path'>,
	track: Track,
	kind: TargetKind,
	begin = 0
): Float64Array | null =>
	isPathTarget(kind)
		? pathDeviation(card, phase, track, kind, begin)
		: effectiveColumn(track, TARGET_CHANNELS[kind], card.weather);
