import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { FAILURE_KINDS, VerticalSpeedKind } from '../aircraft/index.js';
import type { Minimum } from '../procedures/index.js';
import { TurbulenceLevel } from '../world/index.js';
import type { CardApproach } from './approach.js';
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

/** A minimum by a short name of its own: what guides to it, and how low. */
export const minimumKey = ({ guidance, altitudeFt }: Pick<Minimum, 'guidance' | 'altitudeFt'>): string =>
	`${guidance} ${altitudeFt}`;

/** The minima of an approach that its category may use. */
export const minimaOf = ({ procedure, category }: CardApproach): Minimum[] =>
	procedure.minima.filter(({ categories }) => categories.includes(category));

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
