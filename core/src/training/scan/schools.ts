import * as Type from '@sinclair/typebox';
import type { ScanInstrument } from './looks.js';

/** The schools of scanning. */
export const SCHOOL_IDS = ['hub-and-spoke', 't', 'inverted-v', 'rectangular'] as const;
/** The schools of scanning. */
export type SchoolId = (typeof SCHOOL_IDS)[number];
/** The schools of scanning. */
export const SchoolSchema = Type.Union(SCHOOL_IDS.map((one) => Type.Literal(one)));

/** What the aeroplane is doing, as far as it decides what must be looked at. */
const CONDITION_IDS = ['level', 'turn', 'climb-or-descent', 'transition'] as const;
export type ScanCondition = (typeof CONDITION_IDS)[number];
export const ConditionSchema = Type.Union(CONDITION_IDS.map((one) => Type.Literal(one)));

const LONG_NAMES = {
	'straight-and-level': 'level',
	'climb-or-descent-at-constant-airspeed': 'climb-or-descent',
	'climb-or-descent-at-constant-rate': 'climb-or-descent',
	'level-turn-at-standard-rate': 'turn',
	'entering-a-climb-or-descent': 'transition',
	'entering-a-turn': 'transition',
	'speed-change-in-level-flight': 'transition'
} as const satisfies Record<string, ScanCondition>;
type LongName = keyof typeof LONG_NAMES;
/** Conditions by their long names, as they are taught. */
export const LONG_CONDITIONS = (Object.keys(LONG_NAMES) as LongName[]).map((one) => Type.Literal(one));
/** A condition by either name. */
export const conditionOf = (name: ScanCondition | LongName): ScanCondition =>
	name in LONG_NAMES ? LONG_NAMES[name as LongName] : (name as ScanCondition);

/** A school of scan: what follows what, and what makes a round. */
export interface School {
	id: SchoolId;
	name: string;
	what: string;
	/** The instrument to which the eye returns, if it does. */
	hub: ScanInstrument | null;
	/**
	 * A round: `each` visits every one of these from the hub, in any order; `cycle` goes through them in
	 * order and back to the first, either way round where `bothWays`.
	 */
	round:
		| { kind: 'each'; of: readonly ScanInstrument[] }
		| { kind: 'cycle'; of: readonly ScanInstrument[]; bothWays: boolean };
	/** Where the eye may go beside the round: from the hub and back, or from anywhere and back. */
	also: readonly ScanInstrument[];
	/** What it leaves to the rest of the panel: not to look there is no omission. */
	leaves: readonly ScanInstrument[];
	/** Share of the looking time on each instrument, level flight. */
	shares: Partial<Record<ScanInstrument, number>>;
}

/**
 * The four schools. Rounds as taught; shares are ours: the time of a round divided by its looks, a
 * little for what is looked at beside it.
 */
export const SCHOOLS: Record<SchoolId, School> = {
	'hub-and-spoke': {
		id: 'hub-and-spoke',
		name: 'hub and spoke',
		what: 'back to attitude before every other instrument',
		hub: 'attitude',
		round: { kind: 'each', of: ['airspeed', 'altimeter', 'heading'] },
		also: ['vertical-speed', 'turn', 'engine', 'compass', 'clock', 'needle'],
		leaves: [],
		shares: {
			attitude: 0.5,
			airspeed: 0.13,
			altimeter: 0.14,
			heading: 0.13,
			'vertical-speed': 0.05,
			turn: 0.03,
			engine: 0.02
		}
	},
	t: {
		id: 't',
		name: 'T',
		what: 'airspeed, altimeter, heading, each from attitude and back, short looks',
		hub: 'attitude',
		round: {
			kind: 'cycle',
			of: ['attitude', 'airspeed', 'attitude', 'altimeter', 'attitude', 'heading'],
			bothWays: false
		},
		also: ['engine', 'clock', 'needle'],
		leaves: ['turn', 'vertical-speed'],
		shares: { attitude: 0.49, airspeed: 0.16, altimeter: 0.17, heading: 0.16, engine: 0.02 }
	},
	'inverted-v': {
		id: 'inverted-v',
		name: 'inverted V',
		what: 'turn rate and vertical speed, each from attitude and back',
		hub: 'attitude',
		round: { kind: 'cycle', of: ['attitude', 'turn', 'attitude', 'vertical-speed'], bothWays: false },
		also: ['airspeed', 'altimeter', 'heading', 'engine', 'compass', 'clock', 'needle'],
		leaves: ['airspeed', 'altimeter', 'heading'],
		shares: {
			attitude: 0.48,
			turn: 0.2,
			'vertical-speed': 0.2,
			airspeed: 0.04,
			altimeter: 0.04,
			heading: 0.04
		}
	},
	rectangular: {
		id: 'rectangular',
		name: 'rectangular',
		what: 'round the panel, either way',
		hub: null,
		round: {
			kind: 'cycle',
			of: ['airspeed', 'attitude', 'altimeter', 'vertical-speed', 'heading', 'turn'],
			bothWays: true
		},
		also: ['engine', 'compass', 'clock', 'needle'],
		leaves: [],
		shares: {
			airspeed: 1 / 6,
			attitude: 1 / 6,
			altimeter: 1 / 6,
			'vertical-speed': 1 / 6,
			heading: 1 / 6,
			turn: 1 / 6
		}
	}
};

/**
 * Whether one of a school's transitions leads from one instrument to another.
 * @param beside whether a look at what the school leaves out counts as one of its spokes.
 */
export function isOfSchool(
	school: School,
	from: ScanInstrument,
	to: ScanInstrument,
	beside = false
): boolean {
	if (school.hub) {
		const spokes: readonly ScanInstrument[] = [
			...school.round.of,
			...school.also,
			...(beside ? school.leaves : [])
		];
		return (
			(from === school.hub && to !== from && spokes.includes(to)) ||
			(to === school.hub && from !== to && spokes.includes(from))
		);
	}
	const { of } = school.round;
	const [a, b] = [of.indexOf(from), of.indexOf(to)];
	if (a >= 0 && b >= 0) {
		const ahead = (b - a + of.length) % of.length;
		return ahead === 1 || ahead === of.length - 1;
	}
	return a >= 0 !== b >= 0 && (school.also.includes(from) || school.also.includes(to));
}

/** What each condition needs looked at; the engine always, but seldom. */
const NEEDED: Record<ScanCondition, readonly ScanInstrument[]> = {
	level: ['attitude', 'airspeed', 'altimeter', 'heading'],
	turn: ['attitude', 'airspeed', 'altimeter', 'heading', 'turn'],
	'climb-or-descent': ['attitude', 'airspeed', 'altimeter', 'heading', 'vertical-speed'],
	transition: ['attitude', 'airspeed', 'altimeter', 'heading']
};

/** Whether a school needs an instrument looked at in a condition. */
export const isNeeded = ({ leaves }: School, condition: ScanCondition, instrument: ScanInstrument): boolean =>
	instrument === 'engine' || (NEEDED[condition].includes(instrument) && !leaves.includes(instrument));

/** What a condition brings to the fore: it may have as much as what it stands beside. */
const ALIKE: Partial<Record<ScanCondition, readonly [ScanInstrument, ScanInstrument]>> = {
	turn: ['turn', 'heading'],
	'climb-or-descent': ['vertical-speed', 'altimeter']
};

/** The share that a school gives an instrument in a condition, at the most. */
export function referenceShare(
	{ shares, leaves }: School,
	condition: ScanCondition,
	instrument: ScanInstrument
): number {
	const own = shares[instrument] ?? 0;
	const [more, like] = ALIKE[condition] ?? [];
	return instrument === more && !leaves.includes(more) ? Math.max(own, shares[like!] ?? 0) : own;
}
