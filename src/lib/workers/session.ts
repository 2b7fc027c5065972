import {
	CardFlight,
	decodeChunk,
	encodeChunk,
	failuresFrom,
	mayLookOut,
	Recorder,
	RECORDING_RATE_HZ,
	STEPS_PER_SECOND,
	Track,
	windEstimates,
	type ControlInputs,
	type Dwell,
	PICTURE_STEPS,
	type SampleRow,
	type ScanInstrument,
	type Situation,
	type Upset,
	type WindEstimate
} from '@hanza/core';
import type { InstructorCommand } from '$lib/contracts/instructor-command.js';
import type { Frame, FromFlight, Moment, ToFlight } from './messages.js';

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

/** A flight under way in the trainer: wall time, recording and its chunks. The worker gives it the clock and carries its words. */
export class Session {
	private readonly flown: CardFlight;
	/** A sample a second for the wind, where the card shows it. */
	private readonly blown = new Recorder();
	private wind: WindEstimate | null = null;
	private readonly recorder = new Recorder();
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
	/** The hands have moved since the last step. */
	private unfelt = false;
	private readonly looks: Dwell[] = [];
	private gazing: { instrument: ScanInstrument; startMs: number } | null = null;

	/** @param now of the wall clock, ms. */
	constructor(
		load: Extract<ToFlight, { type: 'load' }>,
		private readonly post: Post,
		private readonly now: () => number
	) {
		const { card, aircraft, area, assist, seed, resume } = load;
		this.flown = new CardFlight(card, aircraft, area, { assist, seed }, (row) => this.keep(row));
		this.looksOut = mayLookOut(card);
		this.seq = load.nextSeq;
		this.before = resume
			? this.flown.resume(resume.state, decodeChunk(new Uint8Array(resume.recorded)).track)
			: 0;
		if (card.upset && this.flown.progress.current < 0) this.setUp(card.upset);
		if (!resume) this.sample();
		this.post({ type: 'loaded', inputs: this.flown.inputs, frame: this.frame() });
	}

	private keep(row: SampleRow): void {
		this.recorder.add(row);
		if (this.flown.card.windInFlight) this.workOutWind(row);
	}

	private sample(): void {
		this.flown.sample();
		if (this.recorder.length - this.sent >= CHUNK_SAMPLES) this.flush();
	}

	/** Once in ten seconds is often enough. */
	private workOutWind(row: SampleRow): void {
		const { card, flight } = this.flown;
		const { navigation } = card;
		if (!navigation || flight.steps % STEPS_PER_SECOND !== 0) return;
		this.blown.add(row);
		if (this.blown.length % 10 !== 0) return;
		const { channels, length } = this.blown.track();
		this.wind = windEstimates(new Track(1, channels, length), navigation.variationDeg).at(-1) ?? null;
	}

	flush(): void {
		const { length } = this.recorder;
		if (length === this.sent) return;
		const chunk = encodeChunk({ first: this.before + this.sent, track: this.recorder.track(this.sent) });
		this.closeLook();
		const resume = this.flown.state();
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
		const { setup, steps } = this.flown.flight;
		this.flown.setUp(upset, setup.seed + steps);
	}

	/** The student says that he has the controls: they are his as they were left. */
	take(): void {
		if (!this.flown.director?.isReady) return;
		this.flown.handOver();
		this.post({ type: 'given', inputs: this.flown.inputs });
		this.run(true);
	}

	control(asked: ControlInputs): void {
		this.flown.control(asked);
		this.unfelt = true;
	}

	run(running: boolean): void {
		if (this.running === running || this.flown.flight.ended) return;
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
		if (this.flown.progress.done && !this.toldDone) {
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
		return Math.round(this.flown.flight.timeSeconds * 1000);
	}

	/** Keeps the look that is going on, and lets it go on as the next; they are one again when read. */
	private closeLook(): void {
		if (!this.gazing || this.nowMs <= this.gazing.startMs) return;
		this.looks.push({ ...this.gazing, endMs: this.nowMs });
		this.gazing = { ...this.gazing, startMs: this.nowMs };
	}

	private step(): void {
		const { flown } = this;
		if (flown.director && flown.decides) {
			flown.direct(flown.director);
			if (flown.director.isReady) {
				this.running = false;
				this.post({ type: 'offered' });
				return;
			}
		}
		flown.step();
		this.unfelt = false;
		this.sample();
		const { ended } = flown.flight;
		if (!ended) return;
		this.running = false;
		this.flush();
		this.post({ type: 'ended', end: ended });
	}

	/** The page is about to draw: the flight is brought up to now and shown. */
	requestFrame(now: number): void {
		this.tick(now);
		// Hands that have just moved are felt at once, by a step of the next few milliseconds.
		if (this.running && this.unfelt && this.owedSteps > -1) {
			// The horizon shows it when it is next read.
			do {
				this.owedSteps--;
				this.step();
			} while (this.running && this.flown.flight.steps % PICTURE_STEPS !== 0);
		}
		this.post({ type: 'frame', frame: this.frame() });
	}

	execute(command: InstructorCommand): void {
		const { timeSeconds } = this.flown.flight;
		switch (command.kind) {
			case 'fail':
				this.flown.flight.arm({
					kind: command.failure,
					atSeconds: timeSeconds,
					creepSeconds: command.creepSeconds
				});
				return;
			case 'repair':
				this.flown.flight.repair(command.failure);
				return;
			case 'freeze':
				this.run(false);
				return;
			case 'upset':
				if (!this.flown.director) this.setUp(command.upset);
				return;
			default:
				command satisfies never;
		}
	}

	situation(): Situation {
		return {
			start: this.flown.flight.asStart(this.flown.inputs),
			fromPhase: Math.max(0, this.flown.progress.current),
			failures: failuresFrom(this.flown.flight.failures, this.flown.flight.timeSeconds)
		};
	}

	private eye(): Frame['eye'] {
		if (!this.looksOut) return null;
		const { northNm, eastNm, altitudeFt, headingDeg, pitchDeg, bankDeg } = this.flown.flight.truth();
		return {
			northNm,
			eastNm,
			altitudeFt,
			headingDeg: headingDeg + this.flown.flight.setup.variationDeg,
			pitchDeg,
			bankDeg
		};
	}

	private position(): Frame['position'] {
		if (!this.flown.card.planInFlight) return null;
		const { northNm, eastNm, trackDeg } = this.flown.flight.truth();
		return { northNm, eastNm, trackDeg };
	}

	private call(): Frame['call'] {
		const { open } = this.flown.calls;
		if (!open) return null;
		const { call, dueSeconds, tickedSeconds } = open;
		return {
			name: call.name,
			items: call.items,
			ticked: tickedSeconds.filter((one) => one !== null).length,
			overdue: this.flown.flight.timeSeconds - dueSeconds > call.withinSeconds
		};
	}

	private frame(): Frame {
		const { timeSeconds, panel, surfaces } = this.flown.flight;
		return {
			timeSeconds,
			panel: { ...panel },
			phase: this.flown.progress.current,
			phaseSeconds: this.flown.progress.elapsedSeconds(timeSeconds),
			flapsDeg: surfaces.flapsDeg,
			stallWarning: this.flown.flight.stallWarning,
			overLimit: this.flown.flight.overLimit,
			gear: surfaces.gear,
			gearWarning: this.flown.flight.gearWarning,
			byInstructor: this.flown.director !== null,
			eye: this.eye(),
			radio: this.flown.flight.radio && { ...this.flown.flight.radio },
			position: this.position(),
			call: this.call(),
			wind: this.wind
		};
	}
}
