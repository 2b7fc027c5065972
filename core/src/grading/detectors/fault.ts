import type { Track } from '../../recording/index.js';
import type { PhaseTimes, TaskCard } from '../../training/index.js';

/** A named fault with the seconds it happened and an instructor's words. */
export interface Fault {
	kind: FaultKind;
	name: string;
	startSeconds: number;
	endSeconds: number;
	text: string;
	tryNext: string;
}

export const FAULT_NAMES = {
	'descent-before-slowing': 'Descent before slowing',
	'late-level-off': 'Late level-off',
	'early-level-off': 'Early level-off',
	'two-changes-at-once': 'Two changes at once',
	'chases-vertical-speed': 'Chases the vertical speed',
	'speed-lost': 'Speed lost in level-off or turn',
	'bank-held': 'Bank held into the heading',
	'failure-not-named': 'Failure not named in time',
	'recovery-order': 'Recovery out of order',
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
	'hold-timing': 'Legs of the hold not timed'
} as const;
export type FaultKind = keyof typeof FAULT_NAMES;

/** Thresholds of the detectors; each has its default here and can be set otherwise. */
export interface FaultSettings {
	/** A descent has begun when the vertical speed has been below this, ft/min, … */
	descentRateFpm: number;
	/** … for this long, s. */
	descentHeldSeconds: number;
	/** Speed above target at which a descent counts as begun too soon, kt. */
	speedAboveTargetKt: number;
	/** The speed is taken over this time, s. */
	speedMeanSeconds: number;
	/** Rule for the lead of a level-off: share of the vertical speed, ft per ft/min. */
	levelOffRule: number;
	/** Begun with less than this share of the rule's lead is late … */
	lateShare: number;
	/** … if it also went this far through, ft. */
	lateOvershootFt: number;
	/** … and came to the altitude with at least this share of the rate. */
	lateRateShare: number;
	/** Begun with more than this multiple of the rule's lead is early. */
	earlyShare: number;
	/** The rate is taken over this time, so that a gust is no level-off, s. */
	rateMeanSeconds: number;
	/** A level-off has begun when the rate has shrunk to this share. */
	levelOffBegunShare: number;
	/** Sizes of a change, reached within `changeWindowSeconds`. */
	pitchChangeDeg: number;
	throttleChange: number;
	bankChangeDeg: number;
	changeWindowSeconds: number;
	/** A change counts when it lasts: means over this time before and after are compared, s. */
	changeLastsSeconds: number;
	/** Two changes whose starts are no further apart are "at once". */
	togetherSeconds: number;
	/** Chasing is looked for in windows of this length, after a time to settle, s. */
	chaseWindowSeconds: number;
	chaseSettleSeconds: number;
	/** Spread of the pitch, degrees, and how often it turns about, at least. */
	chasePitchDeg: number;
	chaseReversals: number;
	/** Correlation of the nose's movement with the needle, the other way. */
	chaseCorrelation: number;
	/** Swing of the load factor that doubles what counts in rough air, g. */
	roughLoadFactor: number;
	/** Speed below target that counts as lost, kt, and for how long, s. */
	speedLostKt: number;
	speedLostSeconds: number;
	/** A level-off is of no concern any more after this, s. */
	levelledSeconds: number;
	/** Less throttle than this added while the speed was low is none. */
	powerAddedShare: number;
	/** A turn has at least this bank; its roll-out has begun at this share of it. */
	bankHeldLeastDeg: number;
	bankHeldShare: number;
	/** Begun with less than this share of half the bank, and gone this far through, the bank was held. */
	bankHeldLeadShare: number;
	bankHeldThroughDeg: number;
}

export const FAULT_DEFAULTS: FaultSettings = {
	descentRateFpm: -200,
	descentHeldSeconds: 3,
	speedAboveTargetKt: 5,
	speedMeanSeconds: 2,
	levelOffRule: 0.1,
	lateShare: 0.4,
	lateOvershootFt: 30,
	lateRateShare: 0.6,
	earlyShare: 3,
	rateMeanSeconds: 2,
	levelOffBegunShare: 0.8,
	pitchChangeDeg: 2.2,
	throttleChange: 0.2,
	bankChangeDeg: 8,
	changeWindowSeconds: 3,
	togetherSeconds: 3,
	changeLastsSeconds: 4,
	chaseWindowSeconds: 24,
	chaseSettleSeconds: 8,
	chasePitchDeg: 0.9,
	chaseReversals: 3,
	chaseCorrelation: 0.5,
	roughLoadFactor: 0.12,
	speedLostKt: 6,
	speedLostSeconds: 5,
	levelledSeconds: 60,
	powerAddedShare: 0.08,
	bankHeldLeastDeg: 5,
	bankHeldShare: 0.8,
	bankHeldLeadShare: 0.4,
	bankHeldThroughDeg: 5
};

/** From this roughness on the air itself does what a hand would be blamed for in calm. */
export const ROUGH_AIR = 1.25;

/** Naming a failure in this time is in time, s. */
export const NAMED_WITHIN_SECONDS = 60;

export interface FaultContext {
	/** Times by which what counts as a change or a deviation is larger in rough air; 1 in calm. */
	rough: number;
	card: TaskCard;
	track: Track;
	times: readonly PhaseTimes[];
	settings: FaultSettings;
}

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
