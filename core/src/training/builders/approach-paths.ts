import {
	METRES_PER_FT,
	METRES_PER_NM,
	formatHeading,
	normalizeDeg,
	plus,
	times,
	toRadians,
	unit,
	type Vec2
} from '../../base/index.js';
import { GLIDEPATH_FULL_SCALE_DEG } from '../../navigation/index.js';
import type { CardPlace, CoursePath, Path } from '../../paths/index.js';
import { isRnav, type PlannedLeg, type PlannedProcedure, type Procedure } from '../../procedures/index.js';
import type { Area } from '../../world/index.js';
import { cardPlace } from '../places.js';

/** To a tenth of a metre. */
export const round = (value: number): number => Math.round(value * 1e4) / 1e4;
export const onPlane = ({ north, east }: Vec2) => ({ northNm: round(north), eastNm: round(east) });

/** What the phases of an approach's card are flown along: paths of its legs, the path down, and the places they name. */
export class ApproachPaths {
	private readonly places = new Map<string, CardPlace>();

	/** @param precise flown by a path down to a decision altitude. */
	constructor(
		private readonly procedure: Procedure,
		private readonly planned: PlannedProcedure,
		private readonly area: Area,
		private readonly precise: boolean
	) {}

	/** Places keep what is received of them; fixes of the procedure are points. */
	place(id: string): string {
		if (this.places.has(id)) return id;
		const { area } = this;
		const station = area.stations.some((one) => one.id === id && one.kind !== 'marker');
		if (station) this.places.set(id, cardPlace(area, id));
		else this.put(id, this.planned.places.at(id));
		return id;
	}

	/** A point by its name. */
	put(id: string, { north, east }: Vec2, elevationFt = 0): void {
		this.places.set(id, { id, kind: 'fix', northNm: round(north), eastNm: round(east), elevationFt });
	}

	/** All that have been named, in the order in which they were. */
	named(): CardPlace[] {
		return [...this.places.values()];
	}

	private rnav(to: string): Pick<CoursePath, 'rnav' | 'fullScale'> {
		const { final, fixes } = this.procedure;
		if (this.area.stations.some(({ id }) => id === to)) return {};
		const list = fixes.filter(({ known }) => known[0]!.kind === 'waypoint').map(({ id }) => id);
		const from = list.indexOf(final.finalFix);
		const upTo = list.indexOf(final.aid);
		// A point of the missed approach is no part of the final's list.
		if (!isRnav(final.guidance) || from < 0 || list.indexOf(to) > upTo) return { fullScale: { nm: 1 } };
		const onFinal = list.indexOf(to) > from;
		const angular = final.guidance === 'lpv' && this.precise;
		return {
			rnav: { list: list.slice(0, upTo + 1), finalFix: final.finalFix, ...(angular ? { angular } : {}) },
			fullScale: onFinal ? (angular ? { angular: true } : { nm: 0.3 }) : { nm: 1 }
		};
	}

	/** The path down, as its beam rises from the ground. */
	glide(): NonNullable<CoursePath['glide']> {
		const { final } = this.procedure;
		const { threshold, finalTrueDeg } = this.planned.places;
		const station = this.area.stations.find(({ id }) => id === final.aid);
		if (final.guidance === 'ils' && station?.kind === 'localizer' && station.glidepath) {
			const { northNm, eastNm, elevationFt, angleDeg } = station.glidepath;
			return { northNm, eastNm, elevationFt, angleDeg, fullScaleDeg: GLIDEPATH_FULL_SCALE_DEG };
		}
		return this.slope(threshold, this.procedure.straightIn ? finalTrueDeg : threshold.trueDeg);
	}

	/** A path of the procedure's angle that comes over a threshold at its crossing height. */
	slope(
		{ at: from, elevationFt }: Pick<PlannedProcedure['places']['threshold'], 'at' | 'elevationFt'>,
		trueDeg: number
	): NonNullable<CoursePath['glide']> {
		const { final } = this.procedure;
		const pastNm =
			(final.crossingHeightFt * METRES_PER_FT) / Math.tan(toRadians(final.angleDeg)) / METRES_PER_NM;
		const at = plus(from, times(unit(trueDeg), pastNm));
		return {
			...onPlane(at),
			elevationFt,
			angleDeg: final.angleDeg,
			fullScaleDeg: GLIDEPATH_FULL_SCALE_DEG
		};
	}

	path({ leg, courseDeg }: PlannedLeg, on: { glide: boolean }): Path | undefined {
		const glide = on.glide ? { glide: this.glide() } : {};
		switch (leg.kind) {
			case 'course':
				return {
					kind: 'course',
					aid: this.place(leg.aid),
					courseDeg: leg.courseDeg,
					toward: leg.toward,
					...this.rnav(leg.aid),
					...glide
				};
			case 'track':
			case 'direct':
				return {
					kind: 'course',
					aid: this.place(leg.to),
					courseDeg: normalizeDeg(Math.round(courseDeg * 10) / 10),
					toward: 'to',
					...this.rnav(leg.to),
					...glide
				};
			case 'arc':
				return { kind: 'arc', aid: this.place(leg.aid), radiusNm: leg.radiusNm, direction: leg.direction };
			case 'reversal':
				return {
					kind: 'reversal',
					shape: leg.shape,
					aid: this.place(leg.aid),
					outboundCourseDeg: leg.outboundCourseDeg,
					inboundCourseDeg: leg.inboundCourseDeg,
					side: leg.side,
					outboundSeconds: leg.outboundSeconds,
					limitNm: leg.limitNm
				};
			case 'hold':
				return {
					kind: 'hold',
					aid: this.place(leg.at),
					inboundCourseDeg: leg.inboundCourseDeg,
					turns: leg.turns,
					inboundSeconds: leg.inboundSeconds,
					timing: 'inbound',
					circuits: 1
				};
			default:
				return undefined;
		}
	}
}

/** What a phase along a leg is called. */
export function nameOf({ leg, courseDeg, toFt }: PlannedLeg, to: string | null): string {
	const course = formatHeading(courseDeg);
	switch (leg.kind) {
		case 'course':
			return `${course} to ${to}`;
		case 'track':
			return `${leg.from} to ${to}`;
		case 'direct':
			return `Direct ${to}, ${Math.round(toFt)} ft`;
		case 'arc':
			return `Arc of ${leg.radiusNm} NM around ${leg.aid}`;
		case 'reversal':
			return `Reverse course at ${leg.aid}`;
		case 'hold':
			return `Hold at ${leg.at}, ${formatHeading(leg.inboundCourseDeg)} inbound`;
		default:
			return `Go around: ${formatHeading(leg.headingDeg)} to ${leg.toFt} ft`;
	}
}
