import type { ScanInstrument } from '../training/index.js';

/** How a robot flies: what it does well, and what it does wrong on purpose. */
export interface Technique {
	/** Goes on from "slow down" when this near the speed, kt above it. */
	descendWithinKt: number;
	/** Begins a level-off this share of the vertical speed (ft per ft/min) before the altitude. */
	levelOffLead: number;
	/** Quickest change of the wanted pitch, °/s. */
	pitchRateDegPerSecond: number;
	/** Wanders of the wanted pitch and bank, degrees. */
	wanderDeg: number;
	/** Begins every phase by moving power and nose in the same breath. */
	juggles?: boolean;
	/** Moves the nose after the lagging vertical speed instead of setting an attitude and waiting. */
	chasesVerticalSpeed?: boolean;
	/** Leaves the power where it is when it levels off or turns. */
	forgetsPower?: boolean;
	/** Keeps the bank until the heading is there, and goes through it. */
	holdsBank?: boolean;
	/** Stares at an instrument now and then, blind to the others meanwhile. */
	staresAt?: ScanInstrument;
	/** Leaves an instrument out for half a minute now and then. */
	omits?: ScanInstrument;
	/** Turns toward the needle for as long as it is off, and so through the middle each time. */
	chasesNeedle?: boolean;
	/** Keeps the cut until the needle is centred. */
	turnsUntilCentred?: boolean;
	/** Corrects by far more than the deviation deserves, or by hardly anything. */
	overcorrects?: boolean;
	undercorrects?: boolean;
	/** Takes the whole correction out on the course, and drifts off the same side again. */
	ignoresWind?: boolean;
	/** Turns away from the needle at first. */
	reverses?: boolean;
	/** Never listens to an identifier. */
	skipsIdent?: boolean;
	/** In a hold: the published time whatever the wind, counted from wings level. */
	forgetsTiming?: boolean;
	/** Enters a hold by the neighbouring sector. */
	wrongEntry?: boolean;
	/** Holds turned, arcs flown and courses reversed the other way round than the card says. */
	turnsWrongSide?: boolean;
	/** In a hold the correction outbound goes to the side of the inbound one. */
	correctsWrongSide?: boolean;
	/** Takes the cut to a course from the heading flown. */
	cutsFromOwnHeading?: boolean;
	/** Sets a course on the selector that is off by so many degrees. */
	selectorOffDeg?: number;
	/** Ends a turn when the compass card shows the heading. */
	readsCompassInTurn?: boolean;
	/** How far the feet are held off the middle, −1 to 1. */
	rudderHeld?: number;
	/** Holds every force in the hand. */
	neverTrims?: boolean;
	/** Leaves flap and gear where they were. */
	forgetsConfiguration?: boolean;
	/** Keeps every altitude so many feet above the one that is asked for. */
	holdsHighFt?: number;
	/** Errors of the settings, made at the begin: hPa, degrees. */
	altimeterOffHpa?: number;
	headingKnobOffDeg?: number;
	/** Sets something now and then, and does not fly meanwhile. */
	distracted?: boolean;
	/** Flies on at the minimum, whatever is to be seen. */
	pressesOn?: boolean;
	/** Leaves the bug, the altitude reminder or the clock alone. */
	forgetsBug?: boolean;
	forgetsAltitudeBug?: boolean;
	forgetsClock?: boolean;
	/** Goes down before the fix of a step, by so many feet. */
	stepsEarlyFt?: number;
	/** Moves the nose after the needle of the path down. */
	chasesGlidepath?: boolean;
	/** Sinks below the path as soon as the runway is in sight. */
	ducksUnder?: boolean;
	/** Flies the final beside its course, NM right. */
	besideNm?: number;
	/** Lets so many seconds go by before the power comes in a go-around. */
	slowGoAroundSeconds?: number;
	/** Has the needle follow the other source on the final. */
	wrongSource?: boolean;
	/** Looks out every few seconds on the final. */
	peeks?: boolean;
	/** Flies the final so much too fast, kt. */
	fastFinalKt?: number;
	/** Says nothing of what has failed. */
	staysSilent?: boolean;
	/** A recovery in another order than is taught, without its power, or begun the wrong way. */
	recovers?: 'disordered' | 'incomplete' | 'wrong-way';
}

const STEADY: Technique = {
	descendWithinKt: 2,
	levelOffLead: 0.1,
	pitchRateDegPerSecond: 1,
	wanderDeg: 0.12
};

/** How each robot flies; what it does not say is as the steady one does. */
export const TECHNIQUES = {
	steady: STEADY,
	hasty: {
		descendWithinKt: 30,
		levelOffLead: -0.1,
		pitchRateDegPerSecond: 2.2,
		wanderDeg: 0.25
	},
	chaser: { ...STEADY, chasesVerticalSpeed: true },
	coaster: { ...STEADY, forgetsPower: true },
	holder: { ...STEADY, holdsBank: true },
	juggler: { ...STEADY, juggles: true, pitchRateDegPerSecond: 2.5 },
	starer: { ...STEADY, staresAt: 'altimeter' },
	omitter: { ...STEADY, omits: 'heading' },
	'needle-chaser': { ...STEADY, chasesNeedle: true },
	'through-turner': { ...STEADY, turnsUntilCentred: true },
	overcorrector: { ...STEADY, overcorrects: true },
	undercorrector: { ...STEADY, undercorrects: true },
	drifter: { ...STEADY, ignoresWind: true },
	reverser: { ...STEADY, reverses: true },
	unhearing: { ...STEADY, skipsIdent: true },
	'step-breaker': { ...STEADY, stepsEarlyFt: 180 },
	'path-chaser': { ...STEADY, chasesGlidepath: true, pitchRateDegPerSecond: 2.5 },
	ducker: { ...STEADY, ducksUnder: true },
	'beside-flyer': { ...STEADY, besideNm: 0.4 },
	'presser-on': { ...STEADY, pressesOn: true },
	'late-misser': { ...STEADY, slowGoAroundSeconds: 12 },
	clockless: { ...STEADY, forgetsClock: true },
	'wrong-sourced': { ...STEADY, wrongSource: true },
	peeker: { ...STEADY, peeks: true },
	bugless: { ...STEADY, forgetsBug: true },
	'reminder-forgetter': { ...STEADY, forgetsAltitudeBug: true },
	'fast-finisher': { ...STEADY, fastFinalKt: 25 },
	'clock-forgetter': { ...STEADY, forgetsTiming: true },
	'wrong-enterer': { ...STEADY, wrongEntry: true },
	'early-leveller': { ...STEADY, levelOffLead: 0.6 },
	'wrong-turner': { ...STEADY, turnsWrongSide: true },
	'wrong-corrector': { ...STEADY, correctsWrongSide: true },
	'own-cutter': { ...STEADY, cutsFromOwnHeading: true },
	'mis-selector': { ...STEADY, selectorOffDeg: 10 },
	'card-reader': { ...STEADY, readsCompassInTurn: true },
	'flat-footed': { ...STEADY, rudderHeld: 0.65 },
	untrimmed: { ...STEADY, neverTrims: true },
	unconfigured: { ...STEADY, forgetsConfiguration: true },
	'mis-set-altimeter': { ...STEADY, altimeterOffHpa: 8 },
	'mis-set-heading': { ...STEADY, headingKnobOffDeg: 20 },
	distracted: { ...STEADY, distracted: true },
	silent: { ...STEADY, staysSilent: true },
	'disordered-recoverer': { ...STEADY, recovers: 'disordered' },
	'incomplete-recoverer': { ...STEADY, recovers: 'incomplete' },
	'wrong-way-recoverer': { ...STEADY, recovers: 'wrong-way' }
} as const satisfies Record<string, Technique>;

/** The robots. */
export type PilotId = keyof typeof TECHNIQUES;
/** The robots, in their order. */
export const PILOT_IDS = Object.keys(TECHNIQUES) as PilotId[];
/** The robots in words. */
export const PILOTS: Record<PilotId, { name: string; what: string }> = {
	steady: { name: 'Steady', what: 'one change at a time, slows before it descends, leads the level-off' },
	hasty: {
		name: 'Hasty',
		what: 'descends before it has slowed, changes pitch and power at once, levels off late'
	},
	chaser: { name: 'Chaser', what: 'moves the nose after the lagging vertical speed' },
	coaster: { name: 'Coaster', what: 'forgets the power at the level-off and in the turn' },
	holder: { name: 'Holder', what: 'keeps the bank until the heading is there, and goes through' },
	juggler: { name: 'Juggler', what: 'moves power, pitch and bank in the same breath' },
	starer: { name: 'Starer', what: 'stares at the altimeter for eight seconds at a time' },
	omitter: { name: 'Omitter', what: 'leaves the heading out for half a minute at a time' },
	'needle-chaser': { name: 'Needle chaser', what: 'turns toward the needle for as long as it is off' },
	'through-turner': { name: 'Through-turner', what: 'keeps the cut until the needle is centred' },
	overcorrector: { name: 'Overcorrector', what: 'takes 35° for a needle that is hardly off' },
	undercorrector: { name: 'Undercorrector', what: 'takes two degrees for a needle on its way to the stop' },
	drifter: { name: 'Drifter', what: 'keeps no wind correction: the same drift again and again' },
	reverser: { name: 'Reverser', what: 'turns away from the needle first' },
	unhearing: { name: 'Unhearing', what: 'flies by stations that were never identified' },
	'step-breaker': { name: 'Step breaker', what: 'goes down before the fix of the step' },
	'path-chaser': { name: 'Path chaser', what: 'moves the nose after the needle of the path down' },
	ducker: { name: 'Ducker', what: 'sinks below the path once the runway is in sight' },
	'beside-flyer': { name: 'Beside', what: 'flies the final beside its course, and goes down there' },
	'presser-on': { name: 'Presser-on', what: 'flies on at the minimum, whatever is to be seen' },
	'late-misser': { name: 'Late misser', what: 'lets twelve seconds go by before the power comes' },
	clockless: { name: 'Clockless', what: 'leaves the clock alone at the final fix' },
	'wrong-sourced': { name: 'Wrong source', what: 'has the needle follow something else on the final' },
	peeker: { name: 'Peeker', what: 'looks out every few seconds on the final' },
	bugless: { name: 'Bugless', what: 'leaves the bug for the minimum where it is' },
	'reminder-forgetter': { name: 'One altitude', what: 'sets the first altitude and none after it' },
	'fast-finisher': { name: 'Fast', what: 'comes down the final 25 kt too fast' },
	'clock-forgetter': { name: 'Clock forgetter', what: 'flies one minute outbound whatever the wind' },
	'wrong-enterer': { name: 'Wrong enterer', what: 'enters the hold by the wrong sector' },
	'early-leveller': { name: 'Early leveller', what: 'levels off long before the altitude' },
	'wrong-turner': { name: 'Wrong turner', what: 'turns holds, arcs and reversals the other way round' },
	'wrong-corrector': { name: 'Wrong corrector', what: 'keeps the inbound correction on the outbound leg' },
	'own-cutter': { name: 'Own cutter', what: 'takes the cut from the heading that is flown' },
	'mis-selector': { name: 'Mis-selector', what: 'sets a course ten degrees off' },
	'card-reader': { name: 'Card reader', what: 'rolls out when the compass shows the heading, in the bank' },
	'flat-footed': { name: 'Flat-footed', what: 'rests one foot on the rudder' },
	untrimmed: { name: 'Untrimmed', what: 'holds every force in the hand' },
	unconfigured: { name: 'Unconfigured', what: 'leaves flap and gear where they are' },
	'mis-set-altimeter': { name: 'Wrong setting', what: 'has the altimeter eight hectopascals off' },
	'mis-set-heading': { name: 'Wrong heading', what: 'has the heading dial twenty degrees off the compass' },
	distracted: { name: 'Distracted', what: 'sets something now and then, and does not fly meanwhile' },
	silent: { name: 'Silent', what: 'says nothing of what has failed' },
	'disordered-recoverer': { name: 'Disordered', what: 'recovers in another order than is taught' },
	'incomplete-recoverer': { name: 'Incomplete', what: 'recovers with the power left where it is' },
	'wrong-way-recoverer': { name: 'Wrong way', what: 'begins a recovery with the wrong input' }
};
