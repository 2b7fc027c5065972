import type { Aircraft } from '../../aircraft/index.js';
import { directionDeg, length, normalizeDeg, plus, times, unit, type Vec2 } from '../../base/index.js';
import { categoryOf, solveCircling, type Category } from '../../navigation/index.js';
import type { CoursePath } from '../../paths/index.js';
import {
	endOf,
	isPrecise,
	lowestOf,
	planProcedure,
	thresholdOf,
	trueCourseDeg,
	turnBetween,
	type ApproachSpeeds,
	type Minimum,
	type PlannedLeg,
	type PlannedProcedure,
	type Procedure
} from '../../procedures/index.js';
import type { Area, Weather } from '../../world/index.js';
import { bugOf, type ApproachPart, type CardApproach, USUAL_ADDED_FT } from '../approach.js';
import type { Phase, TaskCard } from '../card.js';
import type { LeafEvent, PhaseEvent } from '../events.js';
import { ApproachPaths, nameOf, onPlane, round } from './approach-paths.js';
import { hold } from './card-builder.js';
import { configurationsOf, STILL } from './cards.js';

/** What an approach's card is made for. */
interface ApproachSetting {
	aircraft: Aircraft;
	area: Area;
	weather?: Weather;
	/** The aircraft's own by its stalling speed, where left out. */
	category?: Category;
	/** Which of the procedure's minima; the lowest that applies where left out. */
	minimum?: Minimum;
	part?: ApproachPart;
	addedFt?: number;
	bugStepFt?: 10 | 20;
	/** The runway to circle to; the procedure's own where left out. */
	circleTo?: string;
}

/** Before the first fix that a flight begins, NM. */
const BEGIN_NM = 2.5;
/** A path by angle counts as met when its needle has come within this of the middle, from above. */
const ALIVE = 0.5;
/** What is left of the height where a flight ends over the threshold, ft; a little above, as nobody lands here. */
const ENDS_AT_FT = 60;
const STEP_FPM = 750;
const CIRCLED_TURN_SECONDS = 5;
/**
 * In position to land, and free to leave a circling minimum: turned to within so many degrees, on a base leg at the most,
 * and no steeper above the threshold than can be come down in a steady descent.
 */
const TURNED_IN = { offDeg: 130, steepestDeg: 6.5 };

/** The lowest minimum of a procedure for a category by the airport's own altimeter setting. */
export function usualMinimum(procedure: Procedure, category: Category): Minimum {
	const straight = procedure.straightIn;
	const own = procedure.minima.filter(
		(one) =>
			one.categories.includes(category) &&
			one.altimeterFrom === undefined &&
			(straight ? one.guidance === procedure.final.guidance : one.guidance === 'circling')
	);
	return (own.length > 0 ? own : procedure.minima).reduce((low, one) =>
		one.altitudeFt < low.altitudeFt ? one : low
	);
}

/** How an aircraft flies an approach, from its own configurations. */
export function approachSpeeds(aircraft: Aircraft): ApproachSpeeds {
	const of = configurationsOf(aircraft);
	const level = of('level-approach');
	return {
		initialKias: level.airspeedKias,
		intermediateKias: level.airspeedKias,
		finalKias: of('precision-descent').airspeedKias,
		missedKias: of('cruise-climb').airspeedKias,
		stepFpm: STEP_FPM,
		climbFpm: 500
	};
}

/** The day of a card where none is chosen: cloud from well above to below every minimum, still air. */
const UNDER_CLOUD = (minimumFt: number): Weather => ({
	...STILL,
	clouds: [{ baseFt: Math.max(100, Math.round((minimumFt - 150) / 50) * 50), topsFt: 6000 }],
	visibilityM: 3000
});

/** A task card that flies an approach, or a part of it. @throws InputError where the procedure cannot be laid out. */
export function approachCard(procedure: Procedure, setting: ApproachSetting): TaskCard {
	return new ApproachCard(procedure, setting).card();
}

/** The category of an aircraft by 1.3 times its stalling speed in the landing configuration; D where faster still. */
export const categoryOfAircraft = ({ speeds }: Aircraft): Category =>
	categoryOf(1.3 * speeds.stallLandingKias) ?? 'D';

class ApproachCard {
	private readonly planned: PlannedProcedure;
	private readonly minimum: Minimum;
	private readonly weather: Weather;
	private readonly category: Category;
	private readonly part: ApproachPart;
	private readonly addedFt: number;
	private readonly speeds: ApproachSpeeds;
	private readonly phases: Phase[] = [];
	private readonly paths: ApproachPaths;
	private readonly gearDown: boolean | undefined;

	constructor(
		private readonly procedure: Procedure,
		private readonly setting: ApproachSetting
	) {
		this.category = setting.category ?? categoryOfAircraft(setting.aircraft);
		this.minimum = setting.minimum ?? usualMinimum(procedure, this.category);
		this.part = setting.part ?? 'whole';
		this.weather = setting.weather ?? UNDER_CLOUD(this.minimum.altitudeFt);
		this.addedFt = this.minimum.kind === 'decision' ? 0 : (setting.addedFt ?? USUAL_ADDED_FT);
		this.speeds = approachSpeeds(setting.aircraft);
		this.gearDown = setting.aircraft.gear ? true : undefined;
		this.planned = planProcedure(procedure, {
			area: setting.area,
			weather: this.weather,
			speeds: this.speeds,
			minimum: this.minimum,
			addedFt: this.addedFt
		});
		this.paths = new ApproachPaths(procedure, this.planned, setting.area, this.precise);
	}

	/** The runway that is circled to, where it is not the one the final leads to. */
	private get circleTo(): ReturnType<typeof thresholdOf> | null {
		const { circleTo, area } = this.setting;
		const { airport, runway } = this.procedure;
		return this.minimum.guidance !== 'circling' || !circleTo || circleTo === runway
			? null
			: thresholdOf(area, { airport, runway: circleTo });
	}

	private get precise(): boolean {
		return isPrecise(this.procedure.final.guidance) && this.minimum.kind === 'decision';
	}

	card(): TaskCard {
		const { procedure, setting, planned } = this;
		const legs = planned.legs.filter((leg) => this.wanted(leg));
		const start = this.start(legs);
		if (this.part !== 'missed') legs.forEach((leg, i) => this.leg(leg, legs[i + 1]));
		else this.levelAtMinimum();
		if (this.part !== 'reversal' && this.part !== 'steps') {
			this.decide();
			this.visual();
			this.missed();
		}
		const ending = {
			whole: '',
			final: ', from the final fix',
			steps: ', the steps by one needle',
			missed: ', missed approach',
			reversal: ', reversal only'
		};
		return {
			format: 'hanza-card',
			version: 2,
			id: `approach-${procedure.id}${this.part === 'whole' ? '' : `-${this.part}`}`,
			name: `${this.airportName}: ${procedure.name}${ending[this.part]}`,
			group: 'Approaches',
			summary: this.summary(),
			aircraft: setting.aircraft.id,
			area: setting.area.id,
			start,
			outside: 'seen',
			weather: this.weather,
			navigation: { variationDeg: setting.area.variationDeg, places: this.paths.named() },
			method: 'control-performance',
			numbersToKnow: ['level-approach', 'precision-descent', 'non-precision-descent'],
			phases: this.phases,
			approach: this.approach()
		};
	}

	private get airportName(): string {
		return (
			this.setting.area.airports.find(({ id }) => id === this.procedure.airport)?.name ??
			this.procedure.airport
		);
	}

	private summary(): string {
		const { minimum, procedure } = this;
		const seen = (this.weather.clouds?.[0]?.baseFt ?? Infinity) >= minimum.altitudeFt;
		const kind = minimum.kind === 'decision' ? 'decision altitude' : 'minimum';
		if (this.part === 'steps')
			return `Each step not before its fix, down to the minimum of ${minimum.altitudeFt} ft and level with your margin; the needle of the course is all there is.`;
		const first =
			this.part === 'missed' ? 'From the minimum' : `Down to the ${kind} of ${minimum.altitudeFt} ft`;
		return `${first}; ${seen ? 'decide with what is to be seen' : 'decide, and fly the missed approach to its hold'}.${procedure.notes[0] ? ` ${procedure.notes[0]}` : ''}`.slice(
			0,
			400
		);
	}

	private wanted({ segment, leg }: PlannedLeg): boolean {
		if (this.part === 'whole') return true;
		if (this.part === 'final' || this.part === 'steps')
			return segment === 'final' || segment === 'intermediate';
		return (
			this.part === 'reversal' &&
			(leg.kind === 'reversal' || (leg.segment === 'initial' && leg.kind === 'course'))
		);
	}

	private add(phase: Omit<Phase, 'id'>): void {
		this.phases.push({ id: `leg-${this.phases.length + 1}`, ...phase });
	}

	private start(legs: readonly PlannedLeg[]): TaskCard['start'] {
		const level = configurationsOf(this.setting.aircraft)('level-approach');
		const first = legs[0];
		const shared = {
			airspeedKias: level.airspeedKias,
			verticalSpeedFpm: 0,
			flapsDeg: level.flapsDeg,
			...(level.gearDown === undefined ? {} : { gearDown: level.gearDown }),
			...(level.governedRpm === undefined ? {} : { governedRpm: level.governedRpm })
		};
		const { variationDeg } = this.setting.area;
		if (this.part === 'missed' || !first) {
			const trueDeg = this.planned.places.finalTrueDeg;
			const at = plus(this.planned.missedPoint.at, times(unit(trueDeg), -1));
			return {
				...shared,
				altitudeFt: this.minimum.altitudeFt + Math.max(this.addedFt, this.precise ? 320 : 40),
				headingDeg: normalizeDeg(trueDeg - variationDeg),
				...onPlane(at)
			};
		}
		const { begin, direction } = this.lineOf(first);
		// On an arc the aircraft arrives along it; on a course a little before where it begins.
		const out = first.leg.kind === 'course' && first.distanceNm < BEGIN_NM ? BEGIN_NM : 0;
		const at = plus(begin, times(unit(direction), -out));
		return {
			...shared,
			altitudeFt: Math.round(first.fromFt),
			headingDeg: normalizeDeg(direction - variationDeg),
			...onPlane(at)
		};
	}

	/** Where a leg is begun, and along which line. A course that is begun alone is begun on it, not out of the turn before. */
	private lineOf({ leg, points }: PlannedLeg): { begin: Vec2; direction: number } {
		const [begin, next] = points as [Vec2, Vec2];
		const lead = plus(next, times(begin, -1));
		if (leg.kind !== 'course') return { begin, direction: directionDeg(lead) };
		const to = this.planned.places.at(leg.to);
		const direction = trueCourseDeg(this.setting.area, leg.aid, leg.courseDeg);
		return { begin: plus(to, times(unit(direction), -length(plus(to, times(begin, -1))))), direction };
	}

	private approach(): CardApproach {
		const { planned, setting, minimum, category, procedure } = this;
		const { threshold, finalTrueDeg } = planned.places;
		const { circleTo } = this;
		const icao = solveCircling({ rules: 'icao', category, aerodromeElevationFt: threshold.elevationFt });
		return {
			procedure,
			part: this.part,
			category,
			minimum,
			addedFt: this.addedFt,
			bugFt: bugOf(minimum.altitudeFt + this.addedFt, setting.bugStepFt ?? 10),
			threshold: runwayEnd(threshold),
			...(circleTo ? { circleTo: { runway: setting.circleTo!, ...runwayEnd(circleTo) } } : {}),
			finalTrueDeg: round(finalTrueDeg),
			finalFix: {
				...onPlane(planned.finalFix.at),
				beforeNm: round(planned.finalFix.beforeThresholdNm),
				altitudeFt: Math.round(planned.finalFix.altitudeFt)
			},
			missedPoint: {
				...onPlane(planned.missedPoint.at),
				beforeNm: round(planned.missedPoint.beforeThresholdNm)
			},
			...(minimum.guidance === 'circling' ? { circlingNm: round(icao.radiusNm) } : {}),
			finalGroundspeedKt: round(planned.finalGroundspeedKt),
			finalSeconds: round(planned.missedPoint.secondsAfterFinalFix)
		};
	}

	/** The end of a leg as receivers show it: its fix has come abeam, or has been passed. */
	private endOfLeg(planned: PlannedLeg): LeafEvent {
		const { leg } = planned;
		switch (leg.kind) {
			case 'course':
				return { kind: 'beyond', aid: this.paths.place(leg.to), courseDeg: planned.compassDeg };
			case 'track':
				return { kind: 'beyond', aid: this.paths.place(leg.to), courseDeg: planned.compassDeg };
			case 'direct':
				return { kind: 'passed', aid: this.paths.place(leg.to) };
			case 'arc':
				return { kind: 'radial', aid: this.paths.place(leg.aid), radialDeg: leg.leadRadialDeg };
			case 'hold':
				return { kind: 'circuits', count: leg.segment === 'missed' ? 2 : 1 };
			case 'heading':
				return { kind: 'above', channel: 'indicatedAltitudeFt', value: leg.toFt - 30 };
			default:
				return { kind: 'established', within: 0.5, heldSeconds: 4 };
		}
	}

	/** So long a change of altitude may take before it is to be there, s. */
	private settling(planned: PlannedLeg): number {
		const change = Math.abs(planned.toFt - planned.fromFt);
		const fpm = planned.toFt > planned.fromFt ? this.speeds.climbFpm * 0.8 : this.speeds.stepFpm * 0.8;
		return change < 20 ? 15 : Math.round((change / fpm) * 60 + 30);
	}

	private configuration(segment: Phase['segment']): Phase['configuration'] | undefined {
		const of = configurationsOf(this.setting.aircraft);
		if (segment === 'missed') {
			const climb = of('cruise-climb');
			return setupOf(climb.flapsDeg, this.gearDown === undefined ? undefined : false, climb.governedRpm);
		}
		if (segment !== 'final') return undefined;
		const down = of('precision-descent');
		return setupOf(down.flapsDeg, this.gearDown, down.governedRpm);
	}

	private leg(planned: PlannedLeg, next: PlannedLeg | undefined): void {
		const { leg } = planned;
		const { segment } = leg;
		const lastFinal = segment === 'final' && next?.segment !== 'final';
		const meets = this.precise && next?.segment === 'final' && segment === 'intermediate';
		const glide = this.precise && (segment === 'final' || meets);
		const path = this.paths.path(planned, { glide });
		const low = lowestOf(leg.altitude);
		const floorFt =
			segment === 'final' ? (lastFinal ? (this.precise ? null : this.minimum.altitudeFt) : low) : low;
		const to = endOf(leg);
		const course = leg.kind === 'course' || leg.kind === 'track';
		const altitude =
			segment === 'final' ? {} : { altitudeFt: hold(Math.round(planned.toFt), this.settling(planned)) };
		const needle = course
			? { needle: hold(0, segment === 'final' ? 0 : this.capture(planned)) }
			: leg.kind === 'arc'
				? { arcNm: hold(0, 45) }
				: {};
		const own = this.endOfLeg(planned);
		const end: PhaseEvent = lastFinal
			? {
					kind: 'any',
					of: this.precise
						? [
								{ kind: 'below', channel: 'indicatedAltitudeFt', value: this.minimum.altitudeFt },
								{ kind: 'abandoned' }
							]
						: this.part === 'steps'
							? [own]
							: [own, { kind: 'decided' }]
				}
			: segment === 'final'
				? { kind: 'any', of: [own, { kind: 'abandoned' }] }
				: meets
					? { kind: 'any', of: [{ kind: 'glidepath', within: ALIVE }, own] }
					: leg.kind === 'reversal'
						? { kind: 'all', of: [{ kind: 'elapsed', seconds: 75 }, own] }
						: own;
		this.add({
			name: nameOf(planned, to),
			instruction: this.instruction(planned, meets, lastFinal),
			targets: {
				...altitude,
				airspeedKias: hold(this.speedOf(segment), 20),
				...needle,
				...(glide && !meets ? { glide: hold(0, 15) } : {})
			},
			...(path ? { path } : {}),
			segment,
			...(floorFt === null ? {} : { floorFt: Math.round(floorFt) }),
			...(this.configuration(segment) ? { configuration: this.configuration(segment)! } : {}),
			end,
			togetherAllowed: ['pitch', 'power', 'bank'],
			weight: segment === 'final' ? 3 : 1.5
		});
	}

	/** So long the needle may take to be captured, s: at once after a reversal on the same aid, longest from an arc. */
	private capture({ index, leg }: PlannedLeg): number {
		const before = this.procedure.legs[index - 1];
		if (before?.kind === 'reversal') return leg.kind === 'course' && leg.aid === before.aid ? 5 : 45;
		return before === undefined || before.kind === 'arc' ? 60 : 20;
	}

	private speedOf(segment: string): number {
		return segment === 'missed'
			? this.speeds.missedKias
			: segment === 'final'
				? this.speeds.finalKias
				: segment === 'intermediate'
					? this.speeds.intermediateKias
					: this.speeds.initialKias;
	}

	private instruction(planned: PlannedLeg, meets: boolean, lastFinal: boolean): string {
		const { minimum } = this;
		if (meets)
			return `${Math.round(planned.toFt)} ft, on the needle. The path down comes from above: be slow and configured before it centres.`;
		if (planned.segment === 'final' && this.precise)
			return `Both needles to ${minimum.altitudeFt} ft. Decide there: continue or go around.`;
		if (lastFinal)
			return `Down to ${minimum.altitudeFt} ft and no lower; level with your margin until you see or the missed approach point comes.`;
		if (planned.segment === 'final') return `Not below ${Math.round(planned.toFt)} ft before ${planned.to}.`;
		if (planned.leg.kind === 'reversal')
			return `Within ${planned.leg.limitNm} NM. Down to ${Math.round(planned.toFt)} ft.`;
		return planned.altitude ? `Not below ${Math.round(planned.toFt)} ft before its end.` : 'Along it.';
	}

	/** The missed approach alone: level, or on the path, just above the minimum. */
	private levelAtMinimum(): void {
		const last = this.planned.legs.at(-1)!;
		const path = this.paths.path(last, { glide: this.precise });
		this.add({
			name: 'To the minimum',
			instruction: `On the final, to ${this.minimum.altitudeFt} ft.`,
			targets: {
				airspeedKias: hold(this.speeds.finalKias, 20),
				needle: hold(0, 10),
				...(this.precise ? { glide: hold(0, 20) } : {})
			},
			...(path ? { path } : {}),
			segment: 'final',
			...(this.precise ? {} : { floorFt: this.minimum.altitudeFt }),
			end: {
				kind: 'any',
				of: this.precise
					? [
							{ kind: 'below', channel: 'indicatedAltitudeFt', value: this.minimum.altitudeFt },
							{ kind: 'abandoned' }
						]
					: [this.endOfLeg(last), { kind: 'decided' }]
			},
			togetherAllowed: ['pitch', 'power', 'bank'],
			weight: 1
		});
	}

	private decide(): void {
		const last = this.planned.legs.at(-1)!;
		const path = this.paths.path(last, { glide: this.precise });
		this.add({
			name: 'At the minimum',
			instruction: 'Look up. Say continue or go around.',
			targets: {},
			...(path ? { path } : {}),
			segment: 'minimum',
			...(this.minimum.kind === 'descent' ? { floorFt: this.minimum.altitudeFt } : {}),
			end: { kind: 'decided' },
			limitSeconds: 30,
			togetherAllowed: ['pitch', 'power', 'bank'],
			weight: 1
		});
	}

	private visual(): void {
		const circles = this.minimum.guidance === 'circling';
		const threshold = this.circleTo ?? this.planned.places.threshold;
		this.paths.put('THR', threshold.at, threshold.elevationFt);
		const inSight: CoursePath = {
			kind: 'course',
			aid: 'THR',
			courseDeg: round(threshold.headingDeg),
			toward: 'to',
			fullScale: { nm: 1 },
			glide: this.circleTo ? this.paths.slope(threshold, threshold.trueDeg) : this.paths.glide()
		};
		if (circles)
			this.add({
				name: `Circle to runway ${this.setting.circleTo ?? this.procedure.runway}`,
				instruction: `At ${this.minimum.altitudeFt} ft or above, inside the protected radius, the runway in sight, until turned in to land.`,
				targets: {
					altitudeFt: hold(this.minimum.altitudeFt + this.addedFt, 30),
					airspeedKias: hold(this.speeds.finalKias, 20)
				},
				path: inSight,
				segment: 'circling',
				floorFt: this.minimum.altitudeFt,
				after: 'continue',
				end: {
					kind: 'any',
					of: [{ kind: 'turned-in', within: 1, ...TURNED_IN, heldSeconds: 3 }, { kind: 'abandoned' }]
				},
				limitSeconds: 600,
				togetherAllowed: ['pitch', 'power', 'bank'],
				weight: 2
			});
		// Down a path one is on it already; from level flight it has to be met first, and on a base leg turned into.
		const settleSeconds = this.minimum.kind === 'decision' ? 3 : circles ? 60 : 20;
		this.add({
			name: 'To the threshold',
			instruction: 'The glidepath stays a floor. The flight ends 50 ft over the threshold.',
			targets: {
				airspeedKias: hold(this.speeds.finalKias, settleSeconds),
				glide: { value: 0, mode: 'hold', settleSeconds, tolerance: { above: 1, below: 0.5 } }
			},
			path: inSight,
			segment: 'final',
			after: 'continue',
			end: {
				kind: 'any',
				of: [
					{ kind: 'below', channel: 'indicatedAltitudeFt', value: threshold.elevationFt + ENDS_AT_FT },
					{ kind: 'beyond', aid: 'THR', courseDeg: round(threshold.headingDeg) },
					{ kind: 'abandoned' }
				]
			},
			togetherAllowed: ['pitch', 'power', 'bank'],
			weight: 1
		});
	}

	private missed(): void {
		const { missed, missedPoint, places } = this.planned;
		const finalDeg = normalizeDeg(places.finalTrueDeg - this.setting.area.variationDeg);
		// A climb that is not over in its own leg goes on into the next.
		const climbSeconds =
			((missed.at(-1)!.toFt - this.minimum.altitudeFt) / (this.speeds.climbFpm * 0.8)) * 60 + 30;
		let flown = 0;
		missed.forEach((planned, i) => {
			const { leg } = planned;
			const path = this.paths.path(planned, { glide: false });
			const own = this.endOfLeg(planned);
			// Out of circling the turn toward the runway comes first.
			const circled = i === 0 && this.minimum.guidance === 'circling' ? CIRCLED_TURN_SECONDS : 0;
			const turns =
				leg.kind === 'heading' ? 8 + Math.round(turnBetween(finalDeg, leg.headingDeg) / 2) + circled : 0;
			const climbs = climbSeconds - flown;
			flown += planned.seconds;
			// A go-around begun early climbs at once, but turns only at the missed approach point.
			this.paths.put('MAP', missedPoint.at);
			const end: PhaseEvent =
				i === 0
					? { kind: 'all', of: [own, { kind: 'beyond', aid: 'MAP', courseDeg: round(finalDeg) }] }
					: own;
			this.add({
				name: nameOf(planned, endOf(leg)),
				instruction: this.procedure.missed.firstActions[i]?.text ?? 'As published.',
				targets: {
					...(leg.kind === 'heading' ? { headingDeg: hold(leg.headingDeg, turns) } : {}),
					...(leg.kind === 'heading' || (climbs > planned.seconds && i < missed.length - 1)
						? {}
						: { altitudeFt: hold(Math.round(planned.toFt), Math.max(15, Math.round(climbs))) }),
					...(leg.kind === 'heading'
						? {}
						: {
								airspeedKias: hold(
									leg.kind === 'hold' ? this.speeds.initialKias : this.speeds.missedKias,
									leg.kind === 'hold' ? Math.max(45, Math.round(climbs)) : 30
								)
							}),
					...(leg.kind === 'hold' ? { needle: hold(0) } : {})
				},
				...(path ? { path } : {}),
				segment: 'missed',
				...(i === 0 && this.configuration('missed') ? { configuration: this.configuration('missed')! } : {}),
				after: 'go-around',
				end,
				togetherAllowed: ['pitch', 'power', 'bank'],
				weight: i === 0 ? 2 : 1
			});
		});
	}
}

const runwayEnd = ({ at, ...rest }: ReturnType<typeof thresholdOf>): CardApproach['threshold'] => ({
	...onPlane(at),
	...rest,
	trueDeg: round(rest.trueDeg),
	headingDeg: round(rest.headingDeg)
});
const setupOf = (flapsDeg: number, gearDown?: boolean, governedRpm?: number) => ({
	flapsDeg,
	...(gearDown === undefined ? {} : { gearDown }),
	...(governedRpm === undefined ? {} : { governedRpm })
});
