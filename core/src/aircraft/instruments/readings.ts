import type { VerticalSpeedKind } from '../aircraft.js';
import type { BodyVector } from './compass.js';

/** What the instruments show, in the units of their dials. Kept with the flight's state. */
export interface PanelReadings {
	airspeedKias: number;
	altimeterFt: number;
	verticalSpeedFpm: number;
	pitchDeg: number;
	bankDeg: number;
	headingDeg: number;
	turnRateDegPerSecond: number;
	/** Angle of apparent gravity from the aeroplane's own vertical; + when the ball is right. */
	ballDeg: number;
	rpm: number;
	compassDeg: number;
	suctionInHg: number;
	ammeterA: number;
	outsideAirTempC: number;
	manifoldPressureInHg: number;
	fuelL: number;
	/** The standby attitude: its own gyro, electric, with a battery of its own. */
	standbyPitchDeg: number;
	standbyBankDeg: number;
	/** 1 while the radios have power and work. */
	radioOn: number;
}

/** What the world does to the instruments at one moment. */
export interface Sensed {
	staticPa: number;
	impactPa: number;
	temperatureK: number;
	/** Radians; heading magnetic. */
	heading: number;
	pitch: number;
	bank: number;
	/** Rate of turn over the ground's plane and rate of roll, °/s. */
	turnRateDegPerSecond: number;
	rollRateDegPerSecond: number;
	/** Rates of the pitch and bank angles, °/s: what a gyro's gimbals turn by. */
	pitchRateDegPerSecond: number;
	bankRateDegPerSecond: number;
	specificForce: BodyVector;
	rpm: number;
	manifoldPressureInHg: number;
	fuelL: number;
}

/** The insides of the instruments; numbers only, so that they can be kept and compared. */
export interface InstrumentState {
	pitotPa: number;
	staticPa: number;
	chamberFt: number;
	/** Speed of the vacuum gyros' and the electric gyro's rotors, 1 is normal. */
	vacuumRotor: number;
	electricRotor: number;
	attitudeErrorPitchDeg: number;
	attitudeErrorBankDeg: number;
	attitudeTumbleDegPerSecond: number;
	headingDriftDeg: number;
	stuckHeadingDeg: number;
	/** Pressure that the altimeter's capsules have come to, behind that of the line. */
	capsulePa: number;
	batterySeconds: number;
	standbyBatterySeconds: number;
	standbyRotor: number;
	standbyErrorPitchDeg: number;
	standbyErrorBankDeg: number;
	standbyTumbleDegPerSecond: number;
	/** Pumps of an instantaneous vertical speed indicator: what they add, ft/min, and the felt acceleration they have got used to, m/s². */
	pumpFpm: number;
	pumpRestMps2: number;
	cardDeg: number;
	cardRateDegPerSecond: number;
}

/** What does not change in a flight. */
export interface InstrumentSetup {
	dip: number;
	sineOfLatitude: number;
	/** Static port error as a share of impact pressure. */
	staticErrorShare: number;
	deviation: readonly [number, number, number];
	verticalSpeed: VerticalSpeedKind;
	/** Which way each gyro errs when it does, −1 to 1 each, drawn from the flight's seed. */
	lean: { pitch: number; bank: number; heading: number };
	standbyLean: { pitch: number; bank: number };
}

export interface InstrumentInputs {
	altimeterSettingHpa: number;
	/** How far the heading knob has been turned in all, degrees. */
	headingKnobDeg: number;
	/** 1 when the alternate static source is open. */
	alternateStatic: number;
}
