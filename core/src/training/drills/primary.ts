import { choice, type Drill } from './question.js';

const AXES = ['pitch', 'bank', 'power'] as const;
type Axis = (typeof AXES)[number];

/** The instrument that stands still when it is flown well, by condition. Source: docs/handbook/methods.md. */
export const PRIMARY: Record<string, { name: string } & Record<Axis, string>> = {
	level: { name: 'straight and level', pitch: 'altimeter', bank: 'heading', power: 'airspeed' },
	'speed-climb': {
		name: 'a climb at constant airspeed, established',
		pitch: 'airspeed',
		bank: 'heading',
		power: 'tachometer'
	},
	'rate-descent': {
		name: 'a descent at constant rate, established',
		pitch: 'vertical speed',
		bank: 'heading',
		power: 'airspeed'
	},
	turn: {
		name: 'a level turn at standard rate, established',
		pitch: 'altimeter',
		bank: 'turn rate',
		power: 'airspeed'
	},
	'entering-climb': {
		name: 'the entry to a climb',
		pitch: 'attitude',
		bank: 'heading',
		power: 'tachometer'
	},
	'entering-turn': {
		name: 'the entry to a turn',
		pitch: 'altimeter',
		bank: 'attitude',
		power: 'airspeed'
	},
	'slowing-down': {
		name: 'a change of speed in level flight, under way',
		pitch: 'altimeter',
		bank: 'heading',
		power: 'tachometer'
	}
};
const INSTRUMENT_WORDS = [
	'altimeter',
	'airspeed',
	'heading',
	'vertical speed',
	'turn rate',
	'attitude',
	'tachometer'
];

export const primaryDrill: Drill = {
	name: 'Which instrument is primary',
	what: 'for pitch, bank or power, by what the aeroplane is doing',
	items: () => Object.keys(PRIMARY).flatMap((id) => AXES.map((axis) => `${id}/${axis}`)),
	ask(item, random) {
		const [id, axis] = item.split('/') as [string, Axis];
		const row = PRIMARY[id]!;
		return {
			item,
			prompt: `${row.name[0]!.toUpperCase()}${row.name.slice(1)}: which instrument is primary for ${axis}?`,
			answer: choice(random, row[axis], INSTRUMENT_WORDS),
			explanation: `The ${row[axis]}: it stands still when ${row.name} is flown well. The others support it.`,
			other:
				axis === 'power'
					? `Control and performance sees it the other way round: the ${row.power === 'tachometer' ? 'tachometer is a control instrument, set to a known value' : 'power is set to a known value first, and the airspeed checks it'}.`
					: `Control and performance sets ${axis === 'pitch' ? 'a known pitch' : 'a known bank'} on the attitude indicator, and the ${row[axis]} is what it is checked by.`
		};
	}
};
