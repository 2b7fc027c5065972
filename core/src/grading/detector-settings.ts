/** Thresholds of the detectors; each has its default here and can be set otherwise. */
interface FaultSettings {
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
	/** A phase with less time than this cannot tell, s. */
	chaseLeastSeconds: number;
	/** From the needle's showing to the nose's moving: a look, a reaction, a movement, s. */
	chaseDelaySeconds: number;
	chaseSettleSeconds: number;
	/** Spread of the pitch, degrees, and how often it turns about, at least. */
	chasePitchDeg: number;
	chaseReversals: number;
	/** Correlation of the nose's movement with the needle, the other way. */
	chaseCorrelation: number;
	/**
	 * Where the looks were recorded: this share of the looking time on the dial, and the correlation and spread, degrees, that
	 * are then enough; with less than the least share nothing was chased.
	 */
	chaseWatched: number;
	chaseWatchedCorrelation: number;
	chaseWatchedPitchDeg: number;
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
	/** A setting that is off by so much for so long is a fault: hPa, degrees, s. */
	altimeterOffHpa: number;
	headingOffDeg: number;
	settingSeconds: number;
	/** The ball out by so much for so long, degrees and s. */
	ballOutDeg: number;
	ballOutSeconds: number;
	/** The stick held by so much of its way for so long, where nothing moves, s. */
	trimStick: number;
	trimSeconds: number;
	/** Flap and gear are as the card says so long after a phase has begun, s; flap within degrees. */
	configurationSeconds: number;
	configurationFlapsDeg: number;
	/** Out by so much, ft and degrees, within so long of a hand that was elsewhere, s, for so long, s. */
	attentionFt: number;
	attentionDeg: number;
	attentionSeconds: number;
	attentionLastsSeconds: number;
}

const FAULT_DEFAULTS: FaultSettings = {
	descentRateFpm: -200,
	descentHeldSeconds: 3,
	speedAboveTargetKt: 5,
	speedMeanSeconds: 2,
	levelOffRule: 0.1,
	lateShare: 0.4,
	lateOvershootFt: 30,
	lateRateShare: 0.6,
	earlyShare: 2.5,
	rateMeanSeconds: 2,
	levelOffBegunShare: 0.8,
	pitchChangeDeg: 2.2,
	throttleChange: 0.2,
	bankChangeDeg: 8,
	changeWindowSeconds: 3,
	togetherSeconds: 3,
	changeLastsSeconds: 4,
	chaseWindowSeconds: 50,
	chaseLeastSeconds: 30,
	chaseDelaySeconds: 1.5,
	chaseSettleSeconds: 8,
	chasePitchDeg: 0.9,
	chaseReversals: 3,
	chaseCorrelation: 0.8,
	chaseWatched: 0.25,
	chaseWatchedCorrelation: 0.25,
	chaseWatchedPitchDeg: 0.9,
	speedLostKt: 6,
	speedLostSeconds: 5,
	levelledSeconds: 60,
	powerAddedShare: 0.08,
	bankHeldLeastDeg: 5,
	bankHeldShare: 0.8,
	bankHeldLeadShare: 0,
	bankHeldThroughDeg: 7.5,
	altimeterOffHpa: 2,
	headingOffDeg: 8,
	settingSeconds: 60,
	ballOutDeg: 3.5,
	ballOutSeconds: 15,
	trimStick: 0.025,
	trimSeconds: 20,
	configurationSeconds: 15,
	configurationFlapsDeg: 2,
	attentionFt: 100,
	attentionDeg: 10,
	attentionSeconds: 14,
	attentionLastsSeconds: 5
};

/** Thresholds of the detectors of navigation; each a setting. */
interface NavigationFaultSettings {
	/** Chasing: so many crossings of the course, each with the heading swung by so much. */
	chaseCrossings: number;
	chaseHeadingDeg: number;
	/** From crossing to crossing in this time at the most, s; and each swing like the one before, within these ratios. */
	chaseSeconds: number;
	chaseSizeRatio: number;
	chaseTimeRatio: number;
	/** Held until centred: the track still cuts the course by so much on it, and goes past by so much. */
	throughCutDeg: number;
	throughNm: number;
	/** Too much: a correction of so many degrees for less than this share of full scale, so often. */
	muchDeg: number;
	muchShare: number;
	muchTimes: number;
	/** Too little: off by this share for so long, closing by less than so many degrees. */
	littleShare: number;
	littleSeconds: number;
	littleDeg: number;
	/** No wind kept: out by this share to the same side so often, where the wind asks for so many degrees. */
	driftShare: number;
	driftTimes: number;
	driftNeededDeg: number;
	/** Reverse sensing: off and turned away from the course by so much for so long. */
	reverseShare: number;
	reverseDeg: number;
	reverseSeconds: number;
	/** A station is to be identified this long after its phase began, s. */
	identSeconds: number;
	/**
	 * Timing: from the second circuit on off to the same side, by so much in the mean, s; with one such circuit only, the
	 * first has to be off to that side too, by this.
	 */
	timingFirstSeconds: number;
	timingSeconds: number;
}

const NAVIGATION_FAULT_DEFAULTS: NavigationFaultSettings = {
	chaseCrossings: 4,
	chaseHeadingDeg: 12,
	chaseSeconds: 60,
	chaseSizeRatio: 1.8,
	chaseTimeRatio: 1.7,
	throughCutDeg: 14,
	throughNm: 0.08,
	muchDeg: 22,
	muchShare: 0.24,
	muchTimes: 1,
	littleShare: 0.4,
	littleSeconds: 75,
	littleDeg: 3,
	driftShare: 0.2,
	driftTimes: 2,
	driftNeededDeg: 5,
	reverseShare: 0.12,
	reverseDeg: 8,
	reverseSeconds: 12,
	identSeconds: 30,
	timingFirstSeconds: 7,
	timingSeconds: 15
};

/** Thresholds of the detectors of approaches; each a setting. */
interface ApproachFaultSettings {
	/** Below a published altitude by so much for so long, ft and s. */
	floorBelowFt: number;
	/** The same before the final, where an altitude has its tolerance, ft. */
	earlyFloorBelowFt: number;
	floorSeconds: number;
	/** So much below a decision altitude may be sunk through while going around, ft. */
	sinksThroughFt: number;
	/** The path crossed so often, out to this share between, the rate swinging by so much and over so much in all, ft/min. */
	glideCrossings: number;
	glideSwing: number;
	glideSwingFpm: number;
	glideRangeFpm: number;
	/** Below the path in sight by this share of its full scale for so long, s. */
	belowPathShare: number;
	belowPathSeconds: number;
	/** Down with the needle farther off than this share for so long, s. */
	unestablishedShare: number;
	unestablishedSeconds: number;
	/** A go-around shows full power and a climb in these times, s. */
	missedPowerSeconds: number;
	missedClimbSeconds: number;
	/** The clock is started so soon after the final fix, s. */
	clockSeconds: number;
	/** What the needle follows is wrong for so long, s; a course by so much, degrees. */
	sourceSeconds: number;
	sourceCourseDeg: number;
	/** Looks outside before anything is to be seen. */
	looksOutTimes: number;
	/** A bug this much over the minimum is not of it, ft. */
	bugOverFt: number;
	/** The reminder of an altitude is set so soon after the last level, s, within ft. */
	altitudeBugSeconds: number;
	altitudeBugFt: number;
}

const APPROACH_FAULT_DEFAULTS: ApproachFaultSettings = {
	floorBelowFt: 20,
	earlyFloorBelowFt: 100,
	floorSeconds: 1.5,
	sinksThroughFt: 60,
	glideCrossings: 3,
	glideSwing: 0.12,
	glideSwingFpm: 250,
	glideRangeFpm: 700,
	belowPathShare: 0.6,
	belowPathSeconds: 3,
	unestablishedShare: 0.8,
	unestablishedSeconds: 6,
	missedPowerSeconds: 5,
	missedClimbSeconds: 10,
	clockSeconds: 12,
	sourceSeconds: 12,
	sourceCourseDeg: 4,
	looksOutTimes: 3,
	bugOverFt: 60,
	altitudeBugSeconds: 40,
	altitudeBugFt: 60
};

/** All thresholds together. */
export type DetectorSettings = FaultSettings & NavigationFaultSettings & ApproachFaultSettings;
export const DETECTOR_DEFAULTS: DetectorSettings = {
	...FAULT_DEFAULTS,
	...NAVIGATION_FAULT_DEFAULTS,
	...APPROACH_FAULT_DEFAULTS
};
