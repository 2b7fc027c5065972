import {
	FEET_PER_NM,
	InputError,
	length,
	normalizeDeg,
	plus,
	signedDeg,
	times,
	toDegrees,
	unit,
	type Vec2
} from '../base/index.js';
import {
	groundTrack,
	holdTrack,
	reversalParts,
	roughTrueKt,
	solveArc,
	solveArcLeave,
	solveHold,
	solveReversal,
	solveWindTriangle,
	windVector
} from '../navigation/index.js';
import { LOCALIZER_REACH_NM, northOf, windAt, type Area, type Weather } from '../world/index.js';
import { ProcedurePlaces, trueCourseDeg } from './place.js';
import {
	highestOf,
	isPrecise,
	lowestOf,
	type Constraint,
	type LegOf,
	type Minimum,
	type Procedure,
	type ProcedureLeg,
	type Segment
} from './procedure.js';

/** How fast and how steeply a procedure is flown: kt indicated, ft/min. */
export interface ApproachSpeeds {
	initialKias: number;
	intermediateKias: number;
	finalKias: number;
	missedKias: number;
	/** Down in steps, positive; and the climb of the missed approach. */
	stepFpm: number;
	climbFpm: number;
}

/** The day and the hand that a procedure is flown by. */
interface PlanSetting {
	area: Area;
	weather: Weather;
	speeds: ApproachSpeeds;
	/** Flown down to it. */
	minimum: Pick<Minimum, 'altitudeFt' | 'kind'>;
	/** How much above the minimum to level off, ft. */
	addedFt?: number;
}

/** A leg as it is flown: directions magnetic, NM over the ground, s, ft above mean sea level. */
export interface PlannedLeg {
	leg: ProcedureLeg;
	segment: Segment;
	/** Where in `legs` of the procedure, or of its missed approach. */
	index: number;
	/** The fix that it leads to, if it leads to one. */
	to: string | null;
	courseDeg: number;
	/** By the compass: a VOR may have its own north. */
	compassDeg: number;
	headingDeg: number;
	windCorrectionDeg: number;
	groundspeedKt: number;
	indicatedKt: number;
	trueKt: number;
	distanceNm: number;
	seconds: number;
	fromFt: number;
	toFt: number;
	altitude: Constraint | null;
	/** Rate flown on the leg, ft/min, negative down; 0 where it is level. */
	verticalFpm: number;
	/** Where the change of altitude has to begin at the latest, NM before the leg's end; null where it is level. */
	beginNm: number | null;
	/** Where to slow for the leg after it, NM before its end; null where it keeps its speed. */
	slowNm: number | null;
	/** The leg seen from above. */
	points: Vec2[];
	/** Where its end lies before the threshold along the final course, NM; negative past it. */
	endBeforeThresholdNm: number;
}

/** A procedure as it is flown on a day. */
export interface PlannedProcedure {
	procedure: Procedure;
	places: ProcedurePlaces;
	legs: PlannedLeg[];
	missed: PlannedLeg[];
	/** Where the missed approach point lies, and when it comes after the final fix, s. */
	missedPoint: { at: Vec2; beforeThresholdNm: number; secondsAfterFinalFix: number };
	finalFix: { at: Vec2; beforeThresholdNm: number; altitudeFt: number };
	/** Of the final: groundspeed, s from the final fix to the threshold. */
	finalGroundspeedKt: number;
	seconds: number;
}

/** A loss of speed in level flight with power taken off, kt a second: what slowing costs in distance. */
const SLOWING_KT_PER_SECOND = 1;
const BANK_LIMIT_DEG = 30;
const METRES_ON = 0.05;

const speedOf = (segment: Segment, speeds: ApproachSpeeds): number =>
	segment === 'initial'
		? speeds.initialKias
		: segment === 'intermediate'
			? speeds.intermediateKias
			: segment === 'missed'
				? speeds.missedKias
				: speeds.finalKias;

/** The altitudes at which the fixes of a procedure are flown over, ft: the lowest that is allowed at each. */
function fixAltitudes(procedure: Procedure): (fix: string) => number {
	const known = new Map<string, number>();
	for (const leg of [...procedure.legs, ...procedure.missed.legs]) {
		const to = endOf(leg);
		const ft = lowestOf(leg.altitude) ?? highestOf(leg.altitude);
		if (to && ft !== null && !known.has(to)) known.set(to, ft);
	}
	return (fix) => known.get(fix) ?? procedure.final.interceptFt ?? 2000;
}

/** The place that a leg ends at; null where that is not one. */
export function endOf(leg: ProcedureLeg): string | null {
	switch (leg.kind) {
		case 'hold':
			return leg.at;
		case 'reversal':
		case 'heading':
			return null;
		default:
			return leg.to;
	}
}

/** The places of a procedure, its fixes by the distance that is shown at their altitudes. */
export const placesOfProcedure = (procedure: Procedure, area: Area): ProcedurePlaces =>
	new ProcedurePlaces(procedure, area, fixAltitudes(procedure));

/**
 * The legs of a procedure as an aircraft flies them in a wind by layer: course, heading, groundspeed, time, altitudes and
 * rates, where to begin down and where to slow. Arcs, holds and reversals are those of their solvers.
 * @throws InputError that names the place in the document where it cannot be laid out; InfeasibleError where the wind
 * leaves no such leg.
 */
export function planProcedure(procedure: Procedure, setting: PlanSetting): PlannedProcedure {
	const places = placesOfProcedure(procedure, setting.area);
	const planner = new Planner(procedure, places, setting);
	const legs = procedure.legs.map((leg, i) => planner.fly(leg, i, procedure.legs[i + 1], `/legs/${i}`));
	const finalIndex = procedure.legs.findIndex(({ segment }) => segment === 'final');
	if (finalIndex < 0) throw new InputError('/legs', 'must have a final leg');
	const at = places.at(procedure.final.finalFix, '/final/finalFix');
	const before = places.beforeThresholdNm(at);
	const finalLeg = legs[finalIndex]!;
	const missedAt = missedPointOf(procedure, places, setting);
	const fixFt =
		lowestOf(procedure.legs[finalIndex - 1]?.altitude) ?? procedure.final.interceptFt ?? finalLeg.fromFt;
	planner.goAround(missedAt, setting.minimum.altitudeFt);
	const missed = procedure.missed.legs.map((leg, i) =>
		planner.fly(leg, i, procedure.missed.legs[i + 1], `/missed/legs/${i}`)
	);
	const groundspeedKt = legs.at(-1)!.groundspeedKt;
	const missedBefore = places.beforeThresholdNm(missedAt);
	return {
		procedure,
		places,
		legs,
		missed,
		missedPoint: {
			at: missedAt,
			beforeThresholdNm: missedBefore,
			secondsAfterFinalFix: ((before - missedBefore) / groundspeedKt) * 3600
		},
		finalFix: { at, beforeThresholdNm: before, altitudeFt: fixFt },
		finalGroundspeedKt: groundspeedKt,
		seconds: [...legs, ...missed].reduce((sum, { seconds }) => sum + seconds, 0)
	};
}

/** Where the missed approach begins, at the latest. */
function missedPointOf(
	procedure: Procedure,
	places: ProcedurePlaces,
	{ minimum }: Pick<PlanSetting, 'minimum'>
): Vec2 {
	const { missedPoint, final } = procedure;
	if (missedPoint.kind === 'fix' || missedPoint.kind === 'distance' || missedPoint.kind === 'time')
		return places.at(missedPoint.fix, '/missedPoint/fix');
	const feetPerNm = places.pathFt(1) - places.pathFt(0);
	const beforeNm = (minimum.altitudeFt - places.threshold.elevationFt - final.crossingHeightFt) / feetPerNm;
	return plus(places.threshold.at, times(unit(places.finalTrueDeg), -beforeNm));
}

class Planner {
	/** Where the aircraft is, how high, and on which magnetic course it got there. */
	private at: Vec2;
	private ft: number;
	private courseDeg: number | null = null;

	constructor(
		private readonly procedure: Procedure,
		private readonly places: ProcedurePlaces,
		private readonly setting: PlanSetting
	) {
		this.at = this.begin();
		this.ft = lowestOf(procedure.legs[0]?.altitude) ?? procedure.final.interceptFt ?? 3000;
	}

	/**
	 * Where the first leg begins: at its own begin, or so far out on its course as is flown in some two minutes; on a
	 * localizer's where that is heard already, for who begins there has to identify it.
	 */
	private begin(): Vec2 {
		const [first] = this.procedure.legs;
		const OUT_NM = 4;
		const HEARD_NM = LOCALIZER_REACH_NM - 0.5;
		switch (first?.kind) {
			case 'track':
				return this.places.at(first.from, '/legs/0/from');
			case 'arc':
				return this.onArc(first, first.fromRadialDeg);
			case 'hold':
				return this.places.at(first.at, '/legs/0/at');
			case 'reversal':
				return this.places.at(first.aid, '/legs/0/aid');
			case 'course': {
				const to = this.places.at(first.to, '/legs/0/to');
				const trueDeg = trueCourseDeg(this.setting.area, first.aid, first.courseDeg);
				const aid = this.setting.area.stations.find(({ id }) => id === first.aid);
				const heard =
					aid?.kind === 'localizer'
						? HEARD_NM - length(plus(to, { north: -aid.northNm, east: -aid.eastNm }))
						: OUT_NM;
				return plus(to, times(unit(trueDeg), -Math.max(1, Math.min(OUT_NM, heard))));
			}
			default:
				throw new InputError('/legs/0', 'must be a leg with a place to begin at');
		}
	}

	private onArc({ aid, radiusNm }: LegOf<'arc'>, radialDeg: number): Vec2 {
		return plus(
			this.places.at(aid, '/legs'),
			times(unit(trueCourseDeg(this.setting.area, aid, radialDeg)), radiusNm)
		);
	}

	/** From here on the missed approach is flown. */
	goAround(at: Vec2, ft: number): void {
		this.at = at;
		this.ft = ft;
		this.courseDeg = this.magnetic(this.places.finalTrueDeg);
	}

	private magnetic(trueDeg: number): number {
		return normalizeDeg(trueDeg - this.setting.area.variationDeg);
	}

	/** Flies a leg, and stands at its end after it. */
	fly(leg: ProcedureLeg, index: number, next: ProcedureLeg | undefined, place: string): PlannedLeg {
		const { speeds, weather } = this.setting;
		const indicatedKt = speedOf(leg.segment, speeds);
		const fromFt = this.ft;
		const toFt = this.altitudeAfter(leg, fromFt);
		const middleFt = (fromFt + toFt) / 2;
		const trueKt = roughTrueKt(indicatedKt, middleFt);
		const { fromDeg, speedKt } = windAt(weather, middleFt);
		const air = { trueAirspeedKt: trueKt, windFromDeg: fromDeg, windSpeedKt: speedKt };
		const way = this.way(leg, air, { fromFt, toFt }, place);
		const triangle = solveWindTriangle({ courseDeg: way.compassDeg, ...air });
		const seconds = way.seconds ?? (way.distanceNm / triangle.groundspeedKt) * 3600;
		const groundspeedKt = seconds > 0 ? (way.distanceNm / seconds) * 3600 : triangle.groundspeedKt;
		const { verticalFpm, beginNm } = this.vertical(leg, { fromFt, toFt, seconds, groundspeedKt, way });
		const nextKias = next ? speedOf(next.segment, speeds) : indicatedKt;
		const slowing = Math.max(0, indicatedKt - nextKias);
		const end = way.points.at(-1)!;
		this.at = end;
		this.ft = toFt;
		this.courseDeg = way.endDeg ?? way.compassDeg;
		return {
			leg,
			segment: leg.segment,
			index,
			to: endOf(leg),
			courseDeg: way.courseDeg,
			compassDeg: way.compassDeg,
			headingDeg: leg.kind === 'heading' ? leg.headingDeg : triangle.headingDeg,
			windCorrectionDeg: leg.kind === 'heading' ? 0 : triangle.windCorrectionDeg,
			groundspeedKt: leg.kind === 'arc' || leg.kind === 'reversal' ? groundspeedKt : triangle.groundspeedKt,
			indicatedKt,
			trueKt,
			distanceNm: way.distanceNm,
			seconds,
			fromFt,
			toFt,
			altitude: leg.altitude ?? null,
			verticalFpm,
			beginNm,
			slowNm: slowing > 0 ? (groundspeedKt * (slowing / SLOWING_KT_PER_SECOND)) / 3600 : null,
			points: way.points,
			endBeforeThresholdNm: this.places.beforeThresholdNm(end)
		};
	}

	/** The altitude at the end of a leg: as low as it may be, and never up again but in a missed approach. */
	private altitudeAfter(leg: ProcedureLeg, fromFt: number): number {
		const { minimum, addedFt = 0 } = this.setting;
		const last = leg === this.procedure.legs.at(-1);
		if (leg.kind === 'heading') return leg.toFt;
		if (last && leg.segment === 'final')
			return minimum.kind === 'decision' ? minimum.altitudeFt : minimum.altitudeFt + addedFt;
		const low = lowestOf(leg.altitude);
		const high = highestOf(leg.altitude);
		if (leg.segment === 'missed') return low ?? high ?? fromFt;
		if (low !== null)
			return leg.segment === 'final' ? Math.min(fromFt, Math.max(low, minimum.altitudeFt + addedFt)) : low;
		return high === null ? fromFt : Math.min(fromFt, high);
	}

	/** Along which way the leg leads. */
	private way(
		leg: ProcedureLeg,
		air: { trueAirspeedKt: number; windFromDeg: number; windSpeedKt: number },
		{ fromFt, toFt }: { fromFt: number; toFt: number },
		place: string
	): {
		courseDeg: number;
		compassDeg: number;
		distanceNm: number;
		points: Vec2[];
		seconds?: number;
		/** The compass course at its end, where it is another. */
		endDeg?: number;
	} {
		const { area, speeds } = this.setting;
		const from = this.at;
		const straight = (to: Vec2, courseDeg?: number) => {
			const between = this.places.between(from, to);
			return {
				courseDeg: courseDeg ?? between.courseDeg,
				compassDeg:
					between.distanceNm > METRES_ON ? between.courseDeg : (this.courseDeg ?? between.courseDeg),
				distanceNm: between.distanceNm,
				points: [from, to]
			};
		};
		switch (leg.kind) {
			case 'course': {
				const to = this.places.at(leg.to, `${place}/to`);
				const way = straight(to, leg.courseDeg);
				// What is met at a cut is flown along from there on: the course itself is what counts.
				return { ...way, compassDeg: this.magnetic(trueCourseDeg(area, leg.aid, leg.courseDeg)) };
			}
			case 'track':
				return straight(this.places.at(leg.to, `${place}/to`));
			case 'direct':
				return straight(this.places.at(leg.to, `${place}/to`));
			case 'heading': {
				const climbing = Math.abs(toFt - fromFt) / (toFt > fromFt ? speeds.climbFpm : speeds.stepFpm);
				const seconds = climbing * 60;
				const points = groundTrack(
					[{ headingDeg: normalizeDeg(leg.headingDeg + area.variationDeg), byDeg: 0, seconds }],
					air.trueAirspeedKt,
					windVector(air.windFromDeg + area.variationDeg, air.windSpeedKt),
					from
				);
				const { distanceNm } = this.places.between(from, points.at(-1)!);
				return { courseDeg: leg.headingDeg, compassDeg: leg.headingDeg, distanceNm, points, seconds };
			}
			case 'arc': {
				// Off the arc the exact turn on to the radial that comes next begins before the radial itself.
				const side = leg.direction === 'clockwise' ? 1 : -1;
				const north = this.northOfAid(leg.aid);
				const next = this.procedure.legs[this.procedure.legs.indexOf(leg) + 1];
				const onto =
					next?.kind === 'course' && next.aid === leg.aid
						? next.toward === 'to'
							? normalizeDeg(next.courseDeg + 180)
							: next.courseDeg
						: leg.leadRadialDeg;
				const offset = north - area.variationDeg;
				let endRadial = leg.leadRadialDeg;
				try {
					endRadial = normalizeDeg(
						solveArcLeave({
							radiusNm: leg.radiusNm,
							direction: leg.direction,
							radialDeg: normalizeDeg(onto + offset),
							toward: next?.kind === 'course' && next.toward === 'from' ? 'outbound' : 'inbound',
							...air
						}).atRadialDeg - offset
					);
				} catch {
					endRadial = leg.leadRadialDeg;
				}
				const arc = solveArc({
					radiusNm: leg.radiusNm,
					direction: leg.direction,
					fromRadialDeg: normalizeDeg(leg.fromRadialDeg + offset),
					toRadialDeg: normalizeDeg(endRadial + offset),
					stepDeg: 5,
					...air
				});
				const points = arc.rows.map(({ radialDeg }) => this.onArc(leg, normalizeDeg(radialDeg - offset)));
				const begin = normalizeDeg(leg.fromRadialDeg + offset + side * 90);
				return {
					courseDeg: begin,
					compassDeg: begin,
					distanceNm: arc.lengthNm,
					points,
					seconds: arc.seconds,
					endDeg: normalizeDeg(endRadial + offset + side * 90)
				};
			}
			case 'reversal': {
				const kind = leg.shape === '80-260' ? ('80/260' as const) : ('45/180' as const);
				const at = this.places.at(leg.aid, `${place}/aid`);
				const rotated = (points: Vec2[]) => points.map((point) => plus(at, turned(point, area.variationDeg)));
				const wind = windVector(air.windFromDeg, air.windSpeedKt);
				const triangle = solveWindTriangle({ courseDeg: leg.outboundCourseDeg, ...air });
				if (leg.shape === 'base-turn' || leg.shape === 'racetrack') {
					const inbound = solveWindTriangle({ courseDeg: leg.inboundCourseDeg, ...air });
					const sign = leg.side === 'right' ? 1 : -1;
					const byDeg = sign * normalizeDeg(sign * (inbound.headingDeg - triangle.headingDeg));
					const parts = [
						{ headingDeg: triangle.headingDeg, byDeg: 0, seconds: leg.outboundSeconds },
						{ headingDeg: triangle.headingDeg, byDeg, seconds: Math.abs(byDeg) / 3 }
					];
					const points = groundTrack(parts, air.trueAirspeedKt, wind);
					return {
						...this.lengthOf(points),
						courseDeg: leg.outboundCourseDeg,
						compassDeg: leg.outboundCourseDeg,
						points: rotated(points),
						seconds: parts.reduce((sum, part) => sum + part.seconds, 0),
						endDeg: leg.inboundCourseDeg
					};
				}
				const input = {
					outboundCourseDeg: leg.outboundCourseDeg,
					kind,
					side: leg.side,
					outboundSeconds: leg.outboundSeconds,
					...air
				};
				const { outDeg, parts } = reversalParts(input);
				const { secondsInAll } = solveReversal(input);
				const points = groundTrack(
					[{ headingDeg: outDeg, byDeg: 0, seconds: leg.outboundSeconds }, ...parts],
					air.trueAirspeedKt,
					wind
				);
				return {
					...this.lengthOf(points),
					courseDeg: leg.outboundCourseDeg,
					compassDeg: leg.outboundCourseDeg,
					points: rotated(points),
					seconds: secondsInAll,
					endDeg: leg.inboundCourseDeg
				};
			}
			default: {
				const at = this.places.at(leg.at, `${place}/at`);
				const compassDeg = this.magnetic(trueCourseDeg(area, leg.at, leg.inboundCourseDeg));
				const input = {
					inboundCourseDeg: compassDeg,
					turns: leg.turns,
					inboundSeconds: leg.inboundSeconds,
					bankLimitDeg: BANK_LIMIT_DEG,
					...air
				};
				const hold = solveHold(input);
				const round = holdTrack(input, hold, hold.outboundHeadingDeg, hold.outboundSeconds);
				const points = [...round, { north: 0, east: 0 }].map((point) =>
					plus(at, turned(point, area.variationDeg))
				);
				return {
					...this.lengthOf(points),
					courseDeg: leg.inboundCourseDeg,
					compassDeg,
					points,
					seconds: 360 / hold.turnRateDegPerSecond + hold.outboundSeconds + leg.inboundSeconds
				};
			}
		}
	}

	private northOfAid(aid: string): number {
		const station = this.setting.area.stations.find(({ id }) => id === aid);
		return station?.kind === 'vor'
			? northOf(station, this.setting.area.variationDeg)
			: this.setting.area.variationDeg;
	}

	private lengthOf(points: readonly Vec2[]): { distanceNm: number } {
		let distanceNm = 0;
		for (let i = 1; i < points.length; i++)
			distanceNm += Math.hypot(
				points[i]!.north - points[i - 1]!.north,
				points[i]!.east - points[i - 1]!.east
			);
		return { distanceNm };
	}

	/** The rate of a leg, and where the change has to begin. */
	private vertical(
		leg: ProcedureLeg,
		flown: {
			fromFt: number;
			toFt: number;
			seconds: number;
			groundspeedKt: number;
			way: { distanceNm: number };
		}
	): { verticalFpm: number; beginNm: number | null } {
		const { fromFt, toFt, groundspeedKt } = flown;
		const change = toFt - fromFt;
		if (Math.abs(change) < 1) return { verticalFpm: 0, beginNm: null };
		if (change > 0) return { verticalFpm: this.setting.speeds.climbFpm, beginNm: null };
		if (leg.segment === 'final' && isPrecise(this.procedure.final.guidance)) {
			const feetPerNm = this.places.pathFt(1) - this.places.pathFt(0);
			return { verticalFpm: (-feetPerNm * groundspeedKt) / 60, beginNm: -change / feetPerNm };
		}
		const { stepFpm } = this.setting.speeds;
		return { verticalFpm: -stepFpm, beginNm: ((-change / stepFpm) * groundspeedKt) / 60 };
	}
}

/** A point about the origin turned by so many degrees clockwise: magnetic to true. */
const turned = ({ north, east }: Vec2, deg: number): Vec2 => {
	const u = unit(deg);
	return { north: north * u.north - east * u.east, east: north * u.east + east * u.north };
};

/** The angle of a final from its fix to the threshold, and its gradient. */
export function finalSlope(planned: PlannedProcedure): { angleDeg: number; feetPerNm: number } {
	const { places, finalFix, procedure } = planned;
	const feetPerNm =
		(finalFix.altitudeFt - places.threshold.elevationFt - procedure.final.crossingHeightFt) /
		finalFix.beforeThresholdNm;
	return { feetPerNm, angleDeg: toDegrees(Math.atan(feetPerNm / FEET_PER_NM)) };
}

/** How far a course turns from one leg to the next, degrees. */
export const turnBetween = (fromDeg: number, toDeg: number): number => Math.abs(signedDeg(toDeg - fromDeg));
