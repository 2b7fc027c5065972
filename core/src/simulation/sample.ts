import { CONTROL_READINGS, type ControlInputs } from '../aircraft/index.js';
import {
	CHANNEL_INDEX as AT,
	emptyRow,
	keepRow,
	sampleOf,
	type Sample,
	type SampleRow
} from '../recording/index.js';
import type { Flight } from './flight.js';
import { FLIGHT_ENDS } from './setup.js';

const CONTROLS_AT = CONTROL_READINGS.map(([name, of]) => ({ at: AT[name], of }));

/** Writes one sample of a flight to a row, rounded as the recording keeps it, so that live and stored agree. */
export function writeSample(flight: Flight, inputs: ControlInputs, row: SampleRow): void {
	const truth = flight.truth();
	const { panel } = flight;
	const radio = flight.radio;
	row[AT.northNm] = truth.northNm;
	row[AT.eastNm] = truth.eastNm;
	row[AT.altitudeFt] = truth.altitudeFt;
	row[AT.indicatedAltitudeFt] = panel.altimeterFt;
	row[AT.verticalSpeedFpm] = truth.verticalSpeedFpm;
	row[AT.indicatedVerticalSpeedFpm] = panel.verticalSpeedFpm;
	row[AT.indicatedAirspeedKt] = panel.airspeedKias;
	row[AT.trueAirspeedKt] = truth.trueAirspeedKt;
	row[AT.groundspeedKt] = truth.groundspeedKt;
	row[AT.trackDeg] = truth.trackDeg;
	row[AT.headingDeg] = truth.headingDeg;
	row[AT.indicatedHeadingDeg] = panel.headingDeg;
	row[AT.pitchDeg] = truth.pitchDeg;
	row[AT.bankDeg] = truth.bankDeg;
	row[AT.turnRateDegPerSecond] = truth.turnRateDegPerSecond;
	row[AT.slipDeg] = truth.slipDeg;
	row[AT.rpm] = truth.rpm;
	row[AT.flapsDeg] = flight.surfaces.flapsDeg;
	row[AT.loadFactor] = truth.loadFactor;
	row[AT.angleOfAttackDeg] = truth.angleOfAttackDeg;
	row[AT.indicatedPitchDeg] = panel.pitchDeg;
	row[AT.indicatedBankDeg] = panel.bankDeg;
	row[AT.indicatedTurnRateDegPerSecond] = panel.turnRateDegPerSecond;
	row[AT.compassDeg] = panel.compassDeg;
	row[AT.failures] = flight.failureMask;
	row[AT.calibratedAirspeedKt] = truth.calibratedAirspeedKt;
	row[AT.manifoldPressureInHg] = panel.manifoldPressureInHg;
	row[AT.gear] = flight.surfaces.gear;
	row[AT.fuelL] = panel.fuelL;
	row[AT.stallWarning] = flight.stallWarning ? 1 : 0;
	row[AT.flightEnd] = flight.ended ? 1 + FLIGHT_ENDS.indexOf(flight.ended) : 0;
	row[AT.nav1Needle] = radio?.nav1Needle ?? 0;
	row[AT.nav1Flag] = radio?.nav1Flag ?? 0;
	row[AT.glideNeedle] = radio?.glideNeedle ?? 0;
	row[AT.glideValid] = radio?.glideValid ?? 0;
	row[AT.nav2Needle] = radio?.nav2Needle ?? 0;
	row[AT.nav2Flag] = radio?.nav2Flag ?? 0;
	row[AT.pointerDeg] = radio?.pointerDeg ?? 0;
	row[AT.pointerValid] = radio?.pointerValid ?? 0;
	row[AT.distanceNm] = radio?.distanceNm ?? -1;
	row[AT.marker] = radio?.marker ?? 0;
	row[AT.identified] = radio?.identified ?? 0;
	row[AT.rnavNeedle] = radio?.rnavNeedle ?? 0;
	row[AT.rnavScaleNm] = radio?.rnavValid ? radio.rnavScaleNm : 0;
	for (const { at, of } of CONTROLS_AT) row[at] = of(inputs);
	keepRow(row);
}

/** One sample of a flight by the names of its channels. */
export function sampleFlight(flight: Flight, inputs: ControlInputs): Sample {
	const row = emptyRow();
	writeSample(flight, inputs, row);
	return sampleOf(row);
}
