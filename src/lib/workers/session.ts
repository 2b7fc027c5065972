import {
	CallsProgress,
	CardProgress,
	windEstimates,
	Track,
	type WindEstimate,
	coversOf,
	decodeChunk,
	encodeChunk,
	eventSample,
	effectiveColumn,
	EVENT_CHANNELS,
	failuresFrom,
	Flight,
	mayLookOut,
	Recorder,
	RECORDING_RATE_HZ,
	sampleFlight,
	ROBOT_STEPS,
	setupOf,
	STEPS_PER_SECOND,
	UpsetDirector,
	type ControlInputs,
	type EventSample,
	type Dwell,
	type ResumeState,
	type Sample,
	type ScanInstrument,
	type Situation,
	type TaskCard,
	type Upset
} from '@hanza/core';
import type { InstructorCommand } from '$lib/contracts/instructor-command.js';
import type { Frame, FromFlight, Moment, ToFlight } from './messages.js';

const SAMPLE_STEPS = STEPS_PER_SECOND / RECORDING_RATE_HZ;
/** Samples in a chunk: one second, so that at most about that is ever at risk. */
const CHUNK_SAMPLES = RECORDING_RATE_HZ;
/** A longer gap means that the machine or the browser was asleep: freeze instead of racing to catch up. */
const ASLEEP_MS = 3000;
/**
 * A busy machine stalls for some tenths of a second: so much is flown at once, s of flight. What is over is dropped,
 * and the flight is slower than asked for: at eight times real time a stall caught up whole would be a leap, and a
 * machine too slow for the rate would fall ever farther behind.
 */
const CATCH_UP_SECONDS = 2;
/** Moments kept to go back to, one a second: a little over the longest step back. */
const KEPT_MOMENTS = 75;

/** Says something to the page; buffers of it are handed over. */
export type Post = (message: FromFlight, transfer?: Transferable[]) => void;

/** A flight under way: time, hands, card and recording. The worker gives it the clock and carries its words. */
export class Session {
	private readonly flight: Flight;
	private readonly progress: CardProgress;
	private readonly calls: CallsProgress;
	/** A sample a second for the wind, where the card shows it. */
	private readonly blown = new Recorder();
	private wind: WindEstimate | null = null;
	private readonly card: TaskCard;
	private readonly recorder = new Recorder();
	private inputs: ControlInputs;
	private seq: number;
	/** Samples before this session's recorder, from an earlier visit. */
	private readonly before: number;
	private sent = 0;
	private running = false;
	private lastTick = 0;
	private owedSteps = 0;
	private toldDone = false;
	private rate = 1;
	private readonly moments: Moment[] = [];
	private readonly looksOut: boolean;
	/** Covers that the card puts on: they stay on. */
	private readonly covers: number;
	/** The hands have moved since the last step. */
	private unfelt = false;
	private readonly looks: Dwell[] = [];
	/** Sets up an unusual attitude; gone when the controls have been taken. */
	private director: UpsetDirector | null = null;
	private gazing: { instrument: ScanInstrument; startMs: number } | null = null;

	/** @param now of the wall clock, ms. */
	constructor(
		load: Extract<ToFlight, { type: 'load' }>,
		private readonly post: Post,
		private readonly now: () => number
	) {
		this.flight = new Flight({
			...setupOf(load.card, load.aircraft, load.area),
			assist: load.assist,
			seed: load.seed
		});
		this.card = load.card;
		this.progress = new CardProgress(load.card);
		this.calls = new CallsProgress(load.card);
		this.looksOut = mayLookOut(load.card);
		this.covers = coversOf(load.card);
		this.inputs = { ...this.flight.initialControls, covered: this.covers };
		this.seq = load.nextSeq;
		this.before = load.resume ? this.takeUp(load.resume) : 0;
		if (load.card.upset && this.progress.current < 0) this.setUp(load.card.upset);
		if (!load.resume) this.sample();
		this.post({ type: 'loaded', inputs: this.inputs, frame: this.frame() });
	}

	/** Goes to the kept state and lets the card see again what was recorded before it. */
	private takeUp({ state, recorded }: { state: ResumeState; recorded: ArrayBuffer }): number {
		const { track } = decodeChunk(new Uint8Array(recorded));
		const columns = EVENT_CHANNELS.map((name) => effectiveColumn(track, name));
		const seen = {} as EventSample;
		const called = track.has('calls') ? track.column('calls') : null;
		for (let i = 0; i < track.length; i++) {
			EVENT_CHANNELS.forEach((name, c) => (seen[name] = columns[c]?.[i] ?? NaN));
			this.progress.add(seen, track.timeOf(i));
			this.calls.add(seen, track.timeOf(i), this.progress.current, called?.[i] ?? 0);
		}
		this.flight.restore(state.flight);
		this.inputs = {
			...this.flight.initialControls,
			...state.inputs,
			elevator: 0,
			aileron: 0,
			rudder: 0,
			// Whoever had the controls: a flight taken up again is the student's, or is set up anew.
			byInstructor: 0
		};
		return track.length;
	}

	private sample(): void {
		const sample = sampleFlight(this.flight, this.inputs);
		this.recorder.add(sample);
		const seen = eventSample(sample);
		this.progress.add(seen, this.flight.timeSeconds);
		this.calls.add(seen, this.flight.timeSeconds, this.progress.current, this.inputs.calls);
		if (this.card.windInFlight) this.workOutWind(sample);
		if (this.recorder.length - this.sent >= CHUNK_SAMPLES) this.flush();
	}

	/** Once in ten seconds is often enough. */
	private workOutWind(sample: Sample): void {
		const { navigation } = this.card;
		if (!navigation || this.flight.steps % STEPS_PER_SECOND !== 0) return;
		this.blown.add(sample);
		if (this.blown.length % 10 !== 0) return;
		const { channels, length } = this.blown.track();
		this.wind = windEstimates(new Track(1, channels, length), navigation.variationDeg).at(-1) ?? null;
	}

	flush(): void {
		const { length } = this.recorder;
		if (length === this.sent) return;
		const chunk = encodeChunk({ first: this.before + this.sent, track: this.recorder.track(this.sent) });
		this.closeLook();
		const resume: ResumeState = {
			flight: this.flight.snapshot(),
			inputs: this.inputs,
			phase: this.progress.current,
			phaseSeconds: this.progress.elapsedSeconds(this.flight.timeSeconds)
		};
		const json = new TextEncoder().encode(JSON.stringify({ resume, looks: this.looks.splice(0) }));
		const body = new Uint8Array(4 + json.length + chunk.length);
		new DataView(body.buffer).setUint32(0, json.length, true);
		body.set(json, 4);
		body.set(chunk, 4 + json.length);
		this.sent = length;
		// What has been handed out is on the server or on its way: a long flight takes no more memory.
		this.recorder.forgetBefore(length);
		this.moments.push({ samples: this.before + length, state: structuredClone(resume) });
		if (this.moments.length > KEPT_MOMENTS) this.moments.shift();
		this.post({ type: 'chunk', seq: this.seq++, body: body.buffer }, [body.buffer]);
	}

	/** From now on the instructor flies, to hand over in an unusual attitude. */
	private setUp(upset: Upset): void {
		const { setup, timeSeconds } = this.flight;
		this.director = new UpsetDirector(upset, setup.aircraft, setup.seed + this.flight.steps, timeSeconds);
		this.inputs = { ...this.inputs, byInstructor: 1 };
	}

	/** The student says that he has the controls: they are his as they were left. */
	take(): void {
		if (!this.director?.isReady) return;
		this.director = null;
		this.inputs = { ...this.inputs, byInstructor: 0 };
		this.post({ type: 'given', inputs: this.inputs });
		this.run(true);
	}

	control(asked: ControlInputs): void {
		const inputs = { ...asked, covered: asked.covered | this.covers };
		// Who has the controls moves them; the rest, as a cover or a name for a failure, is the student's.
		const { elevator, aileron, rudder, throttle, trim } = this.inputs;
		this.inputs = this.director
			? { ...inputs, elevator, aileron, rudder, throttle, trim, byInstructor: 1 }
			: { ...inputs, byInstructor: 0 };
		this.unfelt = true;
	}

	run(running: boolean): void {
		if (this.running === running || this.flight.ended) return;
		this.running = running;
		this.lastTick = this.now();
		this.owedSteps = 0;
		if (!running) this.post({ type: 'frozen', reason: 'asked' });
	}

	setRate(rate: number): void {
		this.rate = rate;
	}

	/** The newest kept moment that lies at least so many seconds back, or the oldest there is. */
	recall(seconds: number): Moment | null {
		const wanted = this.before + this.recorder.length - seconds * RECORDING_RATE_HZ;
		return this.moments.findLast(({ samples }) => samples <= wanted) ?? this.moments[0] ?? null;
	}

	tick(now: number): void {
		if (!this.running) return;
		const gap = now - this.lastTick;
		this.lastTick = now;
		if (gap > ASLEEP_MS) {
			this.running = false;
			this.post({ type: 'frozen', reason: 'slept' });
			return;
		}
		this.owedSteps += Math.min((gap / 1000) * this.rate, CATCH_UP_SECONDS) * STEPS_PER_SECOND;
		while (this.running && this.owedSteps >= 1) {
			this.owedSteps--;
			this.step();
		}
		if (this.progress.done && !this.toldDone) {
			this.toldDone = true;
			this.post({ type: 'done' });
		}
	}

	gaze(instrument: ScanInstrument | null): void {
		if (instrument === this.gazing?.instrument) return;
		this.closeLook();
		this.gazing = instrument && { instrument, startMs: this.nowMs };
	}

	private get nowMs(): number {
		return Math.round(this.flight.timeSeconds * 1000);
	}

	/** Keeps the look that is going on, and lets it go on as the next; they are one again when read. */
	private closeLook(): void {
		if (!this.gazing || this.nowMs <= this.gazing.startMs) return;
		this.looks.push({ ...this.gazing, endMs: this.nowMs });
		this.gazing = { ...this.gazing, startMs: this.nowMs };
	}

	private step(): void {
		if (this.director && this.flight.steps % ROBOT_STEPS === 0) {
			this.inputs = { ...this.director.controls(this.flight, this.inputs), byInstructor: 1 };
			if (this.director.isReady) {
				this.running = false;
				this.post({ type: 'offered' });
				return;
			}
		}
		this.flight.step(this.inputs);
		this.unfelt = false;
		if (this.flight.steps % SAMPLE_STEPS === 0) this.sample();
		if (!this.flight.ended) return;
		this.running = false;
		this.flush();
		this.post({ type: 'ended', end: this.flight.ended });
	}

	/** The page is about to draw: the flight is brought up to now and shown. */
	requestFrame(now: number): void {
		this.tick(now);
		// Hands that have just moved are felt at once, by a step of the next few milliseconds.
		if (this.running && this.unfelt && this.owedSteps > -1) {
			this.owedSteps--;
			this.step();
		}
		this.post({ type: 'frame', frame: this.frame() });
	}

	execute(command: InstructorCommand): void {
		const { timeSeconds } = this.flight;
		switch (command.kind) {
			case 'fail':
				this.flight.arm({
					kind: command.failure,
					atSeconds: timeSeconds,
					creepSeconds: command.creepSeconds
				});
				return;
			case 'repair':
				this.flight.repair(command.failure);
				return;
			case 'freeze':
				this.run(false);
				return;
			case 'upset':
				if (!this.director) this.setUp(command.upset);
				return;
			default:
				command satisfies never;
		}
	}

	situation(): Situation {
		return {
			start: this.flight.asStart(this.inputs),
			fromPhase: Math.max(0, this.progress.current),
			failures: failuresFrom(this.flight.failures, this.flight.timeSeconds)
		};
	}

	private eye(): Frame['eye'] {
		if (!this.looksOut) return null;
		const { northNm, eastNm, altitudeFt, headingDeg, pitchDeg, bankDeg } = this.flight.truth();
		return {
			northNm,
			eastNm,
			altitudeFt,
			headingDeg: headingDeg + this.flight.setup.variationDeg,
			pitchDeg,
			bankDeg
		};
	}

	private position(): Frame['position'] {
		if (!this.card.planInFlight) return null;
		const { northNm, eastNm, trackDeg } = this.flight.truth();
		return { northNm, eastNm, trackDeg };
	}

	private call(): Frame['call'] {
		const { open } = this.calls;
		if (!open) return null;
		const { call, dueSeconds, tickedSeconds } = open;
		return {
			name: call.name,
			items: call.items,
			ticked: tickedSeconds.filter((one) => one !== null).length,
			overdue: this.flight.timeSeconds - dueSeconds > call.withinSeconds
		};
	}

	private frame(): Frame {
		const { timeSeconds, panel, surfaces } = this.flight;
		return {
			timeSeconds,
			panel: { ...panel },
			phase: this.progress.current,
			phaseSeconds: this.progress.elapsedSeconds(timeSeconds),
			flapsDeg: surfaces.flapsDeg,
			stallWarning: this.flight.stallWarning,
			gear: surfaces.gear,
			gearWarning: this.flight.gearWarning,
			byInstructor: this.director !== null,
			eye: this.eye(),
			radio: this.flight.radio && { ...this.flight.radio },
			position: this.position(),
			call: this.call(),
			wind: this.wind
		};
	}
}
