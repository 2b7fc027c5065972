import {
	coverBit,
	coversOf,
	DECISION,
	FAILURE_KINDS,
	type Aircraft,
	type Area,
	type AssistLevel,
	type ControlInputs,
	type DrawnLine,
	type FailureKind,
	type FlightEnd,
	heardStation,
	MARKERS,
	toneOn,
	type Instrument,
	type RadioSettings,
	type Situation,
	type TaskCard,
	type VeilLevel
} from '@hanza/core';
import type { Frame, FreezeReason, FromFlight, Moment, ToFlight } from '$lib/workers/messages.js';
import { AttemptServer, NOT_REACHED, problemOf } from './attempt-server.js';
import {
	saveArrangement,
	savedArrangement,
	savedGlancePx,
	savedVeil,
	saveVeil,
	type Arrangement
} from './preferences.js';
import { commandOf, TURNING, type CommandTarget } from './controls/commands.js';
import { loadSetup, readAxes } from './controls/gamepad.js';
import { moveByKeys, stepFlaps } from './controls/keyboard-controls.js';
import { loadKeys, type Action } from './controls/keymap.js';
import type { Receiver } from '$lib/panel/radios/radio-settings.js';
import { CockpitSound } from './sound.js';
import { Sticks, type StickControls } from './controls/gamepad-controls.js';
import { Veil } from '$lib/panel/overlays/veil.svelte.js';
import { deviceName } from './device.js';
import { Outbox, type UploadState } from './outbox.js';

export interface CockpitData {
	id: string;
	/** Whose flight it is. */
	personId: string;
	card: TaskCard;
	assist: AssistLevel;
	seed: number;
	aircraft: Aircraft;
	area: Area;
}

/** `offered`: an attitude has been set up, and the controls wait to be taken. */
export type CockpitStatus = 'loading' | 'frozen' | 'flying' | 'offered' | 'ended' | 'leaving';

/** How often the cockpit asks for the instructor's commands, ms. */
const COMMANDS_MS = 2000;
/** Every so many times it says, too, that this device still flies. */
const HOLD_EVERY = 5;
/** How long the last call of a hand-over is shown, ms. */
const CONFIRMED_MS = 1800;
const HECTOPASCAL_STEP = 0.5;
/** How far a turn moves each bug of the altimeter, ft; where the one of the minimum first comes to. */
const BUG_STEPS_FT = { minimumBugFt: 10, altitudeBugFt: 100 };
const PARKED_FT = 500;
/** For legs that teach nothing, and for a slow look. */
export const RATES = [0.5, 1, 2, 4, 8] as const;
/** How far back a flight can be taken up again, s. */
export const STEPS_BACK = [10, 30, 60] as const;
/** The cockpit's state: the flight worker, the hands, and the way to the server. */
export class Cockpit implements CommandTarget {
	frame = $state.raw<Frame | null>(null);
	inputs = $state.raw<ControlInputs | null>(null);
	status = $state<CockpitStatus>('loading');
	freezeReason = $state<FreezeReason>('asked');
	end = $state<FlightEnd | null>(null);
	/** All phases of the card have been flown. */
	cardDone = $state(false);
	upload = $state<UploadState>('sent');
	waiting = $state(0);
	/** Why what waits cannot be delivered, in words. */
	undelivered = $state<string | null>(null);
	/** Another device flies this flight; when it was last heard. */
	elsewhere = $state.raw<{ heardAt: string | null } | null>(null);
	targetsShown = $state(true);
	helpShown = $state(false);
	/** The list of failures is open: the next key names one. */
	naming = $state(false);
	/** Which receiver the tuning keys move. */
	receiver = $state<Receiver>('nav1');
	/** The map on which the student says where he is, and the RNAV unit's list, are open. */
	marking = $state(false);
	planShown = $state(true);
	routing = $state(false);
	/** The last words of a hand-over are still to be heard. */
	justTaken = $state(false);
	/** The outside view, where the card allows one at all. */
	outsideShown = $state(true);
	/** The sheet of the approach beside the panel. */
	sheetShown = $state(true);
	/** Flight time at which the stopwatch began and stopped. */
	stopwatch = $state<{ from: number; to: number | null } | null>(null);
	problem = $state<string | null>(null);
	/** Loudness, 0 to 1; 0 is off, as it is until somebody turns it up. */
	volume = $state(0);
	/** Times real time. */
	rate = $state<(typeof RATES)[number]>(1);
	arrangement = $state<Arrangement>(savedArrangement());

	private readonly worker: Worker;
	private outbox: Outbox | null = null;
	private device = '';
	private asked = 0;
	private readonly server: AttemptServer;
	// Read once a picture, not shown: it needs no reactivity.
	// eslint-disable-next-line svelte/prefer-svelte-reactivity
	private readonly held = new Set<Action>();
	private pointerHasStick = false;
	private waitsForFrame = false;
	private readonly sticks = new Sticks(loadSetup());
	readonly keys: Readonly<Record<string, Action>> = (() => {
		const { maps, chosen } = loadKeys();
		return maps[chosen];
	})();
	private lastHands = 0;
	private picture = 0;
	private flushed: (() => void) | null = null;
	readonly veil = new Veil((instrument) => this.tell({ type: 'gaze', instrument }));
	private sound: CockpitSound | null = null;
	private placed: ((situation: Situation) => void) | null = null;
	private asking: ReturnType<typeof setInterval> | null = null;
	private recalled: ((moment: Moment | null) => void) | null = null;

	constructor(readonly data: CockpitData) {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity
		this.worker = new Worker(new URL('../workers/flight.worker.ts', import.meta.url), { type: 'module' });
		this.worker.onmessage = ({ data: message }: MessageEvent<FromFlight>) => this.hear(message);
		this.server = new AttemptServer(data.id);
		// On an approach one looks up when it is time to: each look is part of how it was flown.
		if (data.card.approach) this.outsideShown = false;
		this.veil.level = data.card.veil ?? savedVeil();
		this.veil.glancePx = savedGlancePx();
		void this.load();
		const hands = (now: number) => {
			this.moveHands(now);
			this.picture = requestAnimationFrame(hands);
		};
		this.picture = requestAnimationFrame(hands);
	}

	private tell(message: ToFlight): void {
		this.worker.postMessage(message);
	}

	/** Loads the flight; one that was begun before is taken up from what the server has. */
	private async load(): Promise<void> {
		const { data } = this;
		try {
			this.device = await deviceName();
			this.elsewhere = await this.server.hold(this.device, false);
			if (this.elsewhere) return;
			const of = { attempt: data.id, person: data.personId, device: this.device };
			this.outbox = new Outbox(of, (state, waiting, reason) => {
				this.upload = state;
				this.waiting = waiting;
				// Refused because another device flies it: that is said at once.
				if (reason && reason !== this.undelivered) void this.goOnHolding();
				this.undelivered = reason;
			});
			await this.outbox.open();
			// Asked only now: what was on the shelf may have moved the server on since the page was made.
			const resume = await this.server.whereItWas();
			const { card, aircraft, area, assist, seed } = $state.snapshot(data) as CockpitData;
			this.tell({
				type: 'load',
				card,
				aircraft,
				area,
				assist,
				seed,
				nextSeq: resume?.nextSeq ?? 0,
				resume: resume && { state: resume.state, recorded: resume.recorded }
			});
		} catch {
			this.problem =
				'The flight could not be loaded. Check the connection and reload the page; nothing is lost.';
		}
	}

	private hear(message: FromFlight): void {
		switch (message.type) {
			case 'loaded':
				this.inputs = message.inputs;
				this.frame = message.frame;
				this.status = 'frozen';
				this.asking = setInterval(() => void this.askForCommands(), COMMANDS_MS);
				return;
			case 'frame':
				this.frame = message.frame;
				this.waitsForFrame = false;
				return;
			case 'chunk':
				void this.outbox?.add(message.seq, message.body);
				return;
			case 'frozen':
				this.waitsForFrame = false;
				if (this.status === 'flying') this.status = 'frozen';
				if (this.freezeReason === 'asked' || message.reason !== 'asked') this.freezeReason = message.reason;
				this.held.clear();
				return;
			case 'done':
				this.cardDone = true;
				return;
			case 'ended':
				this.end = message.end;
				this.status = 'ended';
				return;
			case 'offered':
				this.status = 'offered';
				this.waitsForFrame = false;
				this.held.clear();
				return;
			case 'given':
				this.inputs = message.inputs;
				this.status = 'flying';
				this.justTaken = true;
				setTimeout(() => (this.justTaken = false), CONFIRMED_MS);
				return;
			case 'flushed':
				this.flushed?.();
				return;
			case 'taken':
				this.server.acknowledge(message.id);
				return;
			case 'situation':
				this.placed?.(message.situation);
				return;
			case 'recalled':
				this.recalled?.(message.moment);
				return;
			default:
				message satisfies never;
		}
	}

	/**
	 * Each picture asks for the readings of the next: they are as young as they can be, and a slow
	 * screen gets fewer of them while the flight goes on.
	 */
	private askForFrame(): void {
		if (this.status !== 'flying' || this.waitsForFrame) return;
		this.waitsForFrame = true;
		this.tell({ type: 'requestFrame' });
	}

	/** What the instructor wants done to this flight. */
	private async askForCommands(): Promise<void> {
		if (this.status !== 'flying' && this.status !== 'frozen') return;
		if (this.asked++ % HOLD_EVERY === 0) void this.goOnHolding();
		for (const { id, command } of await this.server.commands()) {
			this.tell({ type: 'command', id, command });
			if (command.kind === 'freeze' && this.status === 'flying') this.freezeReason = 'instructor';
		}
	}

	/** Says that this device still flies; one that has lost the flight to another stops. */
	private async goOnHolding(): Promise<void> {
		try {
			this.elsewhere = await this.server.hold(this.device, false);
			if (this.elsewhere) this.tell({ type: 'run', running: false });
		} catch {
			// While the server is away nobody else can take the flight either.
		}
	}

	/** Flies on here what another device flew; it is told, and keeps what it has not sent. */
	async takeOver(): Promise<void> {
		try {
			await this.server.hold(this.device, true);
			location.reload();
		} catch {
			this.problem = NOT_REACHED;
		}
	}

	/** The page goes away. */
	letGo(): void {
		if (!this.elsewhere && this.device) this.server.release(this.device);
	}

	private moveHands(now: number): void {
		const seconds = Math.min(0.1, (now - this.lastHands) / 1000);
		this.lastHands = now;
		this.playSound();
		this.askForFrame();
		if (this.status !== 'flying' || !this.inputs) return;
		const axes = readAxes();
		// A second stick looks about a veiled panel while the other flies.
		const looked = axes && this.veil.level !== 'off' ? this.sticks.look(axes) : null;
		if (looked) this.veil.look(looked);
		const asked: StickControls = axes ? this.sticks.ask(axes) : {};
		const stickTaken = this.pointerHasStick || 'elevator' in asked || 'aileron' in asked;
		const next = { ...moveByKeys(this.inputs, this.held, this.data.assist, stickTaken, seconds), ...asked };
		const changed = (Object.keys(next) as (keyof ControlInputs)[]).some(
			(key) => next[key] !== this.inputs![key]
		);
		if (changed) this.setInputs(next);
	}

	/** The student's own veil; a card that asks for one keeps its own. */
	chooseVeil(level: VeilLevel | 'off'): void {
		if (this.data.card.veil) return;
		this.veil.level = level;
		if (level === 'off') this.veil.look(null);
		saveVeil(level);
	}

	private setInputs(inputs: ControlInputs): void {
		this.inputs = inputs;
		this.tell({ type: 'controls', inputs });
		// What the hands did is to be seen in the very next picture.
		this.askForFrame();
	}

	/** Puts one or more controls where the pointer wants them. */
	control(change: Partial<ControlInputs>): void {
		if (this.inputs && this.status !== 'ended') this.setInputs({ ...this.inputs, ...change });
	}

	/** The pointer takes the stick, or lets go of it: then it returns to the middle. */
	holdStick(held: boolean): void {
		this.pointerHasStick = held;
	}

	/** The student says that he has the controls. */
	takeControls(): void {
		if (this.status === 'offered') this.tell({ type: 'takeControls' });
	}

	/** Names a failure, for the record; a name said cannot be taken back. */
	nameFailure(kind: FailureKind): void {
		this.naming = false;
		if (this.inputs) this.control({ named: this.inputs.named | (1 << FAILURE_KINDS.indexOf(kind)) });
	}

	toggleFreeze(): void {
		if (this.status === 'flying') {
			this.status = 'frozen';
			this.tell({ type: 'run', running: false });
		} else if (this.status === 'frozen') {
			this.status = 'flying';
			this.freezeReason = 'asked';
			this.tell({ type: 'run', running: true });
		}
	}

	/** Nobody flies a page that is not seen: it freezes, and says why when it is seen again. */
	hide(): void {
		if (this.status !== 'flying') return;
		this.freezeReason = 'slept';
		this.toggleFreeze();
	}

	pressStopwatch(): void {
		const now = this.frame?.timeSeconds ?? 0;
		if (!this.stopwatch) {
			this.stopwatch = { from: now, to: null };
			if (this.inputs) this.control({ clockStarts: this.inputs.clockStarts + 1 });
		} else if (this.stopwatch.to === null) this.stopwatch = { ...this.stopwatch, to: now };
		else this.stopwatch = null;
	}

	get stopwatchSeconds(): number {
		if (!this.stopwatch) return 0;
		return (this.stopwatch.to ?? this.frame?.timeSeconds ?? 0) - this.stopwatch.from;
	}

	/** @returns whether the key was one of ours. */
	keyDown(code: string, repeat: boolean): boolean {
		if (this.status === 'offered' && (code === 'Space' || code === 'Enter')) {
			if (!repeat) this.takeControls();
			return true;
		}
		if (this.naming && !repeat) {
			const kind = FAILURE_KINDS[code.charCodeAt(3) - 'A'.charCodeAt(0)];
			if (code === 'Escape') this.naming = false;
			else if (/^Key[A-Z]$/.test(code) && kind) this.nameFailure(kind);
			// Any other key flies on: the list stays open.
			if (code === 'Escape' || /^Key[A-Z]$/.test(code)) return true;
		}
		const action = this.keys[code];
		if (!action) return false;
		if (repeat && !TURNING.has(action)) return true;
		const command = commandOf(action);
		if (command) command(this);
		else this.held.add(action);
		return true;
	}

	keyUp(code: string): void {
		const action = this.keys[code];
		if (action) this.held.delete(action);
	}

	/** The window has lost the keyboard: no key stays down by accident. */
	releaseKeys(): void {
		this.held.clear();
	}

	/** What the fingers do to the radios. */
	turnRadios(turn: (radios: RadioSettings) => RadioSettings): void {
		if (this.inputs) this.control({ radios: turn(this.inputs.radios) });
	}

	/** One item of the open call has been done. */
	tickCall(): void {
		if (this.inputs && this.frame?.call) this.control({ calls: this.inputs.calls + 1 });
	}

	/** Says where the aircraft is; it counts from now on. */
	sayWhere(northNm: number, eastNm: number, lines: DrawnLine[]): void {
		this.marking = false;
		if (this.inputs) this.control({ mark: { northNm, eastNm, count: this.inputs.mark.count + 1, lines } });
	}

	/** Says what is to be done at the minimum; a go-around stays one. */
	decide(what: 'continue' | 'go-around'): void {
		if (!this.inputs || !this.data.card.approach || this.inputs.decision === DECISION['go-around']) return;
		this.control({ decision: DECISION[what] });
	}

	/** Turns a bug of the altimeter; the first turn brings it from where it is parked to where one is. */
	turnBug(bug: 'minimumBugFt' | 'altitudeBugFt', by: 1 | -1): void {
		if (!this.inputs) return;
		const step = BUG_STEPS_FT[bug];
		const parked = Math.round((this.frame?.panel.altimeterFt ?? 1000) / 100) * 100;
		const next =
			this.inputs[bug] === 0 ? (bug === 'minimumBugFt' ? PARKED_FT : parked) : this.inputs[bug] + by * step;
		this.control({ [bug]: Math.min(15000, Math.max(step, next)) });
	}

	/** Up from the dials, or back to them. */
	toggleOutside(): void {
		this.outsideShown = !this.outsideShown;
		this.control({ looksOut: this.outsideShown ? 1 : 0 });
	}

	switchStatic(): void {
		if (this.inputs) this.control({ alternateStatic: this.inputs.alternateStatic > 0 ? 0 : 1 });
	}

	stepFlaps(by: 1 | -1): void {
		if (this.inputs)
			this.control({
				flapsDeg: stepFlaps(this.inputs.flapsDeg, this.data.aircraft.controls.flapStepsDeg, by)
			});
	}

	/** The gear lever to its other end; a fixed gear has none. */
	moveGear(): void {
		if (this.inputs && this.data.aircraft.gear) this.control({ gear: this.inputs.gear > 0.5 ? 0 : 1 });
	}

	turnHeadingKnob(by: 1 | -1): void {
		if (this.inputs) this.control({ headingKnobDeg: this.inputs.headingKnobDeg + by });
	}

	/** Puts a cover on an instrument or takes it off. */
	cover(instrument: Instrument): void {
		if (this.inputs)
			this.control({ covered: (this.inputs.covered ^ coverBit(instrument)) | coversOf(this.data.card) });
	}

	arrange(arrangement: Arrangement): void {
		this.arrangement = arrangement;
		saveArrangement(arrangement);
	}

	turnSetting(by: 1 | -1): void {
		if (this.inputs)
			this.control({
				altimeterSettingHpa: Math.min(
					1060,
					Math.max(940, this.inputs.altimeterSettingHpa + by * HECTOPASCAL_STEP)
				)
			});
	}

	/** Sound begins with a touch: browsers ask for one, and so does a quiet room. */
	setVolume(volume: number): void {
		this.volume = volume;
		if (volume > 0) this.sound ??= new CockpitSound(volume);
		if (this.sound) this.sound.volume = volume;
		this.playSound();
	}

	private playSound(): void {
		if (!this.sound || !this.frame || !this.inputs) return;
		const { panel, stallWarning, gearWarning, radio, timeSeconds } = this.frame;
		const heard = radio && heardStation(this.data.area, this.inputs.radios, radio);
		this.sound.play({
			ident: heard !== null && toneOn(heard.id, timeSeconds),
			marker: MARKERS[radio?.marker ?? 0] ?? 'none',
			timeSeconds,
			rpm: panel.rpm,
			throttle: this.inputs.throttle,
			airspeedKt: panel.airspeedKias,
			stallWarning,
			gearWarning,
			ratedRpm: this.data.aircraft.engine.ratedRpm,
			running: this.status === 'flying'
		});
	}

	setRate(rate: (typeof RATES)[number]): void {
		this.rate = rate;
		this.tell({ type: 'rate', rate });
	}

	/**
	 * Goes back in time: what was flown is kept as it is, and a new flight begins at the earlier moment.
	 * @returns the new flight's id, or null when it could not be made.
	 */
	async stepBack(seconds: number): Promise<string | null> {
		const before = this.status;
		await this.sendAll();
		const moment = await new Promise<Moment | null>((resolve) => {
			this.recalled = resolve;
			this.tell({ type: 'recall', seconds });
		});
		try {
			if (!moment) throw new Error('nothing flown yet');
			return await this.server.branch(moment);
		} catch {
			this.status = before === 'ended' ? 'ended' : 'frozen';
			this.problem = moment ? NOT_REACHED : 'There is nothing to go back to yet.';
			return null;
		}
	}

	/** Where the flight is, for another to begin there. */
	situation(): Promise<Situation> {
		return new Promise((resolve) => {
			this.placed = resolve;
			this.tell({ type: 'situation' });
		});
	}

	/** Goes elsewhere: a new flight begins there, what was flown is kept. @returns its id, or null. */
	async reposition(situation: Situation): Promise<string | null> {
		const before = this.status;
		await this.sendAll();
		try {
			return await this.server.reposition(situation);
		} catch (error) {
			this.status = before === 'ended' ? 'ended' : 'frozen';
			this.problem = problemOf(error);
			return null;
		}
	}

	/** Keeps a situation as a card of the instructor's. @returns whether it was kept. */
	async saveSituation(name: string, situation: Situation): Promise<boolean> {
		try {
			await this.server.keep(name, situation);
			return true;
		} catch (error) {
			this.problem = problemOf(error);
			return false;
		}
	}

	/** Freezes, and waits until the server has everything. */
	private async sendAll(): Promise<void> {
		this.status = 'leaving';
		this.tell({ type: 'run', running: false });
		await new Promise<void>((resolve) => {
			this.flushed = resolve;
			this.tell({ type: 'flush' });
		});
		await this.outbox?.drain();
	}

	/** Sends the rest and ends the flight. @returns whether anything of it was kept; null when it failed. */
	async leave(status: 'finished' | 'interrupted'): Promise<'kept' | 'discarded' | null> {
		const before = this.status;
		await this.sendAll();
		const blockedBy = this.outbox?.blockedBy;
		if (blockedBy) {
			this.status = before === 'ended' ? 'ended' : 'frozen';
			this.problem = `${blockedBy} What you flew stays in this browser; sign in again, and end the flight then.`;
			return null;
		}
		try {
			return await this.server.end(status);
		} catch {
			this.status = before === 'ended' ? 'ended' : 'frozen';
			this.problem = NOT_REACHED;
			return null;
		}
	}

	close(): void {
		cancelAnimationFrame(this.picture);
		this.sound?.close();
		if (this.asking) clearInterval(this.asking);
		this.worker.terminate();
		this.letGo();
		this.outbox?.close();
	}
}
