import { InputError, parse, TaskCard, type FailureKind, type TurbulenceLevel } from '@hanza/core';

/** What an instructor puts on a card for one task. */
export interface Conditions {
	windFromDeg: number;
	windSpeedKt: number;
	turbulence: TurbulenceLevel;
	failure: FailureKind | 'none';
	failFromSeconds: number;
	failToSeconds: number;
	creepSeconds: number;
}

/** The card with the day's wind, turbulence and failure put on it; checked again as a whole. */
export function withConditions(card: TaskCard, task: Conditions): TaskCard {
	const changed = structuredClone(card);
	if (task.windSpeedKt > 0)
		changed.weather.windLayers = [{ altitudeFt: 0, fromDeg: task.windFromDeg, speedKt: task.windSpeedKt }];
	if (task.turbulence !== 'none') changed.weather.turbulence = task.turbulence;
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
	return parse(TaskCard, changed);
}
