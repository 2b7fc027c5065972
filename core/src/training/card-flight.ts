import {
	FLYING_CONTROLS,
	inputsAtRest,
	loadedAircraft,
	only,
	SPRUNG_CONTROLS,
	type Aircraft,
	type AssistLevel,
	type ControlInputs
} from '../aircraft/index.js';
import {
	effectiveColumn,
	emptyRow,
	RECORDING_RATE_HZ,
	type SampleRow,
	type Track
} from '../recording/index.js';
import {
	Flight,
	writeSample,
	snapshotOf,
	STEPS_PER_SECOND,
	type FlightSetup,
	type ResumeState,
	inputsKept
} from '../simulation/index.js';
import type { Area } from '../world/index.js';
import { CallsProgress } from './calls.js';
import { coversOf, type TaskCard, type Upset } from './card.js';
import { EVENT_CHANNELS, eventSample, type EventSample } from './event-watch.js';
import { CardProgress } from './progress.js';
import { UpsetDirector } from './upset.js';

/** Steps between two samples, and between two decisions of whoever moves the controls. */
const SAMPLE_STEPS = STEPS_PER_SECOND / RECORDING_RATE_HZ;
const DECISION_STEPS = 12;

/** The setup of a flight of a card. */
export const setupOf = (
	card: TaskCard,
	aircraft: Aircraft,
	area: Area
): Omit<FlightSetup, 'assist' | 'seed'> => ({
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
});

/** Somebody who moves the controls, asked ten times a second of flight. */
export interface Hands {
	controls(flight: CardFlight): ControlInputs;
}

/**
 * A card being flown: aeroplane, card and calls step by step, a sample ten times a second. The one loop of a flight: the
 * trainer in the browser, the robots and the preview in the editor all go through it.
 */
export class CardFlight {
	readonly flight: Flight;
	readonly progress: CardProgress;
	readonly calls: CallsProgress;
	inputs: ControlInputs;
	/** Sets up an unusual attitude; null when nobody does, or the controls have been taken. */
	director: UpsetDirector | null = null;
	/** Covers that the card puts on: they stay on. */
	private readonly covers: number;
	private sampledAt = -1;
	private readonly row = emptyRow();

	/** @param onSample gets every sample as it is taken, in order; the row is written anew by the next. */
	constructor(
		readonly card: TaskCard,
		aircraft: Aircraft,
		area: Area,
		{ assist, seed }: { assist: AssistLevel; seed: number },
		private readonly onSample: (row: SampleRow) => void = () => {}
	) {
		this.flight = new Flight({ ...setupOf(card, aircraft, area), assist, seed });
		this.progress = new CardProgress(card);
		this.calls = new CallsProgress(card);
		this.covers = coversOf(card);
		this.inputs = { ...this.flight.initialControls, covered: this.covers };
	}

	get seconds(): number {
		return this.flight.timeSeconds;
	}

	/** Takes the sample of this moment, where one is due and has not been taken. */
	sample(): void {
		if (this.flight.steps % SAMPLE_STEPS === 0) this.takeSample();
	}

	/** A flight that has come to an end by itself shows it in a last sample, within a tenth of a second. */
	private takeSample(): void {
		const { flight } = this;
		if (this.sampledAt === flight.steps) return;
		this.sampledAt = flight.steps;
		writeSample(flight, this.inputs, this.row);
		this.onSample(this.row);
		this.see(eventSample(this.row, this.card.weather), flight.timeSeconds, this.inputs.calls);
	}

	private see(seen: EventSample, seconds: number, ticked: number): void {
		this.progress.add(seen, seconds);
		this.calls.add(seen, seconds, this.progress.current, ticked);
	}

	/** Whether whoever moves the controls is asked before the next step. */
	get decides(): boolean {
		return this.flight.steps % DECISION_STEPS === 0;
	}

	/** One step of the aeroplane, with the sample that is due before it. Does nothing once the flight has ended. */
	step(hands: Hands | null = null): void {
		this.sample();
		if (hands && this.decides) this.inputs = hands.controls(this);
		this.flight.step(this.inputs);
		if (this.flight.ended) this.takeSample();
	}

	/**
	 * Takes the flight up where it was left: the card sees again what was recorded before. The stick is let go, and
	 * whoever had the controls, the flight is the student's.
	 * @returns samples that were recorded before.
	 */
	resume(state: ResumeState, recorded: Track): number {
		const columns = EVENT_CHANNELS.map((name) => effectiveColumn(recorded, name, this.card.weather));
		const ticked = recorded.has('calls') ? recorded.column('calls') : null;
		const seen = {} as EventSample;
		for (let i = 0; i < recorded.length; i++) {
			EVENT_CHANNELS.forEach((name, c) => (seen[name] = columns[c]?.[i] ?? NaN));
			this.see(seen, recorded.timeOf(i), ticked?.[i] ?? 0);
		}
		this.flight.restore(snapshotOf(state));
		this.sampledAt = this.flight.steps;
		this.inputs = { ...inputsKept(state), ...only(inputsAtRest(), SPRUNG_CONTROLS), byInstructor: 0 };
		return recorded.length;
	}

	/** All that is needed to take the flight up again from here. */
	state(): ResumeState {
		return {
			format: 'hanza-resume',
			version: 2,
			flight: this.flight.snapshot(),
			inputs: this.inputs,
			phase: this.progress.current,
			phaseSeconds: this.progress.elapsedSeconds(this.seconds)
		};
	}

	/** From now on the instructor flies, to hand over in an unusual attitude. @param seed of the attitude. */
	setUp(upset: Upset, seed: number): void {
		this.director = new UpsetDirector(upset, this.flight.setup.aircraft, seed, this.seconds);
		this.inputs = { ...this.inputs, byInstructor: 1 };
	}

	/** The instructor's hands, while he has the controls. */
	direct(director: UpsetDirector): void {
		this.inputs = { ...director.controls(this.flight, this.inputs), byInstructor: 1 };
	}

	/** The student has the controls, as they were left. */
	handOver(): void {
		this.director = null;
		this.inputs = { ...this.inputs, byInstructor: 0 };
	}

	/** What the student's hands ask for: while the instructor flies, only what is not flying. */
	control(asked: ControlInputs): void {
		const inputs = { ...asked, covered: asked.covered | this.covers };
		this.inputs = this.director
			? { ...inputs, ...only(this.inputs, FLYING_CONTROLS), byInstructor: 1 }
			: { ...inputs, byInstructor: 0 };
	}
}
