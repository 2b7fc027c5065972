import { Type, type Static } from '@sinclair/typebox';
import { FAILURE_KINDS, VerticalSpeedKind, type Aircraft } from '../aircraft/index.js';
import { InputError } from '../base/index.js';
import { roughTrueKt, solveWindTriangle } from '../navigation/index.js';
import { compassCourseDeg } from '../paths/index.js';
import type { Minimum } from '../procedures/index.js';
import { TurbulenceLevel, windAt, type Area } from '../world/index.js';
import { bugOf, type CardApproach } from './approach.js';
import { approachCard } from './builders/approach-card.js';
import { VeilLevel, type TaskCard } from './card.js';
import { SchoolSchema } from './scan/schools.js';

const choice = <T extends string>(...values: T[]) => Type.Union(values.map((value) => Type.Literal(value)));
const optional = (minimum: number, maximum: number) =>
	Type.Union([Type.Null(), Type.Number({ minimum, maximum })]);

/** What an instructor puts on a card for one task; null leaves the card's own. */
export const Conditions = Type.Object({
	windFromDeg: Type.Number({ minimum: 0, maximum: 360 }),
	windSpeedKt: Type.Number({ minimum: 0, maximum: 60 }),
	gustKt: Type.Number({ minimum: 0, maximum: 40 }),
	turbulence: TurbulenceLevel,
	temperatureOffsetC: optional(-40, 40),
	seaLevelPressureHpa: optional(940, 1060),
	cloudBaseFt: optional(0, 20000),
	cloudTopsFt: optional(0, 40000),
	visibilityKm: optional(0.05, 80),
	outside: choice('card', 'hood', 'seen'),
	veil: Type.Union([Type.Literal('card'), ...VeilLevel.anyOf]),
	school: Type.Union([Type.Literal('card'), ...SchoolSchema.anyOf]),
	loading: Type.String({ maxLength: 64 }),
	verticalSpeed: Type.Union([Type.Literal('own'), ...VerticalSpeedKind.anyOf]),
	failure: Type.Union([Type.Literal('none'), ...FAILURE_KINDS.map((kind) => Type.Literal(kind))]),
	failFromSeconds: Type.Number({ minimum: 0, maximum: 3600 }),
	failToSeconds: Type.Number({ minimum: 0, maximum: 3600 }),
	creepSeconds: Type.Number({ minimum: 0, maximum: 1200 }),
	/** Of an approach: to which of its minima, how much above it one levels off, in what steps the bug is set, where to circle. */
	minimum: Type.String({ pattern: '^(card|[a-z-]+ [0-9]+)$', maxLength: 40 }),
	addedFt: optional(0, 200),
	bugStepFt: Type.Union([Type.Literal(10), Type.Literal(20)]),
	circleTo: Type.String({ pattern: '^(card|[0-9]{2}[LCR]?)$' })
});
export type Conditions = Static<typeof Conditions>;

/** Nothing put on the card: no wind of its own, everything as the card says. */
export const NO_CONDITIONS: Conditions = {
	windFromDeg: 0,
	windSpeedKt: 0,
	gustKt: 0,
	turbulence: 'none',
	temperatureOffsetC: null,
	seaLevelPressureHpa: null,
	cloudBaseFt: null,
	cloudTopsFt: null,
	visibilityKm: null,
	outside: 'card',
	veil: 'card',
	school: 'card',
	loading: 'card',
	verticalSpeed: 'own',
	failure: 'none',
	failFromSeconds: 60,
	failToSeconds: 180,
	creepSeconds: 0,
	minimum: 'card',
	addedFt: null,
	bugStepFt: 10,
	circleTo: 'card'
};

/** Tops of a cloud of which only the base is given. */
const USUAL_DEPTH_FT = 4000;

function weatherOf({ weather }: TaskCard, task: Conditions): TaskCard['weather'] {
	const changed = { ...weather };
	if (task.windSpeedKt > 0)
		changed.windLayers = [{ altitudeFt: 0, fromDeg: task.windFromDeg, speedKt: task.windSpeedKt }];
	if (task.gustKt > 0) changed.gustKt = task.gustKt;
	if (task.turbulence !== 'none') changed.turbulence = task.turbulence;
	if (task.temperatureOffsetC !== null) changed.temperatureOffsetC = task.temperatureOffsetC;
	if (task.seaLevelPressureHpa !== null) changed.seaLevelPressureHpa = task.seaLevelPressureHpa;
	if (task.visibilityKm !== null) changed.visibilityM = task.visibilityKm * 1000;
	if (task.cloudBaseFt !== null) {
		const topsFt = task.cloudTopsFt ?? task.cloudBaseFt + USUAL_DEPTH_FT;
		if (topsFt <= task.cloudBaseFt)
			throw new InputError('/cloudTopsFt', `must be a number above ${task.cloudBaseFt}`);
		changed.clouds = [{ baseFt: task.cloudBaseFt, topsFt }];
	}
	return changed;
}

function loadingOf(
	{ loading }: TaskCard,
	{ name, loading: data }: Aircraft,
	id: string
): TaskCard['loading'] {
	if (id === 'card') return loading;
	if (id === 'standard') return data.standard;
	const example = data.examples.find((one) => one.id === id);
	if (!example)
		throw new InputError(
			'/loading',
			`must be one of standard, ${data.examples.map((one) => one.id).join(', ')} for the ${name}`
		);
	return example.loading;
}

/** Groundspeed and time of an approach's final in the wind of the day. */
function finalOnDay({
	approach,
	weather,
	start,
	phases,
	navigation
}: TaskCard): Partial<NonNullable<TaskCard['approach']>> {
	if (!approach) return {};
	const { procedure, finalFix, missedPoint } = approach;
	const { fromDeg, speedKt } = windAt(weather, finalFix.altitudeFt);
	const final = phases.find(({ segment, after }) => segment === 'final' && !after);
	const kias = final?.targets.airspeedKias?.value ?? start.airspeedKias;
	const { groundspeedKt } = solveWindTriangle({
		courseDeg: compassCourseDeg(navigation, procedure.final.aid, procedure.final.courseDeg),
		trueAirspeedKt: roughTrueKt(kias, finalFix.altitudeFt),
		windFromDeg: fromDeg,
		windSpeedKt: speedKt
	});
	return {
		finalGroundspeedKt: groundspeedKt,
		finalSeconds: (Math.max(0, finalFix.beforeNm - missedPoint.beforeNm) / groundspeedKt) * 3600
	};
}

/** A minimum by a short name of its own: what guides to it, and how low. */
export const minimumKey = ({ guidance, altitudeFt }: Pick<Minimum, 'guidance' | 'altitudeFt'>): string =>
	`${guidance} ${altitudeFt}`;

/** The minima of an approach that its category may use. */
export const minimaOf = ({ procedure, category }: CardApproach): Minimum[] =>
	procedure.minima.filter(({ categories }) => categories.includes(category));

/** The card of an approach flown to another minimum, with another margin, bug or runway to circle to. */
function otherApproach(
	card: TaskCard,
	task: Conditions,
	aircraft: Aircraft,
	area: Area | undefined
): TaskCard {
	const { approach } = card;
	const { minimum: key, addedFt, bugStepFt, circleTo } = task;
	if (!approach) return card;
	const bugged = { ...approach, bugFt: bugOf(approach.minimum.altitudeFt + approach.addedFt, bugStepFt) };
	if (key === 'card' && addedFt === null && circleTo === 'card') return { ...card, approach: bugged };
	const minimum =
		key === 'card' ? approach.minimum : minimaOf(approach).find((one) => minimumKey(one) === key);
	if (!minimum)
		throw new InputError(
			'/minimum',
			`must be one of ${minimaOf(approach).map(minimumKey).join(', ')} for category ${approach.category}`
		);
	const runway = circleTo === 'card' ? approach.circleTo?.runway : circleTo;
	if (!area) throw new InputError('/minimum', 'must be the card’s own where its area is not to be had');
	const {
		start,
		phases,
		navigation,
		summary,
		approach: changed
	} = approachCard(approach.procedure, {
		aircraft,
		area,
		weather: card.weather,
		category: approach.category,
		minimum,
		part: approach.part,
		// A decision altitude has no margin of its own to go by.
		...(addedFt !== null
			? { addedFt }
			: approach.minimum.kind === 'descent'
				? { addedFt: approach.addedFt }
				: {}),
		bugStepFt,
		...(runway ? { circleTo: runway } : {})
	});
	return {
		...card,
		start,
		phases,
		summary,
		...(navigation ? { navigation } : {}),
		...(changed ? { approach: changed } : {})
	};
}

/**
 * The card with what the day brings put on it; not checked as a whole.
 * @param aircraft that of the card: its loadings are known by name.
 * @param area that of the card: needed where an approach is flown to another minimum.
 * @throws InputError with the condition that cannot be.
 */
export function withConditions(given: TaskCard, task: Conditions, aircraft: Aircraft, area?: Area): TaskCard {
	const card = otherApproach(given, task, aircraft, area);
	const changed: TaskCard = {
		...structuredClone(card),
		weather: weatherOf(card, task),
		loading: loadingOf(card, aircraft, task.loading)
	};
	if (task.veil !== 'card') changed.veil = task.veil;
	if (task.school !== 'card') changed.school = task.school;
	if (task.outside !== 'card') changed.outside = task.outside;
	if (task.verticalSpeed !== 'own') changed.verticalSpeed = task.verticalSpeed;
	if (task.failure !== 'none') {
		if (task.failToSeconds < task.failFromSeconds)
			throw new InputError('/failToSeconds', `must be a number not below ${task.failFromSeconds}`);
		changed.failures = [
			...(changed.failures ?? []),
			{
				kind: task.failure,
				onset: { kind: 'window', fromSeconds: task.failFromSeconds, toSeconds: task.failToSeconds },
				creepSeconds: task.creepSeconds
			}
		];
	}
	if (!changed.loading) delete changed.loading;
	if (changed.approach) changed.approach = { ...changed.approach, ...finalOnDay(changed) };
	return changed;
}

/** Winds by which a task becomes harder: some, then strong. */
const WIND_STEPS_KT = [15, 25];
/** Off the heading of the start: across and a little ahead, so that it can be seen. */
const WIND_OFF_DEG = 60;

/** A task made harder, and what was added, in words. */
export interface HarderStep {
	conditions: Conditions;
	words: string;
}

/**
 * The same card with one thing more to do: some wind, stronger wind, rough air, a veil, a failure, in that order; null
 * where all of it is there.
 */
export function oneStepHarder(card: TaskCard, now: Conditions): HarderStep | null {
	const layer = card.weather.windLayers[0];
	const speedKt = now.windSpeedKt > 0 ? now.windSpeedKt : (layer?.speedKt ?? 0);
	const fromDeg =
		now.windSpeedKt > 0 ? now.windFromDeg : (layer?.fromDeg ?? (card.start.headingDeg + WIND_OFF_DEG) % 360);
	const turbulence = now.turbulence !== 'none' ? now.turbulence : (card.weather.turbulence ?? 'none');
	const veiled = now.veil !== 'card' || card.veil !== undefined;
	const failing = now.failure !== 'none' || (card.failures ?? []).length > 0;
	const step = (change: Partial<Conditions>, words: string): HarderStep => ({
		conditions: { ...now, ...change },
		words
	});
	const wind = (kt: number) =>
		step({ windFromDeg: Math.round(fromDeg), windSpeedKt: kt }, `wind of ${kt} kt`);
	if (speedKt < WIND_STEPS_KT[0]!) return wind(WIND_STEPS_KT[0]!);
	if (turbulence === 'none') return step({ turbulence: 'light' }, 'light turbulence');
	if (speedKt < WIND_STEPS_KT[1]!) return wind(WIND_STEPS_KT[1]!);
	if (!veiled) return step({ veil: 'dim' }, 'the panel dim but for what is looked at');
	if (turbulence === 'light') return step({ turbulence: 'moderate' }, 'moderate turbulence');
	if (!failing)
		return step({ failure: 'vacuum', creepSeconds: 60 }, 'the vacuum failing, between one minute and three');
	return null;
}
