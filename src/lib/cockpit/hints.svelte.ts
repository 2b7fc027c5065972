import type { ControlInputs } from '@hanza/core';

/** What a first flight is told, in this order, each at its own place of the cockpit. */
export const HINTS = {
	begin: 'The flight stands until you begin it: Space, or this button. The same freezes it again.',
	stick: 'This is the stick. Arrow keys or W A S D move it, or drag the knob; down is pull, nose up.',
	power: 'Power. Set what the brief says for the speed, then wait.',
	trim: 'Trim takes the pressure off the stick. With “attitude held” you need little of it.',
	look: 'Look from one dial to the next and back to the attitude. What is to be flown stands in the line above.'
} as const;
export type HintId = keyof typeof HINTS;
const ORDER = Object.keys(HINTS) as HintId[];

const KEY = 'hanza-hints-given';
/** Each stays so long, unless what it says is done before. */
const SHOWN_MS = 12_000;

/** The hints of a first flight: given once in a browser, and again when they are asked for. */
export class Hints {
	now = $state<HintId | null>(null);
	private timer: ReturnType<typeof setTimeout> | null = null;
	private first: ControlInputs | null = null;

	/** @param storage where it is kept that they were given. */
	constructor(private readonly storage: Pick<Storage, 'getItem' | 'setItem'>) {
		if (storage.getItem(KEY) === null) this.now = ORDER[0]!;
	}

	again(): void {
		this.first = null;
		this.show(ORDER[0]!);
	}
	next(): void {
		const after = ORDER[ORDER.indexOf(this.now!) + 1];
		if (after) this.show(after);
		else this.end();
	}
	end(): void {
		if (this.timer) clearTimeout(this.timer);
		this.timer = null;
		this.now = null;
		this.storage.setItem(KEY, 'yes');
	}

	/** What the pilot does: a hint whose word is done gives way to the next. */
	watch(inputs: ControlInputs, flying: boolean): void {
		if (this.now === null) return;
		if (!flying) {
			// While it stands, nothing runs out.
			if (this.now !== 'begin' && this.timer) clearTimeout(this.timer);
			return;
		}
		this.first ??= { ...inputs };
		const moved = (name: 'elevator' | 'aileron' | 'throttle' | 'trim') =>
			Math.abs(inputs[name] - this.first![name]) > 0.02;
		const done =
			this.now === 'begin' ||
			(this.now === 'stick' && (moved('elevator') || moved('aileron'))) ||
			(this.now === 'power' && moved('throttle')) ||
			(this.now === 'trim' && moved('trim'));
		if (done) this.next();
		else if (!this.timer) this.wait();
	}

	private show(id: HintId): void {
		if (this.timer) clearTimeout(this.timer);
		this.timer = null;
		this.now = id;
		if (id !== 'begin') this.wait();
	}
	private wait(): void {
		this.timer = setTimeout(() => {
			this.timer = null;
			this.next();
		}, SHOWN_MS);
	}
}
