import { runningMean, signedDeg } from '../../base/index.js';
import { courseOf, scaleShare, type CoursePath } from '../../paths/index.js';
import { NEAR_NM } from '../paths/course.js';
import {
	alongOf,
	asksNoCourse,
	couldKnow,
	judgedPhases,
	placeOf,
	type Along,
	type Flown
} from '../paths/flown.js';
import type { Evidence } from '../evidence.js';
import type { DetectorSettings } from '../detector-settings.js';

/** The track is taken over this, s: gusts do not correct anything. */
const MEAN_SECONDS = 3;

/** A phase along a course, sample by sample, as the detectors of tracking look at it. Indices are from its first sample. */
export class CourseTracking {
	readonly courseDeg: number;
	readonly rateHz: number;
	readonly along: Along[];
	/** Off the course in shares of full scale, + right. */
	readonly share: number[];
	/** Toward which side of the course the track goes, degrees, + right, over some seconds. */
	readonly angle: Float64Array;
	/** The heading off the course, degrees, + right. */
	readonly off: Float64Array;
	readonly samples: number;
	/** Samples at which the course was crossed. */
	readonly crossings: readonly number[];
	/** Whether the needle could be known by. */
	private readonly told: readonly boolean[];
	private readonly known = new Map<unknown, unknown>();

	constructor(
		readonly flown: Flown,
		path: CoursePath,
		readonly settings: DetectorSettings,
		/** Gusts turn the nose and carry across the course: in rough air only larger swings are the pilot's. */
		readonly rough: number
	) {
		const { track, from, to } = flown;
		const course = courseOf(path)!;
		const place = placeOf(flown, course.aid);
		this.courseDeg = course.courseDeg;
		this.rateHz = track.rateHz;
		this.along = alongOf(flown, place, course.courseDeg);
		this.share = this.along.map((one) => scaleShare(place, course.fullScale, one.rightNm, one.distanceNm));
		const offCourse = (deg: number) => signedDeg(deg - course.courseDeg);
		this.angle = runningMean(
			track.column('trackDeg').subarray(from, to).map(offCourse),
			Math.round((MEAN_SECONDS / 2) * track.rateHz)
		);
		this.off = track.column('headingDeg').subarray(from, to).map(offCourse);
		this.samples = this.along.length;
		this.told = this.along.map((_, i) => couldKnow(flown, place, from + i));
		const crossings: number[] = [];
		for (let i = 1; i < this.samples; i++)
			if (
				this.usable(i) &&
				this.along[i - 1]!.rightNm * this.along[i]!.rightNm < 0 &&
				i - (crossings.at(-1) ?? -Infinity) > 5 * track.rateHz
			)
				crossings.push(i);
		this.crossings = crossings;
	}

	/** Near the station no angle tells anything, and no needle that is not received does. */
	usable(i: number): boolean {
		return this.told[i]! && this.along[i]!.distanceNm > NEAR_NM;
	}

	/** Seconds of the flight at a sample. */
	at(i: number): number {
		return this.flown.track.timeOf(this.flown.from + i);
	}

	/** What a detector makes of this phase; asked again it is the same. */
	once<T>(work: (tracking: CourseTracking) => T): T {
		if (!this.known.has(work)) this.known.set(work, work(this));
		return this.known.get(work) as T;
	}
}

/** The phases of a flight along a course. */
export const courseTrackings = ({ card, track, times, settings, rough }: Evidence): CourseTracking[] =>
	judgedPhases(card, track, times).flatMap((flown) => {
		const phase = card.phases[flown.phase]!;
		const { path } = phase;
		if (asksNoCourse(phase)) return [];
		return path?.kind === 'course' ? [new CourseTracking(flown, path, settings, rough)] : [];
	});
