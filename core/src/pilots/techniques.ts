import type { ScanInstrument } from '../scan/looks.js';

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
}

const STEADY: Technique = {
	descendWithinKt: 2,
	levelOffLead: 0.1,
	pitchRateDegPerSecond: 1,
	wanderDeg: 0.12
};

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
	omitter: { ...STEADY, omits: 'heading' }
} as const satisfies Record<string, Technique>;

export type PilotId = keyof typeof TECHNIQUES;
export const PILOT_IDS = Object.keys(TECHNIQUES) as PilotId[];
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
	omitter: { name: 'Omitter', what: 'leaves the heading out for half a minute at a time' }
};
