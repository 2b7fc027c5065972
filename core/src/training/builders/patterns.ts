import type { Configuration } from '../../aircraft/index.js';
import type { TaskCard } from '../card.js';
import { setup, TURN_RATE_FPM, type CardBuilder, type PatternSetting } from './card-builder.js';

export interface Pattern {
	name: string;
	group: string;
	summary: string;
	/** Configuration of the aircraft that it is flown in. */
	base: string;
	numbersToKnow: string[];
	lay: (course: CardBuilder, setting: PatternSetting, speed: (id: string) => Configuration) => void;
	card?: Partial<TaskCard>;
}

const failedHeading = {
	failures: [{ kind: 'heading-stuck', onset: { kind: 'at', seconds: 0 } }]
} satisfies Partial<TaskCard>;

/** The vertical S in its four forms: straight; turning one way; the turn reversed at each second, or at each limit. */
function verticalS(turn: (swing: number) => -1 | 0 | 1): Pattern['lay'] {
	return (course, { altitudeFt }) => {
		course.level(20);
		for (let swing = 0; swing < 4; swing++)
			course.swing(
				swing % 2 === 0 ? altitudeFt + 500 : altitudeFt,
				swing % 2 === 0 ? 500 : -500,
				turn(swing),
				swing === 3
			);
		course.rollOut().level(25, 'Level off');
	};
}

const APPROACH_NUMBERS = ['level-approach', 'precision-descent'];

/** The basic patterns: how the card of each is built for an aircraft. */
export const PATTERNS = {
	'straight-level': {
		name: 'Straight and level',
		group: 'Level flight',
		summary: 'Three minutes of nothing but altitude, heading and speed: the scan that all else is built on.',
		base: 'level-approach',
		numbersToKnow: ['level-approach'],
		lay: (course) => course.level(90).level(90, 'Still straight and level')
	},
	'speed-changes': {
		name: 'Changes of speed in level flight',
		group: 'Level flight',
		summary:
			'Slow to approach speed and back to cruise, altitude and heading held: pitch, power and trim one after the other.',
		base: 'cruise',
		numbersToKnow: ['cruise', 'level-approach'],
		lay: (course, _setting, speed) => {
			const slow = speed('level-approach');
			course
				.level(40)
				.speedTo(slow.airspeedKias, setup(slow))
				.level(40)
				.speedTo(course.base.airspeedKias, setup(course.base))
				.level(40);
		}
	},
	'standard-turns': {
		name: 'Standard-rate turns to headings',
		group: 'Turns',
		summary:
			'Left and right by 90° and 180° at 3° a second: bank for the rate, back pressure, a led roll-out.',
		base: 'level-approach',
		numbersToKnow: ['level-approach'],
		lay: (course) => course.level(20).turn(90).level(25).turn(-180).level(25).turn(90).level(25)
	},
	'half-standard-turns': {
		name: 'Half standard-rate turns',
		group: 'Turns',
		summary: 'Turns at one and a half degrees a second: little bank, long patience.',
		base: 'level-approach',
		numbersToKnow: ['level-approach'],
		lay: (course) => course.level(20).turn(-60, 0.5).level(25).turn(90, 0.5).level(25)
	},
	'timed-turns': {
		name: 'Timed turns, heading indicator failed',
		group: 'Turns without the heading dial',
		summary:
			'The heading dial stands. Turn by turn gyro and clock, check by the compass when the wings are level.',
		base: 'level-approach',
		numbersToKnow: ['level-approach'],
		card: failedHeading,
		lay: (course) =>
			course
				.level(20)
				.turn(90, 1, 'time')
				.level(45)
				.turn(-180, 1, 'time')
				.level(45)
				.turn(60, 1, 'time')
				.level(45)
	},
	'compass-turns': {
		name: 'Compass turns, heading indicator failed',
		group: 'Turns without the heading dial',
		summary:
			'Turns to headings with the compass alone: it lags on north, leads on south, and is believed only with the wings level.',
		base: 'level-approach',
		numbersToKnow: ['level-approach'],
		card: failedHeading,
		lay: (course) =>
			course
				.level(20)
				.turn(90, 1, 'compass')
				.level(45)
				.turn(90, 1, 'compass')
				.level(45)
				.turn(-180, 1, 'compass')
				.level(45)
	},
	'speed-climb': {
		name: 'Climb and descend at constant speed',
		group: 'Climbs and descents',
		summary: 'Power set and left alone, the speed held by pitch; level off by a tenth of the rate.',
		base: 'cruise',
		numbersToKnow: ['cruise-climb', 'cruise'],
		lay: (course, { altitudeFt }, speed) => {
			const climb = speed('cruise-climb').airspeedKias;
			const cruise = course.base.airspeedKias;
			course
				.level(20)
				.speedClimb(altitudeFt + 800, climb)
				.backTo(cruise)
				.level(100, 'Level off, back to cruise')
				.speedClimb(altitudeFt, cruise)
				.level(45, 'Level off');
		}
	},
	'rate-climb': {
		name: 'Climb and descend at 500 ft/min',
		group: 'Climbs and descents',
		summary:
			'Constant rate and constant speed: pitch for the rate, power for the speed, both by the numbers.',
		base: 'level-approach',
		numbersToKnow: APPROACH_NUMBERS,
		lay: (course, { altitudeFt }) =>
			course
				.level(20)
				.rate(altitudeFt + 600, 500)
				.level(30, 'Level off')
				.rate(altitudeFt, -500)
				.level(30, 'Level off')
	},
	'turning-climb': {
		name: 'Climbing and descending turns',
		group: 'Climbs and descents',
		summary: 'Standard rate and 500 ft/min together: 180° and 500 ft both take a minute.',
		base: 'level-approach',
		numbersToKnow: APPROACH_NUMBERS,
		lay: (course, { altitudeFt }) =>
			course
				.level(20)
				.rate(altitudeFt + 500, TURN_RATE_FPM, 165)
				.level(30, 'Level off, roll out')
				.rate(altitudeFt, -TURN_RATE_FPM, -165)
				.level(30, 'Level off, roll out')
	},
	oval: {
		name: 'Timed oval',
		group: 'Patterns',
		summary:
			'Legs of a minute and turns of a minute: the shape of every hold, flown before there is a station.',
		base: 'level-approach',
		numbersToKnow: ['level-approach'],
		lay: (course) => course.level(60).turn(180).level(60).turn(180).level(30)
	},
	'racetrack-climbs': {
		name: 'Racetrack with climbs',
		group: 'Patterns',
		summary: 'The oval with 500 ft up on one leg and down on the other.',
		base: 'level-approach',
		numbersToKnow: APPROACH_NUMBERS,
		lay: (course, { altitudeFt }) =>
			course
				.level(15)
				.rate(altitudeFt + 500, 500)
				.level(15, 'Level off')
				.turn(180)
				.level(20)
				.rate(altitudeFt, -500)
				.level(15, 'Level off')
				.turn(180)
				.level(20)
	},
	'reversal-figure': {
		name: 'Figure with reversal shapes',
		group: 'Patterns',
		summary:
			'Out, 45° off for a minute, 180° the other way round, back: twice the shape of a procedure turn.',
		base: 'level-approach',
		numbersToKnow: ['level-approach'],
		lay: (course) => course.level(45).turn(-45).level(60).turn(180).level(45).turn(45).level(30)
	},
	'vertical-s-a': {
		name: 'Vertical S, straight',
		group: 'Patterns',
		summary: '500 ft up and down at 500 ft/min, reversing at each limit, heading held.',
		base: 'level-approach',
		numbersToKnow: APPROACH_NUMBERS,
		lay: verticalS(() => 0)
	},
	'vertical-s-b': {
		name: 'Vertical S in a turn',
		group: 'Patterns',
		summary: 'The vertical S in a standard-rate turn to one side.',
		base: 'level-approach',
		numbersToKnow: APPROACH_NUMBERS,
		lay: verticalS(() => 1)
	},
	'vertical-s-c': {
		name: 'Vertical S, turn reversed at the bottom',
		group: 'Patterns',
		summary: 'As in a turn, with the turn reversed each time a new climb begins.',
		base: 'level-approach',
		numbersToKnow: APPROACH_NUMBERS,
		lay: verticalS((swing) => (swing < 2 ? 1 : -1))
	},
	'vertical-s-d': {
		name: 'Vertical S, turn reversed each time',
		group: 'Patterns',
		summary: 'Climb and turn reversed together at every limit.',
		base: 'level-approach',
		numbersToKnow: APPROACH_NUMBERS,
		lay: verticalS((swing) => (swing % 2 === 0 ? 1 : -1))
	},
	'vacuum-partial': {
		name: 'Vacuum failure at work',
		group: 'Partial panel',
		summary:
			'Somewhere on the way the vacuum pump gives out, slowly. Say what has failed, cover what lies, fly on.',
		base: 'level-approach',
		numbersToKnow: APPROACH_NUMBERS,
		card: {
			failures: [
				{ kind: 'vacuum', onset: { kind: 'window', fromSeconds: 40, toSeconds: 80 }, creepSeconds: 20 }
			]
		},
		lay: (course, { altitudeFt }) =>
			course
				.level(60)
				.level(120, 'Straight and level, watch the gyros')
				.rate(altitudeFt - 500, -500)
				.level(45, 'Level off')
	},
	'static-partial': {
		name: 'Blocked static at work',
		group: 'Partial panel',
		summary:
			'The static line freezes. The altimeter stands, the vertical speed is nought, the airspeed lies: say so, and open the other source.',
		base: 'level-approach',
		numbersToKnow: APPROACH_NUMBERS,
		card: {
			failures: [{ kind: 'static-blocked', onset: { kind: 'window', fromSeconds: 30, toSeconds: 60 } }]
		},
		lay: (course, { altitudeFt }) =>
			course
				.level(75)
				.rate(altitudeFt - 500, -500)
				.level(45, 'Level off')
	}
} as const satisfies Record<string, Pattern>;
/** The basic patterns. */
export type PatternId = keyof typeof PATTERNS;
/** The basic patterns, in their order. */
export const PATTERN_IDS = Object.keys(PATTERNS) as PatternId[];
