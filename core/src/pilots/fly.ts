import { loadedAircraft, type Aircraft } from '../aircraft/index.js';
import { Recorder, RECORDING_RATE_HZ, type Track } from '../recording/index.js';
import { Flight, sampleFlight, STEPS_PER_SECOND, type FlightSetup } from '../simulation/index.js';
import {
	CallsProgress,
	CardProgress,
	coversOf,
	eventSample,
	UpsetDirector,
	type Dwell,
	type TaskCard
} from '../training/index.js';
import type { Area } from '../world/index.js';
import { ROBOT_STEPS, RobotPilot } from './robot.js';
import type { Technique } from './techniques.js';

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
		area,
		...(card.radios ? { radios: card.radios } : {}),
		failures: card.failures ?? [],
		start: card.start
	};
}

/** A robot ticks an item of a call after this, s. */
const SECONDS_PER_ITEM = 2;

export interface RobotFlight {
	track: Track;
	/** Where the robot's eye was. */
	looks: Dwell[];
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
	seed: number,
	longestSeconds = LONGEST_ROBOT_FLIGHT_SECONDS
): RobotFlight {
	const setup = setupOf(card, aircraft, area);
	const flight = new Flight({ ...setup, assist: 'direct', seed });
	const progress = new CardProgress(card);
	const recorder = new Recorder();
	const calls = new CallsProgress(card);
	let tickedAt = 0;
	const sampleSteps = STEPS_PER_SECOND / RECORDING_RATE_HZ;
	const director = card.upset ? new UpsetDirector(card.upset, setup.aircraft, seed) : null;
	let inputs = { ...flight.initialControls, covered: coversOf(card), byInstructor: director ? 1 : 0 };
	let pilot: RobotPilot | null = null;
	while (!progress.done && !flight.ended && flight.timeSeconds < longestSeconds) {
		if (flight.steps % sampleSteps === 0) {
			const sample = sampleFlight(flight, inputs);
			recorder.add(sample);
			const seen = eventSample(sample);
			progress.add(seen, flight.timeSeconds);
			calls.add(seen, flight.timeSeconds, progress.current, inputs.calls);
			if (calls.open && flight.timeSeconds - Math.max(tickedAt, calls.open.dueSeconds) > SECONDS_PER_ITEM) {
				inputs = { ...inputs, calls: inputs.calls + 1 };
				tickedAt = flight.timeSeconds;
			}
		}
		if (flight.steps % ROBOT_STEPS === 0) {
			if (director && !director.isReady) inputs = { ...director.controls(flight, inputs), byInstructor: 1 };
			else {
				pilot ??= new RobotPilot(technique, card, setup.aircraft, seed, inputs, flight.panel, flight.radio);
				inputs = { ...pilot.controls(flight.panel, progress.current, inputs, flight.radio), byInstructor: 0 };
			}
		}
		flight.step(inputs);
	}
	const endMs = flight.timeSeconds * 1000;
	return {
		track: recorder.track(),
		looks: (pilot?.looks ?? [])
			.filter(({ startMs }) => startMs < endMs)
			.map((look) => ({ ...look, endMs: Math.min(look.endMs, Math.round(endMs)) })),
		simulatedSeconds: flight.timeSeconds,
		completed: progress.done
	};
}
