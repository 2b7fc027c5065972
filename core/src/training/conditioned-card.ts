import { InputError } from '../base/index.js';
import type { Aircraft } from '../aircraft/index.js';
import { roughTrueKt, solveWindTriangle } from '../navigation/index.js';
import { compassCourseDeg } from '../paths/index.js';
import { windAt, type Area } from '../world/index.js';
import { bugOf } from './approach.js';
import { approachCard } from './builders/approach-card.js';
import type { TaskCard } from './card.js';
import { minimaOf, minimumKey, type Conditions } from './conditions.js';

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
