import { FEET_PER_NM, signedDeg, toRadians } from '../base/index.js';
import { DECISION } from '../aircraft/index.js';
import {
	alongCourse,
	bearingTo,
	courseOf,
	FixPassages,
	glideShare,
	placeOn,
	scaleShare
} from '../paths/index.js';
import { effectiveValue, type ChannelName, type Sample, type SampleRow } from '../recording/index.js';
import { seenFrom, type Day } from '../world/index.js';
import type { Phase, TaskCard } from './card.js';
import { leavesOf, type LeafEvent, type PhaseEvent } from './events.js';

/** What events look at. */
export const EVENT_CHANNELS = [
	'indicatedAltitudeFt',
	'indicatedAirspeedKt',
	'indicatedHeadingDeg',
	'verticalSpeedFpm',
	'bankDeg',
	'pitchDeg',
	'byInstructor',
	'northNm',
	'eastNm',
	'altitudeFt',
	'trackDeg',
	'marks',
	'decision'
] as const satisfies ChannelName[];
/** The part of a sample that events look at. */
export type EventSample = Pick<Sample, (typeof EVENT_CHANNELS)[number]>;

/** What events look at in a live sample: a failed dial does not decide where the flight is on its card. */
export function eventSample(row: SampleRow, day: Day): EventSample {
	const seen = {} as EventSample;
	for (const name of EVENT_CHANNELS) seen[name] = effectiveValue(row, name, day);
	return seen;
}

export class EventWatch {
	private since: number[];
	/** Highest or lowest value so far, for events that wait for a turning back. */
	private extreme: number[];
	private readonly counts: number[];
	private fix: FixPassages | null = null;
	private readonly leaves: LeafEvent[];

	constructor(
		private readonly event: PhaseEvent,
		private readonly begunAt: number,
		private readonly card: TaskCard,
		private readonly phase: Phase
	) {
		this.leaves = leavesOf(event);
		this.since = this.leaves.map(() => NaN);
		this.extreme = this.leaves.map(() => NaN);
		this.counts = this.leaves.map(() => 0);
	}

	/** Whether the event has happened by this sample. */
	happened(sample: EventSample, seconds: number): boolean {
		const met = this.leaves.map((leaf, i) => this.leafMet(leaf, i, sample, seconds));
		return this.event.kind === 'all' ? met.every(Boolean) : met.some(Boolean);
	}

	private leafMet(leaf: LeafEvent, i: number, sample: EventSample, seconds: number): boolean {
		if (leaf.kind === 'elapsed') return seconds - this.begunAt >= leaf.seconds - 1e-9;
		if (!('channel' in leaf)) return this.navigated(leaf, i, sample, seconds);
		const value = sample[leaf.channel];
		if (leaf.kind === 'reversed') {
			const sign = leaf.from === 'top' ? 1 : -1;
			const before = this.extreme[i]!;
			if (Number.isNaN(before) || sign * value > sign * before) this.extreme[i] = value;
			return sign * (this.extreme[i]! - value) >= leaf.by;
		}
		const off = leaf.channel === 'indicatedHeadingDeg' ? signedDeg(value - leaf.value) : value - leaf.value;
		const now =
			leaf.kind === 'above' ? off >= 0 : leaf.kind === 'below' ? off <= 0 : Math.abs(off) <= leaf.tolerance;
		return this.held(i, now, seconds, leaf.heldSeconds);
	}

	/** Whether something has been so for long enough without a break. */
	private held(i: number, now: boolean, seconds: number, heldSeconds = 0): boolean {
		if (!now) {
			this.since[i] = NaN;
			return false;
		}
		if (Number.isNaN(this.since[i])) this.since[i] = seconds;
		return seconds - this.since[i]! >= heldSeconds - 1e-9;
	}

	/** Events of place: without a position they do not happen. */
	private navigated(
		leaf: Exclude<LeafEvent, { channel: unknown } | { kind: 'elapsed' }>,
		i: number,
		sample: EventSample,
		seconds: number
	): boolean {
		const { navigation } = this.card;
		const { northNm, eastNm, altitudeFt, trackDeg, marks, decision } = sample;
		if (leaf.kind === 'decided') return decision >= DECISION.continue;
		if (leaf.kind === 'abandoned') return decision === DECISION['go-around'];
		if (leaf.kind === 'marked') {
			if (Number.isNaN(this.extreme[i])) this.extreme[i] = marks;
			return marks > this.extreme[i]!;
		}
		if (!navigation || Number.isNaN(northNm)) return false;
		const { variationDeg } = navigation;
		switch (leaf.kind) {
			case 'passed': {
				const ahead = aheadNm(placeOn(navigation, leaf.aid), variationDeg, sample);
				return this.wentBehind(i, ahead);
			}
			case 'beyond': {
				const { northNm: north, eastNm: east } = placeOn(navigation, leaf.aid);
				const at = { northNm: north, eastNm: east };
				// Once past it stays past, whatever is flown after.
				if (alongCourse(at, variationDeg, leaf.courseDeg, northNm, eastNm).pastNm >= 0) this.counts[i] = 1;
				return this.counts[i] === 1;
			}
			case 'circuits': {
				const { path } = this.phase;
				if (path?.kind !== 'hold') return false;
				this.fix ??= new FixPassages(
					placeOn(navigation, path.aid),
					variationDeg,
					path.inboundCourseDeg,
					this.begunAt
				);
				if (this.fix.passed(sample, seconds)) this.counts[i]!++;
				return this.counts[i]! >= leaf.count;
			}
			case 'nearer':
			case 'farther': {
				const at = { northNm, eastNm, altitudeFt };
				const { slantNm } = seenFrom(placeOn(navigation, leaf.aid), at, variationDeg);
				return leaf.kind === 'nearer' ? slantNm <= leaf.distanceNm : slantNm >= leaf.distanceNm;
			}
			case 'radial': {
				const place = placeOn(navigation, leaf.aid);
				const off = signedDeg(bearingTo(place, variationDeg, northNm, eastNm) + 180 - leaf.radialDeg);
				const before = this.extreme[i]!;
				this.extreme[i] = off;
				return off === 0 || (before * off < 0 && Math.abs(off) < RADIAL_NEAR_DEG);
			}
			case 'glidepath': {
				const glide = this.phase.path && courseOf(this.phase.path)?.glide;
				return glide !== undefined && glideShare(glide, { northNm, eastNm, altitudeFt }) >= -leaf.within;
			}
			case 'turned-in': {
				const course = this.phase.path && courseOf(this.phase.path);
				if (!course) return false;
				const place = placeOn(navigation, course.aid);
				const { rightNm, distanceNm, pastNm } = alongCourse(
					place,
					variationDeg,
					course.courseDeg,
					northNm,
					eastNm
				);
				const near = Math.abs(scaleShare(place, course.fullScale, rightNm, distanceNm)) <= leaf.within;
				const turned = Math.abs(signedDeg(trackDeg - course.courseDeg)) <= leaf.offDeg;
				// Base and final: to the line, and along it.
				const toGoNm = Math.abs(rightNm) - pastNm;
				const most = Math.tan(toRadians(leaf.steepestDeg)) * toGoNm * FEET_PER_NM;
				const low = altitudeFt - place.elevationFt <= most;
				return this.held(i, near && turned && pastNm < 0 && low, seconds, leaf.heldSeconds);
			}
			case 'established': {
				const course = this.phase.path && courseOf(this.phase.path);
				if (!course) return false;
				const place = placeOn(navigation, course.aid);
				const { rightNm, distanceNm } = alongCourse(place, variationDeg, course.courseDeg, northNm, eastNm);
				const on = Math.abs(scaleShare(place, course.fullScale, rightNm, distanceNm)) <= leaf.within;
				const along = Math.abs(signedDeg(trackDeg - course.courseDeg)) <= ALONG_DEG;
				return this.held(i, on && along, seconds, leaf.heldSeconds);
			}
			default:
				return leaf satisfies never;
		}
	}

	/** Whether a place that was ahead is abeam or behind. @param ahead NaN where it is too far away. */
	private wentBehind(i: number, ahead: number): boolean {
		const before = this.extreme[i]!;
		this.extreme[i] = ahead;
		return before > 0 && ahead <= 0;
	}
}

/** A station that comes abeam farther away than this has not been passed, NM. */
const PASSED_WITHIN_NM = 1.5;
/** Along a course is a track within this of it, degrees. */
const ALONG_DEG = 30;
/** A radial counts as crossed when it is crossed this near, not on the far side of the station. */
const RADIAL_NEAR_DEG = 30;

/** How far ahead a place is along the track, NM; NaN where it is too far to the side or away to be passed. */
function aheadNm(
	place: { northNm: number; eastNm: number },
	variationDeg: number,
	{ northNm, eastNm, trackDeg }: EventSample
): number {
	// A track is magnetic, whatever north the place counts from.
	const at = { northNm: place.northNm, eastNm: place.eastNm };
	const { pastNm, distanceNm } = alongCourse(at, variationDeg, trackDeg, northNm, eastNm);
	return distanceNm <= PASSED_WITHIN_NM ? -pastNm : NaN;
}
