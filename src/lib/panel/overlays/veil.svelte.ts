import { getContext, setContext } from 'svelte';
import type { Instrument, ScanInstrument, VeilLevel } from '@hanza/core';

/** The scan's word for an instrument of the panel. */
export function scanOf(instrument: Instrument): ScanInstrument {
	switch (instrument) {
		case 'tachometer':
			return 'engine';
		case 'needle-1':
		case 'needle-2':
		case 'pointer':
			return 'needle';
		default:
			return instrument;
	}
}

/** How the panel is veiled, and where the eye is: shared by the instruments of one cockpit. */
export class Veil {
	level = $state<VeilLevel | 'off'>('off');
	/** An instrument is looked at when the pointer is this near to it, px. */
	glancePx = $state(12);
	looking = $state<ScanInstrument | null>(null);
	/** The places of the instruments on the page. */
	// Read when the pointer moves, not shown.
	private readonly places: { instrument: ScanInstrument; element: HTMLElement }[] = [];

	constructor(private readonly onlook: (instrument: ScanInstrument | null) => void) {}

	/** Svelte action for the element of an instrument. */
	place = (element: HTMLElement, instrument: ScanInstrument) => {
		const entry = { instrument, element };
		this.places.push(entry);
		return { destroy: () => void this.places.splice(this.places.indexOf(entry), 1) };
	};

	look(instrument: ScanInstrument | null): void {
		if (instrument === this.looking) return;
		this.looking = instrument;
		this.onlook(instrument);
	}

	/** The instrument under the pointer, or nearest to it within a glance. */
	pointAt(x: number, y: number): void {
		let best: { instrument: ScanInstrument; away: number } | null = null;
		for (const { instrument, element } of this.places) {
			const { left, right, top, bottom } = element.getBoundingClientRect();
			const away = Math.hypot(Math.max(left - x, 0, x - right), Math.max(top - y, 0, y - bottom));
			if (away <= this.glancePx && (!best || away < best.away)) best = { instrument, away };
		}
		this.look(best?.instrument ?? null);
	}

	/** Whether an instrument can be read now. */
	lifted(instrument: ScanInstrument): boolean {
		return this.level === 'off' || this.looking === instrument;
	}
}

const KEY = Symbol('veil');
/** Given as a question: the cockpit is made only after its page. */
export const provideVeil = (ask: () => Veil | null): void => void setContext(KEY, ask);
/** Panels outside a cockpit have none. */
export const useVeil = (): Veil | null => getContext<(() => Veil | null) | undefined>(KEY)?.() ?? null;
