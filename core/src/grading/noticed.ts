import { formatClock } from '../units/index.js';
import {
	coverBit,
	FAILURE_KINDS,
	FAILURES,
	INSTRUMENT_NAMES,
	INSTRUMENTS,
	LYING,
	type FailureKind,
	type Instrument
} from '../instruments/index.js';
import type { Track } from '../simulation/index.js';

/** A failure of the flight, and what the student did about the dials that lied in it. */
export interface Noticed {
	kind: FailureKind;
	beganSeconds: number;
	/** The first lying dial covered after it began; null when none was. */
	covered: { instrument: Instrument; atSeconds: number } | null;
	/** Whether any dial lies in this failure at all. */
	lies: boolean;
}

const firstSet = (column: Float64Array, bit: number, from: number): number => {
	for (let i = from; i < column.length; i++) if ((column[i]! & bit) !== 0) return i;
	return -1;
};

/** The failures of a recorded flight with the time to the first cover of a dial that lied. */
export function noticedFailures(track: Track): Noticed[] {
	if (!track.has('failures')) return [];
	const failures = track.column('failures');
	const covers = track.has('covered') ? track.column('covered') : null;
	return FAILURE_KINDS.flatMap((kind, bit) => {
		const began = firstSet(failures, 1 << bit, 0);
		if (began < 0) return [];
		const found = LYING[kind]
			.map((instrument) => ({ instrument, at: covers ? firstSet(covers, coverBit(instrument), began) : -1 }))
			.filter(({ at }) => at >= 0)
			.sort((a, b) => a.at - b.at)[0];
		return [
			{
				kind,
				beganSeconds: track.timeOf(began),
				covered: found ? { instrument: found.instrument, atSeconds: track.timeOf(found.at) } : null,
				lies: LYING[kind].length > 0
			}
		];
	});
}

/** The same as a sentence of the debrief. */
export function noticedText({ kind, beganSeconds, covered, lies }: Noticed): string {
	const { name } = FAILURES[kind];
	const start = `${name[0]!.toUpperCase()}${name.slice(1)}: began at ${formatClock(beganSeconds)}`;
	if (!lies) return `${start}.`;
	if (!covered) return `${start}; you covered nothing.`;
	const seconds = Math.round(covered.atSeconds - beganSeconds);
	return `${start}; you covered the ${INSTRUMENT_NAMES[covered.instrument]} after ${seconds} s.`;
}

/** Dials that are covered at a moment. */
export const coveredInstruments = (mask: number): Instrument[] =>
	INSTRUMENTS.filter((instrument) => (mask & coverBit(instrument)) !== 0);
