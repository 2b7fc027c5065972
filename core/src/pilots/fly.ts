import { CardProgress, eventSample, type Area, type TaskCard } from '../exercise/index.js';
import { loadedAircraft, type Aircraft } from '../flight/index.js';
import {
	Flight,
	Recorder,
	RECORDING_RATE_HZ,
	sampleFlight,
	STEPS_PER_SECOND,
	type FlightSetup,
	type Track
} from '../simulation/index.js';
import { ROBOT_STEPS, RobotPilot, type Technique } from './robot.js';

/** The setup of a flight of a card. */
export function setupOf(
	card: TaskCard,
	aircraft: Aircraft,
	area: Area
): Omit<FlightSetup, 'assist' | 'seed'> {
	return {
		aircraft: loadedAircraft(aircraft, card.loading),
		fuelKg: card.loading?.fuelKg,
		verticalSpeed: card.verticalSpeed,
		weather: card.weather,
		variationDeg: area.variationDeg,
		dipDeg: area.dipDeg,
		latitudeDeg: area.referenceLatitudeDeg,
		failures: card.failures ?? [],
		start: card.start
	};
}

export interface RobotFlight {
	track: Track;
	simulatedSeconds: number;
	completed: boolean;
}

/** The longest a robot tries, s: a card that never ends must not hold up the machine. */
export const LONGEST_ROBOT_FLIGHT_SECONDS = 3600;

/**
 * Has a robot fly a card from beginning to end, or until the aircraft or the time has come to an
 * end. Deterministic in card, aircraft, technique and seed.
 */
export function flyByRobot(
	card: TaskCard,
	aircraft: Aircraft,
	area: Area,
	technique: Technique,
	seed: number
): RobotFlight {
	const setup = setupOf(card, aircraft, area);
	const flight = new Flight({ ...setup, assist: 'direct', seed });
	const pilot = new RobotPilot(technique, card, setup.aircraft, seed, flight.initialControls);
	const progress = new CardProgress(card);
	const recorder = new Recorder();
	const sampleSteps = STEPS_PER_SECOND / RECORDING_RATE_HZ;
	let inputs = flight.initialControls;
	while (!progress.done && !flight.ended && flight.timeSeconds < LONGEST_ROBOT_FLIGHT_SECONDS) {
		if (flight.steps % sampleSteps === 0) {
			const sample = sampleFlight(flight, inputs);
			recorder.add(sample);
			progress.add(eventSample(sample), flight.timeSeconds);
		}
		if (flight.steps % ROBOT_STEPS === 0) inputs = pilot.controls(flight.panel, progress.current, inputs);
		flight.step(inputs);
	}
	return { track: recorder.track(), simulatedSeconds: flight.timeSeconds, completed: progress.done };
}
