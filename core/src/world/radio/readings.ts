import type { RnavState } from './rnav.js';
import type { Antenna } from './signal.js';

/** Flags of a needle, as numbers. */
export const FLAG = { off: 0, to: 1, from: 2 } as const;
/** The marker beacon over which one is, by code. */
export const MARKERS = ['none', 'outer', 'middle', 'inner'] as const;
/** Bits of receivers: which receive, which have been identified. */
export const RECEIVER_BITS = { nav1: 1, nav2: 2, adf: 4, distance: 8 } as const;

/** What the radios show. Numbers only: kept with the flight's state. */
export interface RadioReadings {
	/** −1 to 1, + when the course is to the right; 0 under a flag. */
	nav1Needle: number;
	nav1Flag: number;
	nav1IsLocalizer: number;
	/** −1 to 1, + when the path is above. */
	glideNeedle: number;
	glideValid: number;
	nav2Needle: number;
	nav2Flag: number;
	nav2IsLocalizer: number;
	/** From the nose, clockwise, degrees; of meaning while `pointerValid` is 1. */
	pointerDeg: number;
	pointerValid: number;
	/** Slant range; −1 where there is none. */
	distanceNm: number;
	distanceKt: number;
	/** Index in `MARKERS`. */
	marker: number;
	/** Bits, see `RECEIVER_BITS`. */
	received: number;
	identified: number;
	rnavNeedle: number;
	rnavValid: number;
	rnavScaleNm: number;
	rnavDistanceNm: number;
	/** To the place it goes to, magnetic. */
	rnavBearingDeg: number;
	rnavCourseDeg: number;
	rnavTo: number;
}

/** What the radios remember; numbers only. */
export interface RadioState extends RnavState {
	nav1Lagged: number;
	nav2Lagged: number;
	glideLagged: number;
	pointerLagged: number;
	rateLagged: number;
	/** Since when the headset has been on the station that is heard now, s; and its frequency. */
	listeningSince: number;
	listenedFrequency: number;
	identified1MHz: number;
	identified2MHz: number;
	identifiedKHz: number;
	/** The station that has gone off the air, MHz; 0 for none. */
	silentMHz: number;
}

/** How the aircraft is when its radios are read. */
export interface Carried extends Antenna {
	timeSeconds: number;
	headingDeg: number;
	/** + right wing down. */
	bankDeg: number;
	/** Over the ground, per hour, in the plane of the area; up in ft/min. */
	northKt: number;
	eastKt: number;
	groundspeedKt: number;
	/** Whether there is power for the radios. */
	powered: boolean;
	/** How far troubles of the waves and stations have gone, 0 to 1. */
	trouble: Readonly<RadioTrouble>;
}

/** What disturbs reception. */
export interface RadioTrouble {
	/** Sky waves make a beacon's pointer wander. */
	nightEffect: number;
	/** The station of the first receiver goes off the air. */
	stationOff: number;
}

export const readingsAtRest = (): RadioReadings => ({
	nav1Needle: 0,
	nav1Flag: FLAG.off,
	nav1IsLocalizer: 0,
	glideNeedle: 0,
	glideValid: 0,
	nav2Needle: 0,
	nav2Flag: FLAG.off,
	nav2IsLocalizer: 0,
	pointerDeg: 90,
	pointerValid: 0,
	distanceNm: -1,
	distanceKt: 0,
	marker: 0,
	received: 0,
	identified: 0,
	rnavNeedle: 0,
	rnavValid: 0,
	rnavScaleNm: 1,
	rnavDistanceNm: 0,
	rnavBearingDeg: 0,
	rnavCourseDeg: 0,
	rnavTo: 0
});
