import { FAULT_NAMES, type FaultKind } from '../grading/index.js';
import type { PilotId } from './techniques.js';

/** A fault that the gallery shows. */
export type ShownFault = FaultKind | 'fixation' | 'omission';

/** A fault to be watched beside clean flying: who has it, on which shipped cards, in which weather. */
interface GalleryEntry {
	kind: ShownFault;
	name: string;
	pilot: PilotId;
	/** Ids of shipped cards on which it can be shown, the best first. */
	cards: string[];
	seed: number;
	turbulence: 'none' | 'light';
	/** How long it takes to be seen; seven minutes where left out. */
	longestSeconds?: number;
	watch: string;
}

/** The gallery: each fault beside clean flying of the same card. */
export const GALLERY: readonly GalleryEntry[] = [
	{
		kind: 'descent-before-slowing',
		name: FAULT_NAMES['descent-before-slowing'],
		pilot: 'hasty',
		cards: ['approach-descent'],
		seed: 3,
		turbulence: 'none',
		watch: 'the airspeed when the nose goes down: in the descent it hardly comes back'
	},
	{
		kind: 'late-level-off',
		name: FAULT_NAMES['late-level-off'],
		pilot: 'hasty',
		cards: ['approach-descent', 'rate-climb'],
		seed: 3,
		turbulence: 'none',
		watch: 'the altimeter going through while the vertical speed is still on'
	},
	{
		kind: 'two-changes-at-once',
		name: FAULT_NAMES['two-changes-at-once'],
		pilot: 'juggler',
		cards: ['standard-turns', 'oval'],
		seed: 3,
		turbulence: 'none',
		watch:
			'power and nose moving in the same breath at the begin of each turn, and all that has to be taken back'
	},
	{
		kind: 'chases-vertical-speed',
		name: FAULT_NAMES['chases-vertical-speed'],
		pilot: 'chaser',
		cards: ['straight-level', 'racetrack-climbs'],
		seed: 4,
		turbulence: 'light',
		watch: 'the nose always going where the vertical speed was six seconds ago'
	},
	{
		kind: 'speed-lost',
		name: FAULT_NAMES['speed-lost'],
		pilot: 'coaster',
		cards: ['approach-descent', 'racetrack-climbs'],
		seed: 3,
		turbulence: 'none',
		watch: 'the tachometer that stays, and the airspeed that goes'
	},
	{
		kind: 'bank-held',
		name: FAULT_NAMES['bank-held'],
		pilot: 'holder',
		cards: ['standard-turns', 'oval'],
		seed: 3,
		turbulence: 'none',
		watch: 'the bank when the heading comes up: it is still all there'
	},
	{
		kind: 'fixation',
		name: 'Fixation',
		pilot: 'starer',
		cards: ['straight-level'],
		seed: 3,
		turbulence: 'light',
		watch: 'the framed altimeter, and the heading walking away meanwhile'
	},
	{
		kind: 'omission',
		name: 'Omission',
		pilot: 'omitter',
		cards: ['straight-level'],
		seed: 3,
		turbulence: 'light',
		watch: 'the heading that is never framed, and where it goes'
	},
	{
		kind: 'chases-needle',
		name: FAULT_NAMES['chases-needle'],
		pilot: 'needle-chaser',
		cards: ['bracket'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the track: across the course again and again, never by less'
	},
	{
		kind: 'turn-held-until-centred',
		name: FAULT_NAMES['turn-held-until-centred'],
		pilot: 'through-turner',
		cards: ['intercept-inbound'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 480,
		watch: 'the needle coming to the middle with the whole cut still on'
	},
	{
		kind: 'corrects-too-much',
		name: FAULT_NAMES['corrects-too-much'],
		pilot: 'overcorrector',
		cards: ['bracket'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the heading: thirty-five degrees for a needle that is hardly off'
	},
	{
		kind: 'corrects-too-little',
		name: FAULT_NAMES['corrects-too-little'],
		pilot: 'undercorrector',
		cards: ['bracket'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the needle walking to the stop while the heading stays'
	},
	{
		kind: 'no-wind-correction',
		name: FAULT_NAMES['no-wind-correction'],
		pilot: 'drifter',
		cards: ['bracket'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the same drift to the same side, each time from the middle'
	},
	{
		kind: 'reverse-sensing',
		name: FAULT_NAMES['reverse-sensing'],
		pilot: 'reverser',
		cards: ['intercept-inbound'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 480,
		watch: 'the first turn: away from where the needle is'
	},
	{
		kind: 'not-identified',
		name: FAULT_NAMES['not-identified'],
		pilot: 'unhearing',
		cards: ['intercept-inbound'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 480,
		watch: 'nothing: it is flown well, by a station that nobody has listened to'
	},
	{
		kind: 'hold-timing',
		name: FAULT_NAMES['hold-timing'],
		pilot: 'clock-forgetter',
		cards: ['hold-direct'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 1300,
		watch: 'the outbound leg: a minute each time, whatever the inbound leg had'
	},
	{
		kind: 'hold-entry',
		name: FAULT_NAMES['hold-entry'],
		pilot: 'wrong-enterer',
		cards: ['hold-teardrop'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 700,
		watch: 'the first turn at the fix'
	},
	{
		kind: 'early-level-off',
		name: FAULT_NAMES['early-level-off'],
		pilot: 'early-leveller',
		cards: ['approach-descent'],
		seed: 3,
		turbulence: 'none',
		watch: 'the vertical speed going to nothing while the altitude is still a while away'
	},
	{
		kind: 'hold-side',
		name: FAULT_NAMES['hold-side'],
		pilot: 'wrong-turner',
		cards: ['hold-direct'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 700,
		watch: 'the first turn at the fix, and the side on which the hold lies'
	},
	{
		kind: 'hold-correction',
		name: FAULT_NAMES['hold-correction'],
		pilot: 'wrong-corrector',
		cards: ['hold-direct'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 1300,
		watch: 'where the turn inbound ends: farther and farther from the course'
	},
	{
		kind: 'arc-direction',
		name: FAULT_NAMES['arc-direction'],
		pilot: 'wrong-turner',
		cards: ['arc'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the radials counting the other way'
	},
	{
		kind: 'reversal-side',
		name: FAULT_NAMES['reversal-side'],
		pilot: 'wrong-turner',
		cards: ['reversal-45-180', 'reversal-base-turn'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the first turn off the outbound leg'
	},
	{
		kind: 'cut-from-own-heading',
		name: FAULT_NAMES['cut-from-own-heading'],
		pilot: 'own-cutter',
		cards: ['intercept-outbound'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 400,
		watch: 'the heading of the cut against the course in the window'
	},
	{
		kind: 'wrong-selector',
		name: FAULT_NAMES['wrong-selector'],
		pilot: 'mis-selector',
		cards: ['intercept-inbound', 'bracket'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 400,
		watch: 'the course in the window of the selector'
	},
	{
		kind: 'compass-read-in-turn',
		name: FAULT_NAMES['compass-read-in-turn'],
		pilot: 'card-reader',
		cards: ['compass-turns'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 420,
		watch: 'what the card shows when the roll-out begins, and when it has come to rest'
	},
	{
		kind: 'ball-out',
		name: FAULT_NAMES['ball-out'],
		pilot: 'flat-footed',
		cards: ['straight-level'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 200,
		watch: 'the ball, and which way the nose creeps'
	},
	{
		kind: 'out-of-trim',
		name: FAULT_NAMES['out-of-trim'],
		pilot: 'untrimmed',
		cards: ['approach-descent', 'speed-changes'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 400,
		watch: 'the stick, held off the middle after each change'
	},
	{
		kind: 'configuration-wrong',
		name: FAULT_NAMES['configuration-wrong'],
		pilot: 'unconfigured',
		cards: ['complex-descent', 'speed-changes-complex'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 500,
		watch: 'the flap and the gear when the phase begins that asks for them'
	},
	{
		kind: 'altimeter-not-set',
		name: FAULT_NAMES['altimeter-not-set'],
		pilot: 'mis-set-altimeter',
		cards: ['straight-level'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 200,
		watch: 'the setting window, and what the altimeter makes of it'
	},
	{
		kind: 'heading-not-set',
		name: FAULT_NAMES['heading-not-set'],
		pilot: 'mis-set-heading',
		cards: ['straight-level'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 200,
		watch: 'the heading dial beside the compass'
	},
	{
		kind: 'attention-taken',
		name: FAULT_NAMES['attention-taken'],
		pilot: 'distracted',
		cards: ['straight-level', 'oval'],
		seed: 3,
		turbulence: 'light',
		watch: 'where height and heading go while the hand is at the knob'
	},
	{
		kind: 'step-down-broken',
		name: FAULT_NAMES['step-down-broken'],
		pilot: 'step-breaker',
		cards: ['approach-ost-loc-30-final', 'approach-ves-loc-10-final'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 420,
		watch: 'the altimeter and the distance: which of the two moves first'
	},
	{
		kind: 'chases-glidepath',
		name: FAULT_NAMES['chases-glidepath'],
		pilot: 'path-chaser',
		cards: ['approach-ves-ils-10-final'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 480,
		watch: 'the vertical speed, which swings as far as the needle'
	},
	{
		kind: 'below-path-in-sight',
		name: FAULT_NAMES['below-path-in-sight'],
		pilot: 'ducker',
		cards: ['approach-ves-ils-10-seen'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the path from the moment the runway is there'
	},
	{
		kind: 'descended-unestablished',
		name: FAULT_NAMES['descended-unestablished'],
		pilot: 'beside-flyer',
		cards: ['approach-ves-ils-10-final', 'approach-ost-rnav-30-final'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 420,
		watch: 'the needle of the course while the height goes'
	},
	{
		kind: 'continued-unseen',
		name: FAULT_NAMES['continued-unseen'],
		pilot: 'presser-on',
		cards: ['approach-ves-ils-10-final'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the altimeter going through the bug, and the window'
	},
	{
		kind: 'missed-action',
		name: FAULT_NAMES['missed-action'],
		pilot: 'late-misser',
		cards: ['approach-ves-ils-10-missed'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 240,
		watch: 'the throttle, and the height that goes meanwhile'
	},
	{
		kind: 'clock-not-started',
		name: FAULT_NAMES['clock-not-started'],
		pilot: 'clockless',
		cards: ['approach-ost-vor-30-final'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 420,
		watch: 'the clock over the final fix'
	},
	{
		kind: 'needle-source',
		name: FAULT_NAMES['needle-source'],
		pilot: 'wrong-sourced',
		cards: ['approach-ves-vor-dme-28-final', 'approach-ves-ils-10-final'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 420,
		watch: 'the source beside the needle'
	},
	{
		kind: 'looked-out-early',
		name: FAULT_NAMES['looked-out-early'],
		pilot: 'peeker',
		cards: ['approach-ves-ils-10-final'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 480,
		watch: 'the window, in which there is nothing'
	},
	{
		kind: 'bug-not-set',
		name: FAULT_NAMES['bug-not-set'],
		pilot: 'bugless',
		cards: ['approach-ves-ils-10-final'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 480,
		watch: 'the bug on the altimeter, which is not there'
	},
	{
		kind: 'altitude-not-reset',
		name: FAULT_NAMES['altitude-not-reset'],
		pilot: 'reminder-forgetter',
		cards: ['approach-ost-loc-30', 'approach-ves-ils-10'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the reminder: it was right once'
	},
	{
		kind: 'unstable-approach',
		name: FAULT_NAMES['unstable-approach'],
		pilot: 'fast-finisher',
		cards: ['approach-ves-ils-10-final'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 600,
		watch: 'the airspeed at 500 ft'
	},
	{
		kind: 'failure-not-named',
		name: FAULT_NAMES['failure-not-named'],
		pilot: 'silent',
		cards: ['vacuum-partial', 'static-partial'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 400,
		watch: 'how long after it has begun nothing is said'
	},
	{
		kind: 'recovery-order',
		name: FAULT_NAMES['recovery-order'],
		pilot: 'disordered-recoverer',
		cards: ['upset-moderate', 'upset-steep'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 60,
		watch: 'which hand moves first'
	},
	{
		kind: 'recovery-missing',
		name: FAULT_NAMES['recovery-missing'],
		pilot: 'incomplete-recoverer',
		cards: ['upset-moderate', 'upset-steep'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 60,
		watch: 'the throttle, which stays'
	},
	{
		kind: 'wrong-way-input',
		name: FAULT_NAMES['wrong-way-input'],
		pilot: 'wrong-way-recoverer',
		cards: ['upset-moderate', 'upset-steep'],
		seed: 3,
		turbulence: 'none',
		longestSeconds: 60,
		watch: 'the first second'
	}
];
