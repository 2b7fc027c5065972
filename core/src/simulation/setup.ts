import type {
	Aircraft,
	AssistLevel,
	ArmedFailure,
	FailureSpec,
	InstrumentState,
	PanelReadings,
	Surfaces,
	VerticalSpeedKind
} from '../aircraft/index.js';
import { clamp } from '../base/index.js';
import type { Area, GustState, RadioReadings, RadioSettings, RadioState, Weather } from '../world/index.js';
import type { AttitudeHoldState } from './autopilot/attitude-hold.js';

/** All that decides a flight besides what the pilot does. */
export interface FlightSetup {
	aircraft: Aircraft;
	weather: Weather;
	variationDeg: number;
	dipDeg: number;
	latitudeDeg: number;
	failures: readonly FailureSpec[];
	start: {
		altitudeFt: number;
		headingDeg: number;
		airspeedKias: number;
		verticalSpeedFpm: number;
		flapsDeg: number;
		gearDown?: boolean;
		governedRpm?: number;
		bankDeg?: number;
		northNm?: number;
		eastNm?: number;
	};
	/** On board at the start; the standard loading's when left out. */
	fuelKg?: number;
	/** Another vertical speed indicator than the aircraft's own. */
	verticalSpeed?: VerticalSpeedKind;
	/** Whose stations there are; without it the radios are silent. */
	area?: Area;
	/** How the radios are set at the start. */
	radios?: RadioSettings;
	/** How much the trainer helps at the start; it may change in flight. */
	assist: AssistLevel;
	/** Whole number, 0 to 2³² − 1: gusts, gyro errors and random failures follow from it. */
	seed: number;
}

/** Everything that changes in flight; plain data, so it can be kept and gone back to. */
export interface FlightSnapshot {
	steps: number;
	state: number[];
	surfaces: Surfaces;
	panel: Readings<PanelReadings>;
	instruments: Readings<InstrumentState>;
	gusts: Readings<GustState>;
	/** Memory of the attitude hold, and the level that was flown with. */
	assist: AttitudeHoldState & { level: AssistLevel };
	random: number;
	fuelKg: number;
	/** Absent without radios. */
	radio?: { readings: Readings<RadioReadings>; state: Readings<RadioState> };
	/** What is armed now: an instructor may have added to it in flight. */
	failures: ArmedFailure[];
	ended: FlightEnd | null;
}
/** A record of numbers as it comes back from a file. */
type Readings<T> = { [K in keyof T]: T[K] } | Record<string, number>;

/** Lever of a governed propeller, 0 to 1, for a speed of the shaft; fully forward when none is asked for. */
export function propellerLever({ propeller }: Aircraft, governedRpm: number | undefined): number {
	if (propeller.kind !== 'constant-speed' || governedRpm === undefined) return 1;
	const { governorMinimumRpm: low, governorMaximumRpm: high } = propeller;
	return clamp((governedRpm - low) / (high - low), 0, 1);
}

/** What ends a flight by itself: the ground, or load or speed beyond what the airframe bears. In the order of the channel's codes. */
export const FLIGHT_ENDS = ['surface', 'overstress', 'overspeed'] as const;
/** How a flight ended by itself. */
export type FlightEnd = (typeof FLIGHT_ENDS)[number];

/** What one sample of the recording needs beside the panel. */
export interface Truth {
	northNm: number;
	eastNm: number;
	altitudeFt: number;
	verticalSpeedFpm: number;
	trueAirspeedKt: number;
	calibratedAirspeedKt: number;
	groundspeedKt: number;
	trackDeg: number;
	headingDeg: number;
	pitchDeg: number;
	bankDeg: number;
	loadFactor: number;
	angleOfAttackDeg: number;
	turnRateDegPerSecond: number;
	slipDeg: number;
	rpm: number;
}
