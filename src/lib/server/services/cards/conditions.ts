import { Type, type Static } from '@sinclair/typebox';
import {
	type Area,
	FAILURE_KINDS,
	InputError,
	SchoolSchema,
	TurbulenceLevel,
	VeilLevel,
	VerticalSpeedKind,
	type LoadingData,
	type TaskCard
} from '@hanza/core';
import { aircraftCatalog } from '$data';
import { validateCard } from './cards.js';

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
	creepSeconds: Type.Number({ minimum: 0, maximum: 1200 })
});
export type Conditions = Static<typeof Conditions>;

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
	creepSeconds: 0
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

function loadingOf({ loading, aircraft }: TaskCard, id: string): TaskCard['loading'] {
	if (id === 'card') return loading;
	const { name, loading: data }: { name: string; loading: LoadingData } = aircraftCatalog.get(aircraft);
	if (id === 'standard') return data.standard;
	const example = data.examples.find((one) => one.id === id);
	if (!example)
		throw new InputError(
			'/loading',
			`must be one of standard, ${data.examples.map((one) => one.id).join(', ')} for the ${name}`
		);
	return example.loading;
}

/** The card with what the day brings put on it; checked again as a whole. */
export function withConditions(card: TaskCard, task: Conditions, area?: Area): TaskCard {
	const changed: TaskCard = {
		...structuredClone(card),
		weather: weatherOf(card, task),
		loading: loadingOf(card, task.loading)
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
	return validateCard(changed, area);
}
