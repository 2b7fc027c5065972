import type { DrawnLine } from '../aircraft/index.js';
import type { CoursePath } from '../paths/index.js';
import type { RadioSettings } from '../world/index.js';
import type { RadioPerception } from './radio-perception.js';
import type { Technique } from './techniques.js';

/** What is wanted of the wings: a heading, or a bank while a turn goes the long way round. */
export type Lateral = { kind: 'heading'; headingDeg: number } | { kind: 'bank'; bankDeg: number };
export type Routine = Generator<Lateral, void, void>;

/** Seconds of flight from one yield of a routine to the next. */
export const TICK_SECONDS = 0.1;
/** What is left over near the course is taken as wind, degrees a second for each mile; no more than so much. */
export const WIND_LEARNT = 0.6;
export const LEARNT_WITHIN_NM = 0.2;
export const MOST_LEARNT_DEG = 25;

/** A pilot who flies along paths, as the routines of flying them know him: his eyes, his knowledge and his hands. */
export interface PathPilot {
	readonly radioPerception: RadioPerception;
	readonly technique: Technique;
	/** The forecast wind, magnetic. */
	readonly wind: { fromDeg: number; speedKt: number };
	readonly headingDeg: number;
	readonly trueAirspeedKt: number;
	readonly settings: RadioSettings;
	/** What has been learnt of the wind on the present course, degrees, + nose right. */
	learntDeg: number;
	/** Whether the course is still to be captured. */
	intercepting: boolean;
	/** Whether a leg has begun, for a pilot whose turns do not end of a sudden; without it, near the heading. */
	readonly isOnLeg: ((courseDeg: number) => boolean) | null;
	/** Inbound legs of holds by the own clock: what was asked for less what came, s. */
	readonly legsOff: number[];
	set(change: Partial<RadioSettings>): void;
	say(northNm: number, eastNm: number, lines?: DrawnLine[]): void;
	/** Tunes a place, sets the course, and listens until it is identified. */
	tune(aid: string, courseDeg: number, course?: Pick<CoursePath, 'rnav' | 'glide'>): void;
	listenTo(receiver: 'nav1' | 'nav2' | 'adf'): void;
	/** Wind correction for a course, + nose right. */
	correctionDeg(courseDeg: number): number;
	/** The heading that closes with a course and keeps it. */
	courseHeading(aid: string, courseDeg: number, cutDeg: number): number;
	flyCourse(aid: string, courseDeg: number, cutDeg: number): Routine;
	/** A turn to a heading by a side, the long way round if need be. */
	turn(side: 'left' | 'right', toDeg: () => number): Routine;
	/** A heading for so many seconds. */
	hold(headingDeg: number, seconds: number): Routine;
}
