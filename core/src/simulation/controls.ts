import { Type, type Static } from '@sinclair/typebox';
import { RADIOS_AT_REST, type RadioSettings } from '../world/index.js';

export const AssistLevel = Type.Union([Type.Literal('direct'), Type.Literal('attitude')]);
/** How much the trainer helps: nothing, or releasing the controls holds pitch and bank. */
export type AssistLevel = Static<typeof AssistLevel>;

/** What the pilot's hands and feet do, at one moment. */
export interface ControlInputs {
	/** −1 (forward) to 1 (back, nose up). */
	elevator: number;
	/** −1 (left) to 1 (right). */
	aileron: number;
	/** −1 (left) to 1 (right). */
	rudder: number;
	/** 0 (closed) to 1 (full). */
	throttle: number;
	/** Propeller lever, 0 (back, coarse) to 1 (forward, fine); of no meaning with fixed pitch. */
	propeller: number;
	/** 0 (cut off) to 1 (full rich). */
	mixture: number;
	/** Gear lever: 0 up, 1 down, 2 let down by hand; of no meaning with a fixed gear. */
	gear: number;
	/** −1 (nose down) to 1 (nose up). */
	trim: number;
	/** Chosen flap setting, degrees. */
	flapsDeg: number;
	/** Altimeter setting, hPa. */
	altimeterSettingHpa: number;
	/** How far the heading knob has been turned in all, degrees. */
	headingKnobDeg: number;
	/** 1 when the alternate static source is open, else 0. */
	alternateStatic: number;
	/** Instruments that the student has covered, as bits in the order of `INSTRUMENTS`. */
	covered: number;
	/** Failures that the student has named, as bits in the order of `FAILURE_KINDS`. */
	named: number;
	/** 1 while the instructor has the controls, as when an unusual attitude is set up. */
	byInstructor: number;
	/**
	 * Where the student last said that the aircraft is, NM on the plane, how often that was said, and the lines that
	 * were drawn to find it, two at the most.
	 */
	mark: { northNm: number; eastNm: number; count: number; lines?: DrawnLine[] };
	/** How many calls and memory items have been ticked so far. */
	calls: number;
	/** How the radios are set; a new object with every change. */
	radios: RadioSettings;
}

/** A radial as the student drew it: from a station, NM on the plane, magnetic. */
export interface DrawnLine {
	northNm: number;
	eastNm: number;
	radialDeg: number;
}
export const MOST_LINES = 2;

/** What the pilot's voice and fingers have done before anything was said or tuned. */
export const NOTHING_SAID: Pick<ControlInputs, 'named' | 'byInstructor' | 'calls' | 'mark' | 'radios'> = {
	named: 0,
	byInstructor: 0,
	calls: 0,
	mark: { northNm: 0, eastNm: 0, count: 0 },
	radios: RADIOS_AT_REST
};
