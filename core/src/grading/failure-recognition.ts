import type { Evidence } from './evidence.js';
import {
	coverBit,
	FAILURE_KINDS,
	FAILURES,
	INSTRUMENT_NAMES,
	INSTRUMENTS,
	AFFECTED_INSTRUMENTS,
	type FailureKind,
	type Instrument
} from '../aircraft/index.js';
import { formatClock } from '../base/index.js';
import type { Track } from '../recording/index.js';

/** A failure of the flight, and what the student did about the dials that lied in it. */
export interface FailureRecognition {
	kind: FailureKind;
	beganSeconds: number;
	/** The first lying dial covered after it began; null when none was. */
	covered: { instrument: Instrument; atSeconds: number } | null;
	/** When the student named it; null when not. */
	namedSeconds: number | null;
	/** What the student named instead, wrongly, after it began. */
	wrongly: FailureKind[];
	/** Whether any dial affectsInstruments in this failure at all. */
	affectsInstruments: boolean;
}

const firstSet = (column: Float64Array, bit: number, from: number): number => {
	for (let i = from; i < column.length; i++) if ((column[i]! & bit) !== 0) return i;
	return -1;
};

/** The failures of a recorded flight with the time to the first cover of a dial that lied. */
export function recognizedFailures(track: Track): FailureRecognition[] {
	if (!track.has('failures')) return [];
	const failures = track.column('failures');
	const covers = track.has('covered') ? track.column('covered') : null;
	const named = track.has('named') ? track.column('named') : null;
	const last = failures.at(-1) ?? 0;
	return FAILURE_KINDS.flatMap((kind, bit) => {
		const began = firstSet(failures, 1 << bit, 0);
		if (began < 0) return [];
		const found = AFFECTED_INSTRUMENTS[kind]
			.map((instrument) => ({ instrument, at: covers ? firstSet(covers, coverBit(instrument), began) : -1 }))
			.filter(({ at }) => at >= 0)
			.sort((a, b) => a.at - b.at)[0];
		const namedAt = named ? firstSet(named, 1 << bit, began) : -1;
		return [
			{
				kind,
				namedSeconds: namedAt < 0 ? null : track.timeOf(namedAt),
				wrongly: FAILURE_KINDS.filter(
					(_, other) =>
						(last & (1 << other)) === 0 && named !== null && firstSet(named, 1 << other, began) >= 0
				),
				beganSeconds: track.timeOf(began),
				covered: found ? { instrument: found.instrument, atSeconds: track.timeOf(found.at) } : null,
				affectsInstruments: AFFECTED_INSTRUMENTS[kind].length > 0
			}
		];
	});
}

/** The same as a sentence of the debrief. */
export function recognitionText({
	kind,
	beganSeconds,
	covered,
	affectsInstruments,
	namedSeconds,
	wrongly
}: FailureRecognition): string {
	const { name } = FAILURES[kind];
	const start = `${name[0]!.toUpperCase()}${name.slice(1)}: began at ${formatClock(beganSeconds)}`;
	const after = (seconds: number) => `after ${Math.round(seconds - beganSeconds)} s`;
	const told = [
		namedSeconds === null ? 'you did not name it' : `you named it ${after(namedSeconds)}`,
		...(wrongly.length > 0 ? [`took it for ${wrongly.map((one) => FAILURES[one].name).join(' and ')}`] : []),
		...(affectsInstruments
			? [
					covered
						? `covered the ${INSTRUMENT_NAMES[covered.instrument]} ${after(covered.atSeconds)}`
						: 'covered nothing'
				]
			: [])
	];
	return `${start}; ${told.join(', ')}.`;
}

/** Dials that are covered at a moment. */
export const coveredInstruments = (mask: number): Instrument[] =>
	INSTRUMENTS.filter((instrument) => (mask & coverBit(instrument)) !== 0);

/** The failures of a flight and what the student made of them. */
export const recognitionsIn = ({ track }: Evidence): FailureRecognition[] => recognizedFailures(track);
