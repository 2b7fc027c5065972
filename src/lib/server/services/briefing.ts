import {
	configurationFlight,
	KNOWN_WITHIN,
	loadedAircraft,
	powerOf,
	powerUnit,
	standardDay,
	type Aircraft,
	type Configuration,
	type TaskCard
} from '@hanza/core';
import type { NumberTry } from '../data/index.js';

export interface ConfigurationNumbers {
	pitchDeg: number;
	/** In the aircraft's own unit. */
	power: number;
	verticalSpeedFpm: number;
}

/** Pitch and power of a configuration, from the flight model. */
export function configurationNumbers(aircraft: Aircraft, configuration: Configuration): ConfigurationNumbers {
	const day = { ...standardDay, altitudeFt: configuration.altitudeFt };
	const flight = configurationFlight(aircraft, configuration, day);
	const { pitchDeg, verticalSpeedFpm } = flight;
	return { pitchDeg, power: powerOf(aircraft, flight), verticalSpeedFpm };
}

export interface NumberToKnow {
	id: string;
	name: string;
	airspeedKias: number;
	verticalSpeedFpm: number | 'full-power' | 'idle';
	flapsDeg: number;
	governedRpm: number | null;
	tried: { pitchDeg: number; power: number } | null;
	/** Shown only after a try. */
	answer: (ConfigurationNumbers & { known: boolean }) | null;
}

/** The numbers that a card wants known, each with the student's last try, and the answer once tried. */
export function numbersToKnow(
	card: TaskCard,
	standard: Aircraft,
	tries: readonly NumberTry[]
): NumberToKnow[] {
	// The numbers of the day are those of what is on board.
	const aircraft = loadedAircraft(standard, card.loading);
	return card.numbersToKnow.flatMap((id) => {
		const configuration = aircraft.configurations.find((candidate) => candidate.id === id);
		if (!configuration) return [];
		const tried = tries.find((entry) => entry.configurationId === id) ?? null;
		const { name, airspeedKias, verticalSpeedFpm, flapsDeg, governedRpm = null } = configuration;
		const numbers = tried && configurationNumbers(aircraft, configuration);
		return [
			{
				id,
				name,
				airspeedKias,
				verticalSpeedFpm,
				flapsDeg,
				governedRpm,
				tried: tried && { pitchDeg: tried.pitchDeg, power: tried.power },
				answer: numbers && {
					pitchDeg: numbers.pitchDeg,
					power: numbers.power,
					verticalSpeedFpm: numbers.verticalSpeedFpm,
					known:
						Math.abs(numbers.pitchDeg - tried.pitchDeg) <= KNOWN_WITHIN.pitchDeg &&
						Math.abs(numbers.power - tried.power) <= KNOWN_WITHIN[powerUnit(aircraft)]
				}
			}
		];
	});
}
