import * as Type from '@sinclair/typebox';
import {
	briefOf,
	configurationFlight,
	InputError,
	KNOWN_WITHIN,
	loadedAircraft,
	parse,
	powerOf,
	powerUnit,
	standardDay,
	type Aircraft,
	type Configuration,
	workedOut,
	type TaskCard
} from '@hanza/core';
import type { Knex } from 'knex';
import { briefTries, type Attempt, type NumberTry } from '../../data/index.js';

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

/** How the brief of a task had been worked out when a flight began; null where it asks nothing or nothing was tried. */
export async function briefBefore(
	db: Knex,
	{
		card,
		assignmentId,
		studentId,
		startedAt
	}: Pick<Attempt, 'card' | 'assignmentId' | 'studentId' | 'startedAt'>
): Promise<{
	asked: number;
	tried: number;
	rightAtOnce: number;
	/** What was wrong at the first try: asked, said, and what is right in words. */
	wrong: { ask: string; why: string }[];
} | null> {
	if (!assignmentId) return null;
	const tries = await briefTries(db, assignmentId, studentId);
	const questions = workedOut(
		card,
		tries.filter(({ at }) => at < startedAt)
	);
	const tried = questions.filter((one) => one.tried !== null).length;
	if (tried === 0) return null;
	const rightAtOnce = questions.filter((one) => one.rightAtOnce).length;
	const wrong = questions
		.filter((one) => one.tried !== null && !one.rightAtOnce)
		.map(({ ask, answer }) => ({ ask, why: answer?.why ?? '' }));
	return { asked: questions.length, tried, rightAtOnce, wrong };
}

const ENTERED = {
	entry: Type.Union(['direct', 'teardrop', 'parallel'].map((one) => Type.Literal(one))),
	direction: Type.Number({ minimum: 0, maximum: 360, description: '°, 0 to 360' }),
	seconds: Type.Number({ minimum: 0, maximum: 1200, description: 's' }),
	distance: Type.Number({ minimum: 0, maximum: 200, description: 'NM' }),
	altitude: Type.Number({ minimum: -500, maximum: 20000, description: 'ft' }),
	rate: Type.Number({ minimum: -6000, maximum: 6000, description: 'ft/min' }),
	frequency: Type.Number({ minimum: 100, maximum: 2000, description: 'MHz or kHz' }),
	choice: Type.String({ minLength: 1, maxLength: 120 })
};

/**
 * A try at a question of a card, as it is kept.
 * @throws InputError where the card has no such question or the entry is none of its kind.
 */
export function validateTry(card: TaskCard, id: string, entered: string): string {
	const question = briefOf(card).find((one) => one.id === id);
	if (!question) throw new InputError('/question', 'must be one of this card');
	const { kind } = question.answer;
	const text = entered.trim();
	// A number in words of its own is left to the check, which says what is allowed.
	const number = Number(text.replace(',', '.'));
	const value = kind === 'entry' || kind === 'choice' || text === '' || Number.isNaN(number) ? text : number;
	return String(parse(Type.Object({ entered: ENTERED[kind] }), { entered: value }).entered);
}
