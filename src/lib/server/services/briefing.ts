import {
	configurationFlight,
	standardDay,
	type Aircraft,
	type Configuration,
	type TaskCard
} from '@hanza/core';
import type { NumberTry } from '../data/index.js';

/** Differences within which a number counts as known. */
export const KNOWN_WITHIN = { pitchDeg: 1, powerRpm: 75 };

export interface ConfigurationNumbers {
	pitchDeg: number;
	powerRpm: number;
	verticalSpeedFpm: number;
}

/** Pitch and power of a configuration, from the flight model. */
export function configurationNumbers(aircraft: Aircraft, configuration: Configuration): ConfigurationNumbers {
	return configurationFlight(aircraft, configuration, {
		...standardDay,
		altitudeFt: configuration.altitudeFt
	});
}

export interface NumberToKnow {
	id: string;
	name: string;
	airspeedKias: number;
	verticalSpeedFpm: number | 'full-power' | 'idle';
	flapsDeg: number;
	tried: { pitchDeg: number; powerRpm: number } | null;
	/** Shown only after a try. */
	answer: (ConfigurationNumbers & { known: boolean }) | null;
}

/** The numbers that a card wants known, each with the student's last try, and the answer once tried. */
export function numbersToKnow(
	card: TaskCard,
	aircraft: Aircraft,
	tries: readonly NumberTry[]
): NumberToKnow[] {
	return card.numbersToKnow.flatMap((id) => {
		const configuration = aircraft.configurations.find((candidate) => candidate.id === id);
		if (!configuration) return [];
		const tried = tries.find((entry) => entry.configurationId === id) ?? null;
		const { name, airspeedKias, verticalSpeedFpm, flapsDeg } = configuration;
		const numbers = tried && configurationNumbers(aircraft, configuration);
		return [
			{
				id,
				name,
				airspeedKias,
				verticalSpeedFpm,
				flapsDeg,
				tried: tried && { pitchDeg: tried.pitchDeg, powerRpm: tried.powerRpm },
				answer: numbers && {
					pitchDeg: numbers.pitchDeg,
					powerRpm: numbers.powerRpm,
					verticalSpeedFpm: numbers.verticalSpeedFpm,
					known:
						Math.abs(numbers.pitchDeg - tried.pitchDeg) <= KNOWN_WITHIN.pitchDeg &&
						Math.abs(numbers.powerRpm - tried.powerRpm) <= KNOWN_WITHIN.powerRpm
				}
			}
		];
	});
}
