import { AFFECTED_INSTRUMENTS, coverBit, FAILURE_KINDS, type Instrument } from '../../aircraft/index.js';
import type { Track } from '../../recording/index.js';

const someIn = (
	track: Track,
	name: 'failures' | 'covered',
	from: number,
	to: number,
	bits: number
): boolean =>
	track.has(name) &&
	track
		.column(name)
		.subarray(from, to)
		.some((mask) => (mask & bits) !== 0);

const liars = (instrument: Instrument): number =>
	FAILURE_KINDS.reduce(
		(mask, kind, bit) =>
			(AFFECTED_INSTRUMENTS[kind] as readonly Instrument[]).includes(instrument) ? mask | (1 << bit) : mask,
		0
	);

/** Whether a dial had failed at some moment of a stretch of samples. */
export const lied = (track: Track, instrument: Instrument, from: number, to: number): boolean =>
	someIn(track, 'failures', from, to, liars(instrument));

/** Whether a dial was covered or had failed at some moment of a stretch: then nobody can have flown by it. */
export const wasDark = (track: Track, instrument: Instrument, from: number, to: number): boolean =>
	lied(track, instrument, from, to) || someIn(track, 'covered', from, to, coverBit(instrument));
