import { FAILURE_KINDS, AFFECTED_INSTRUMENTS, type Instrument } from '../aircraft/index.js';
import type { ChannelName } from './channels.js';
import type { Track } from './track.js';

/** Channels that a dial shows, the dial, and the channel that a healthy dial would have shown. */
export const TRUE_CHANNEL = {
	indicatedAltitudeFt: { instrument: 'altimeter', instead: 'altitudeFt' },
	indicatedAirspeedKt: { instrument: 'airspeed', instead: 'calibratedAirspeedKt' },
	indicatedHeadingDeg: { instrument: 'heading', instead: 'headingDeg' }
} as const satisfies Partial<Record<ChannelName, { instrument: Instrument; instead: ChannelName }>>;
type ShownChannel = keyof typeof TRUE_CHANNEL;
/** Whether a channel keeps what a dial showed, which may lie. */
export const isShownChannel = (name: ChannelName): name is ShownChannel => Object.hasOwn(TRUE_CHANNEL, name);

/** The failures, as bits, in which a dial lies. */
const AFFECTED_BY = Object.fromEntries(
	Object.entries(TRUE_CHANNEL).map(([name, { instrument }]) => [
		name,
		FAILURE_KINDS.reduce(
			(mask, kind, bit) =>
				(AFFECTED_INSTRUMENTS[kind] as readonly Instrument[]).includes(instrument) ? mask | (1 << bit) : mask,
			0
		)
	])
) as Record<ShownChannel, number>;

const STATIC_BLOCKED = 1 << FAILURE_KINDS.indexOf('static-blocked');
/** Failures that still tell on the dials: with the alternate source open a blocked static no longer does. */
export const effectiveFailures = (failures: number, alternateStatic: number): number =>
	alternateStatic > 0 ? failures & ~STATIC_BLOCKED : failures;

/** Whether a dial lies under these failures. */
export const isAffected = (name: ShownChannel, failures: number): boolean =>
	(failures & AFFECTED_BY[name]) !== 0;

/**
 * A channel for grading: what the dial showed, but where the dial had failed, what was so. A student is
 * graded by the flight, not by a lie; and what was not recorded stays absent.
 */
export function effectiveColumn(track: Track, name: ChannelName): Float64Array | null {
	if (!isShownChannel(name)) return track.has(name) ? track.column(name) : null;
	const { instead } = TRUE_CHANNEL[name];
	if (!track.has(name)) return track.has(instead) ? track.column(instead) : null;
	const shown = track.column(name);
	if (!track.has('failures') || !track.has(instead)) return shown;
	const alternate = track.has('alternateStatic') ? track.column('alternateStatic') : null;
	const failures = track.column('failures').map((mask, i) => effectiveFailures(mask, alternate?.[i] ?? 0));
	if (!failures.some((mask) => isAffected(name, mask))) return shown;
	const truth = track.column(instead);
	return shown.map((value, i) => (isAffected(name, failures[i]!) ? truth[i]! : value));
}
