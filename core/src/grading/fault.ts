import type { Track } from '../recording/index.js';

/** A named fault with the seconds it happened and an instructor's words. */
export interface Fault {
	kind: FaultKind;
	name: string;
	startSeconds: number;
	endSeconds: number;
	text: string;
	tryNext: string;
}

/** Each fault that can be named, as it is called. */
export const FAULT_NAMES = {
	'descent-before-slowing': 'Descent before slowing',
	'late-level-off': 'Late level-off',
	'early-level-off': 'Early level-off',
	'two-changes-at-once': 'Two changes at once',
	'chases-vertical-speed': 'Chases the vertical speed',
	'speed-lost': 'Speed lost in level-off or turn',
	'bank-held': 'Bank held into the heading',
	'failure-not-named': 'Failure not named in time',
	'ball-out': 'Ball out',
	'out-of-trim': 'Out of trim',
	'configuration-wrong': 'Configuration late or wrong',
	'altimeter-not-set': 'Altimeter not set',
	'heading-not-set': 'Heading dial not set',
	'recovery-order': 'Recovery out of order',
	'recovery-missing': 'Recovery without a needed input',
	'wrong-way-input': 'Wrong-way input in a recovery',
	'chases-needle': 'Chases the needle',
	'turn-held-until-centred': 'Holds the turn until the needle is centred',
	'corrects-too-much': 'Corrects too much',
	'corrects-too-little': 'Corrects too little',
	'no-wind-correction': 'No wind correction kept',
	'reverse-sensing': 'Reverse sensing',
	'not-identified': 'Station not identified',
	'hold-entry': 'Wrong entry into the hold',
	'hold-side': 'Hold turned the wrong way',
	'hold-correction': 'Correction outbound to the wrong side',
	'arc-direction': 'Arc flown the wrong way round',
	'reversal-side': 'Course reversal on the wrong side',
	'hold-timing': 'Legs of the hold not timed',
	'cut-from-own-heading': 'Cut measured from the own heading',
	'compass-read-in-turn': 'Compass read in a turn',
	'wrong-selector': 'Wrong course or station selected',
	'attention-taken': 'Attention taken by something else',
	'step-down-broken': 'Broke the step-down',
	'chases-glidepath': 'Chases the glidepath',
	'below-path-in-sight': 'Below the glidepath with the runway in sight',
	'descended-unestablished': 'Descended before established',
	'continued-unseen': 'Went on below the minimum unseen',
	'missed-action': 'First action of the go-around late or wrong',
	'clock-not-started': 'Clock not started',
	'needle-source': 'Needle source, station or course wrong on final',
	'looked-out-early': 'Looked in and out before fully visual',
	'bug-not-set': 'Bug for the minimum not set',
	'altitude-not-reset': 'Altitude not set again after each level',
	'unstable-approach': 'Not stabilised at 500 ft'
} as const;
/** A fault that can be named. */
export type FaultKind = keyof typeof FAULT_NAMES;

/** From this roughness on the air itself does what a hand would be blamed for in calm. */
export const ROUGH_AIR = 1.25;

/** Naming a failure in this time is in time, s. */
export const NAMED_WITHIN_SECONDS = 60;

/** A fault from a begin to an end (s of the flight): what happened, and what to try next. */
export const fault = (
	kind: FaultKind,
	startSeconds: number,
	endSeconds: number,
	text: string,
	tryNext: string
): Fault => ({
	kind,
	name: FAULT_NAMES[kind],
	startSeconds,
	endSeconds,
	text,
	tryNext
});

export const indexAt = (track: Track, seconds: number): number =>
	Math.max(0, Math.min(track.length, Math.round(seconds * track.rateHz)));

/**
 * What somebody does as a habit: with several occasions in a flight it shows on two of them at least. Once out of several is
 * a slip, which the deviation tells by itself.
 */
export const habit = (found: Fault[], occasions: number): Fault[] =>
	found.length >= Math.min(2, occasions) ? found : [];
