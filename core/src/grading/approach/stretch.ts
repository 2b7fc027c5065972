import { DECISION } from '../../aircraft/index.js';
import { clamp, formatClock, meanOf, rightOf } from '../../base/index.js';
import { glideShare, scaleShare, alongCourse, placeOn, type CoursePath } from '../../paths/index.js';
import type { Sight } from '../../procedures/index.js';
import { effectiveColumn, type ChannelName, type Track } from '../../recording/index.js';
import {
	beforeThresholdNm,
	bestSightOf,
	type CardApproach,
	type Phase,
	type TaskCard
} from '../../training/index.js';
import type { Evidence } from '../evidence.js';
import type { BrokenLimit } from '../flight-limits.js';

/** An approach's flight by the sample: what its judges look at. Indices are samples of the whole track. */
export class ApproachFlight {
	readonly approach: CardApproach;
	readonly card: TaskCard;
	readonly track: Track;
	readonly rateHz: number;
	/** Altitude as a sound altimeter, set as it was set, would have shown it, ft. */
	readonly altitude: Float64Array;
	readonly trueFt: Float64Array;
	readonly north: Float64Array;
	readonly east: Float64Array;

	private constructor(
		readonly evidence: Evidence,
		approach: CardApproach,
		altitude: Float64Array
	) {
		this.approach = approach;
		this.card = evidence.card;
		this.track = evidence.track;
		this.rateHz = evidence.track.rateHz;
		this.altitude = altitude;
		this.trueFt = evidence.track.column('altitudeFt');
		this.north = evidence.track.column('northNm');
		this.east = evidence.track.column('eastNm');
	}

	/** null for a card that is no approach, or a recording without what an approach is judged by. */
	static of(evidence: Evidence): ApproachFlight | null {
		const { card, track } = evidence;
		const altitude = effectiveColumn(track, 'indicatedAltitudeFt', card.weather);
		const needed = ['northNm', 'eastNm', 'altitudeFt', 'headingDeg', 'trackDeg'] as const;
		return card.approach && altitude && needed.every((name) => track.has(name))
			? new ApproachFlight(evidence, card.approach, altitude)
			: null;
	}

	has(name: ChannelName): boolean {
		return this.track.has(name);
	}
	column(name: ChannelName): Float64Array {
		return this.track.column(name);
	}
	timeOf(i: number): number {
		return this.track.timeOf(i);
	}
	clock(i: number): string {
		return formatClock(this.timeOf(i));
	}

	/** The phases that were begun, with their first sample and the one after their last. */
	get flown(): { phase: Phase; index: number; from: number; to: number; ended: boolean }[] {
		return this.evidence.times.map(({ phase, startSeconds, endSeconds }) => ({
			phase: this.card.phases[phase]!,
			index: phase,
			from: Math.min(this.track.length, Math.round(startSeconds * this.rateHz)),
			to:
				endSeconds === null
					? this.track.length
					: Math.min(this.track.length, Math.round(endSeconds * this.rateHz) + 1),
			ended: endSeconds !== null
		}));
	}

	/** The sample at which something was first said; −1 where nothing was, or it was not recorded. */
	get said(): number {
		if (!this.has('decision')) return -1;
		const words = this.column('decision');
		return this.first(0, this.track.length, 0.1, (i) => words[i] !== DECISION.none);
	}

	/** From the first sample of the final to the decision, or as far as it was flown. */
	get final(): { from: number; to: number } | null {
		const parts = this.flown.filter(({ phase }) => phase.segment === 'final' && !phase.after);
		return parts.length === 0 ? null : { from: parts[0]!.from, to: parts.at(-1)!.to };
	}

	/** Miles before the threshold along the final; negative past it. */
	beforeNm(i: number): number {
		return beforeThresholdNm(this.approach, this.north[i]!, this.east[i]!);
	}
	/** NM right of the final course through the threshold, as seen inbound. */
	rightNm(i: number): number {
		const { threshold, finalTrueDeg } = this.approach;
		return rightOf(finalTrueDeg, {
			north: this.north[i]! - threshold.northNm,
			east: this.east[i]! - threshold.eastNm
		});
	}
	/** Miles past the missed approach point along the final. */
	pastMissedNm(i: number): number {
		return this.approach.missedPoint.beforeNm - this.beforeNm(i);
	}

	/** What could be seen ahead at a sample. */
	sight(i: number): Sight {
		const { variationDeg } = this.card.navigation!;
		return bestSightOf(this.card.weather, this.approach, {
			northNm: this.north[i]!,
			eastNm: this.east[i]!,
			altitudeFt: this.trueFt[i]!,
			headingDeg: this.column('headingDeg')[i]! + variationDeg
		});
	}

	/** Shares of the needle's full scale right of a course, and above its path down; NaN where it has none. */
	shares(path: CoursePath, i: number): { right: number; above: number } {
		const place = placeOn(this.card.navigation, path.aid);
		const { variationDeg } = this.card.navigation!;
		const at = { northNm: this.north[i]!, eastNm: this.east[i]! };
		const along = alongCourse(place, variationDeg, path.courseDeg, at.northNm, at.eastNm);
		return {
			right: scaleShare(place, path.fullScale, along.rightNm, along.distanceNm),
			above: path.glide ? glideShare(path.glide, { ...at, altitudeFt: this.trueFt[i]! }) : NaN
		};
	}

	/** The first sample from one on at which something was so without a break for so long, s; −1 where it never was. */
	first(from: number, to: number, seconds: number, is: (i: number) => boolean): number {
		const need = Math.max(1, Math.round(seconds * this.rateHz));
		let since = from;
		for (let i = from; i < to; i++) {
			if (!is(i)) since = i + 1;
			else if (i - since + 1 >= need) return since;
		}
		return -1;
	}

	/** A sample so many seconds after another, inside the track. */
	after(i: number, seconds: number): number {
		return clamp(Math.round(i + seconds * this.rateHz), 0, Math.max(0, this.track.length - 1));
	}

	/** The mean of a channel over so many seconds to either side of a sample. */
	meanAbout(name: ChannelName, i: number, seconds: number): number {
		return meanOf(this.column(name), this.after(i, -seconds), this.after(i, seconds));
	}

	/** A limit that was passed in a phase, over these samples. */
	broken(phase: number, from: number, to: number, text: string): BrokenLimit {
		return {
			phase,
			startSeconds: this.timeOf(from),
			endSeconds: this.timeOf(to),
			text: `${text}, at ${this.clock(from)}`
		};
	}
}
