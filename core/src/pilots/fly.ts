import type { Aircraft, ControlInputs } from '../aircraft/index.js';
import { Recorder, type Track } from '../recording/index.js';
import { CardFlight, type Dwell, type Hands, type TaskCard } from '../training/index.js';
import type { Area } from '../world/index.js';
import { RobotPilot } from './robot.js';
import type { Technique } from './techniques.js';
import { viewOf } from './view.js';

/** A robot ticks an item of a call after this, s. */
const SECONDS_PER_ITEM = 2;

/** A flight of a robot: its recording, where it looked, what it called. */
export interface RobotFlight {
	track: Track;
	/** Where the robot's eye was. */
	looks: Dwell[];
	simulatedSeconds: number;
	completed: boolean;
}

/** The longest a robot tries, s: a card that never ends must not hold up the machine. */
const LONGEST_ROBOT_FLIGHT_SECONDS = 3600;

/** A robot at the controls: it ticks calls, waits while an attitude is set up, and flies. */
class RobotHands implements Hands {
	pilot: RobotPilot | null = null;
	private tickedAt = 0;

	constructor(
		private readonly technique: Technique,
		private readonly seed: number
	) {}

	controls(flown: CardFlight): ControlInputs {
		this.tick(flown);
		const { flight, card, director } = flown;
		if (director && !director.isReady) {
			flown.direct(director);
			return flown.inputs;
		}
		const { panel, radio } = flight;
		this.pilot ??= new RobotPilot(
			this.technique,
			card,
			flight.setup.aircraft,
			this.seed,
			flown.inputs,
			panel,
			radio
		);
		return {
			...this.pilot.controls(panel, flown.progress.current, flown.inputs, radio, viewOf(flown)),
			byInstructor: 0
		};
	}

	private tick(flown: CardFlight): void {
		const { open } = flown.calls;
		if (!open || flown.seconds - Math.max(this.tickedAt, open.dueSeconds) <= SECONDS_PER_ITEM) return;
		flown.inputs = { ...flown.inputs, calls: flown.inputs.calls + 1 };
		this.tickedAt = flown.seconds;
	}
}

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
	const recorder = new Recorder();
	const flown = new CardFlight(card, aircraft, area, { assist: 'direct', seed }, (row) => recorder.add(row));
	if (card.upset) flown.setUp(card.upset, seed);
	const hands = new RobotHands(technique, seed);
	while (!flown.progress.done && !flown.flight.ended && flown.seconds < longestSeconds) flown.step(hands);
	const endMs = flown.seconds * 1000;
	return {
		track: recorder.track(),
		looks: (hands.pilot?.looks ?? [])
			.filter(({ startMs }) => startMs < endMs)
			.map((look) => ({ ...look, endMs: Math.min(look.endMs, Math.round(endMs)) })),
		simulatedSeconds: flown.seconds,
		completed: flown.progress.done
	};
}
