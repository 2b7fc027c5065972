import { CONTROL_READINGS, type ControlInputs } from '../aircraft/index.js';
import { CHANNEL_NAMES, kept, type FlightChannel, type Sample } from '../recording/index.js';
import type { Flight } from './flight.js';
import { FLIGHT_ENDS } from './setup.js';

/** One sample of a flight, rounded as the recording keeps it, so that live and stored agree. */
export function sampleFlight(flight: Flight, inputs: ControlInputs): Sample {
	const truth = flight.truth();
	const { panel } = flight;
	const radio = flight.radio;
	const sample = {
		northNm: truth.northNm,
		eastNm: truth.eastNm,
		altitudeFt: truth.altitudeFt,
		indicatedAltitudeFt: panel.altimeterFt,
		verticalSpeedFpm: truth.verticalSpeedFpm,
		indicatedVerticalSpeedFpm: panel.verticalSpeedFpm,
		indicatedAirspeedKt: panel.airspeedKias,
		trueAirspeedKt: truth.trueAirspeedKt,
		groundspeedKt: truth.groundspeedKt,
		trackDeg: truth.trackDeg,
		headingDeg: truth.headingDeg,
		indicatedHeadingDeg: panel.headingDeg,
		pitchDeg: truth.pitchDeg,
		bankDeg: truth.bankDeg,
		turnRateDegPerSecond: truth.turnRateDegPerSecond,
		slipDeg: truth.slipDeg,
		rpm: truth.rpm,
		flapsDeg: flight.surfaces.flapsDeg,
		loadFactor: truth.loadFactor,
		angleOfAttackDeg: truth.angleOfAttackDeg,
		indicatedPitchDeg: panel.pitchDeg,
		indicatedBankDeg: panel.bankDeg,
		indicatedTurnRateDegPerSecond: panel.turnRateDegPerSecond,
		compassDeg: panel.compassDeg,
		failures: flight.failureMask,
		calibratedAirspeedKt: truth.calibratedAirspeedKt,
		manifoldPressureInHg: panel.manifoldPressureInHg,
		gear: flight.surfaces.gear,
		fuelL: panel.fuelL,
		stallWarning: flight.stallWarning ? 1 : 0,
		flightEnd: flight.ended ? 1 + FLIGHT_ENDS.indexOf(flight.ended) : 0,
		nav1Needle: radio?.nav1Needle ?? 0,
		nav1Flag: radio?.nav1Flag ?? 0,
		glideNeedle: radio?.glideNeedle ?? 0,
		glideValid: radio?.glideValid ?? 0,
		nav2Needle: radio?.nav2Needle ?? 0,
		nav2Flag: radio?.nav2Flag ?? 0,
		pointerDeg: radio?.pointerDeg ?? 0,
		pointerValid: radio?.pointerValid ?? 0,
		distanceNm: radio?.distanceNm ?? -1,
		marker: radio?.marker ?? 0,
		identified: radio?.identified ?? 0,
		rnavNeedle: radio?.rnavNeedle ?? 0,
		rnavScaleNm: radio?.rnavValid ? radio.rnavScaleNm : 0
	} satisfies Record<FlightChannel, number> as Sample;
	for (const [name, of] of CONTROL_READINGS) sample[name] = of(inputs);
	for (const name of CHANNEL_NAMES) sample[name] = kept(name, sample[name]);
	return sample;
}
