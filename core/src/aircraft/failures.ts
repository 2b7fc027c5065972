import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import type { Instrument } from './instruments/instruments.js';

/** What can fail, in the order of the bits of the recording's mask. */
export const FAILURE_KINDS = [
	'vacuum',
	'turn-coordinator',
	'pitot-ram',
	'pitot-blocked',
	'static-blocked',
	'altimeter-stuck',
	'heading-stuck',
	'attitude-lean',
	'engine-rough',
	'engine-out',
	'alternator',
	'airframe-ice',
	'radio',
	'gear-stuck',
	'night-effect',
	'station-off'
] as const;
/** What can fail. */
export type FailureKind = (typeof FAILURE_KINDS)[number];

/** Each failure in words: its name, and what the panel shows of it. */
export const FAILURES: Record<FailureKind, { name: string; shows: string }> = {
	vacuum: { name: 'vacuum', shows: 'attitude and heading slowly lie, then topple; suction low' },
	'turn-coordinator': { name: 'turn coordinator', shows: 'the turn needle dies; nothing else' },
	'pitot-ram': { name: 'pitot blocked, drain open', shows: 'airspeed falls to zero' },
	'pitot-blocked': { name: 'pitot and drain blocked', shows: 'airspeed moves with altitude' },
	'static-blocked': {
		name: 'static blocked',
		shows: 'altimeter stands, vertical speed zero, airspeed false'
	},
	'altimeter-stuck': {
		name: 'altimeter stuck',
		shows: 'altimeter stands while vertical speed shows a change'
	},
	'heading-stuck': { name: 'heading card stuck', shows: 'heading stands in a turn' },
	'attitude-lean': { name: 'attitude leans', shows: 'a few degrees of bank that are not there' },
	'engine-rough': { name: 'engine rough', shows: 'power lost, tachometer unsteady' },
	'engine-out': { name: 'engine out', shows: 'no power' },
	alternator: { name: 'alternator', shows: 'ammeter discharges; the battery lasts a quarter of an hour' },
	'airframe-ice': { name: 'ice on the airframe', shows: 'speed and climb lost, stall sooner' },
	radio: { name: 'radio', shows: 'the radios go dark; nothing else' },
	'gear-stuck': {
		name: 'gear does not move',
		shows: 'no light for gear down, until it is let down by hand'
	},
	'night-effect': {
		name: 'night effect',
		shows: 'the pointer of a beacon swings slowly, up to 30° either way'
	},
	'station-off': {
		name: 'station off the air',
		shows: 'flag on the first needle, no identifier; other stations are heard'
	}
};

const seconds = Type.Number({ minimum: 0, maximum: 7200, description: 's' });
const closed = { additionalProperties: false } as const;

/** A failure that a card arms: at a time, or at a random moment of a window; at once or creeping. */
export const FailureSpec = Type.Object(
	{
		kind: Type.Union(FAILURE_KINDS.map((kind) => Type.Literal(kind))),
		onset: Type.Union([
			Type.Object({ kind: Type.Literal('at'), seconds }, closed),
			Type.Object({ kind: Type.Literal('window'), fromSeconds: seconds, toSeconds: seconds }, closed)
		]),
		creepSeconds: Type.Optional(seconds)
	},
	closed
);
export type FailureSpec = Static<typeof FailureSpec>;

/** A failure that comes at a moment of the flight, at once or creeping in; both in s. */
export interface ArmedFailure {
	kind: FailureKind;
	atSeconds: number;
	creepSeconds: number;
}

/** Draws the moments of failures from a seeded source of uniform numbers in [0, 1). */
export const armFailures = (specs: readonly FailureSpec[], next: () => number): ArmedFailure[] =>
	specs.map(({ kind, onset, creepSeconds }) => ({
		kind: kind as FailureKind,
		atSeconds:
			onset.kind === 'at'
				? onset.seconds
				: onset.fromSeconds + next() * Math.max(0, onset.toSeconds - onset.fromSeconds),
		creepSeconds: creepSeconds ?? 0
	}));

/** How far each failure has gone, 0 to 1, written by kind. */
export type FailureLevels = Record<FailureKind, number>;
/** Everything works: level 0 of each. */
export const noFailures = (): FailureLevels =>
	Object.fromEntries(FAILURE_KINDS.map((kind) => [kind, 0])) as FailureLevels;

/**
 * Brings the levels of what is armed to a moment: 0 before, 1 when it has crept in. Changes `levels` in place.
 */
export function updateFailures(
	levels: FailureLevels,
	armed: readonly ArmedFailure[],
	nowSeconds: number
): void {
	for (const { kind, atSeconds, creepSeconds } of armed) {
		const since = nowSeconds - atSeconds;
		levels[kind] = since < 0 ? 0 : creepSeconds > 0 ? Math.min(1, since / creepSeconds) : 1;
	}
}

/** The failures that have begun, as bits in the order of `FAILURE_KINDS`. */
export const failureMask = (levels: FailureLevels): number =>
	FAILURE_KINDS.reduce((mask, kind, bit) => (levels[kind] > 0 ? mask | (1 << bit) : mask), 0);

/** Instruments that lie in a failure, so that covering one of them shows that it was seen. */
export const AFFECTED_INSTRUMENTS: Record<FailureKind, readonly Instrument[]> = {
	vacuum: ['attitude', 'heading'],
	'turn-coordinator': ['turn'],
	'pitot-ram': ['airspeed'],
	'pitot-blocked': ['airspeed'],
	'static-blocked': ['altimeter', 'vertical-speed', 'airspeed'],
	'altimeter-stuck': ['altimeter'],
	'heading-stuck': ['heading'],
	'attitude-lean': ['attitude'],
	'engine-rough': [],
	'engine-out': [],
	alternator: [],
	'airframe-ice': [],
	radio: [],
	'gear-stuck': [],
	'night-effect': ['pointer'],
	'station-off': []
};
