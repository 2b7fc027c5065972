import { CHANNEL_NAMES, kept, type Sample } from '../recording/index.js';
import type { RadioSettings } from '../world/index.js';
import type { AssistLevel, ControlInputs } from './controls.js';
import type { Flight } from './flight.js';

const POINTER_CODE: Record<RadioSettings['pointer'], number> = { nav1: 0, nav2: 1, adf: 2 };
const ASSIST_CODE: Record<AssistLevel, number> = { direct: 0, attitude: 1 };

/** One sample of a flight, rounded as the recording keeps it, so that live and stored agree. */
export function sampleFlight(flight: Flight, inputs: ControlInputs): Sample {
	const truth = flight.truth();
	const { panel } = flight;
	const { radios } = inputs;
	const radio = flight.radio;
	const [one, two] = inputs.mark.lines ?? [];
	const sample: Sample = {
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
		throttle: inputs.throttle,
		elevatorInput: inputs.elevator,
		aileronInput: inputs.aileron,
		rudderInput: inputs.rudder,
		trim: inputs.trim,
		flapsDeg: flight.surfaces.flapsDeg,
		loadFactor: truth.loadFactor,
		angleOfAttackDeg: truth.angleOfAttackDeg,
		altimeterSettingHpa: inputs.altimeterSettingHpa,
		assist: ASSIST_CODE[flight.setup.assist],
		indicatedPitchDeg: panel.pitchDeg,
		indicatedBankDeg: panel.bankDeg,
		indicatedTurnRateDegPerSecond: panel.turnRateDegPerSecond,
		compassDeg: panel.compassDeg,
		failures: flight.failureMask,
		covered: inputs.covered,
		calibratedAirspeedKt: truth.calibratedAirspeedKt,
		manifoldPressureInHg: panel.manifoldPressureInHg,
		propellerInput: inputs.propeller,
		mixtureInput: inputs.mixture,
		gear: flight.surfaces.gear,
		fuelL: panel.fuelL,
		named: inputs.named,
		byInstructor: inputs.byInstructor,
		alternateStatic: inputs.alternateStatic,
		stallWarning: flight.stallWarning ? 1 : 0,
		nav1MHz: radios.nav1.activeMHz,
		nav1CourseDeg: radios.nav1.courseDeg,
		nav1Needle: radio?.nav1Needle ?? 0,
		nav1Flag: radio?.nav1Flag ?? 0,
		glideNeedle: radio?.glideNeedle ?? 0,
		glideValid: radio?.glideValid ?? 0,
		nav2MHz: radios.nav2.activeMHz,
		nav2CourseDeg: radios.nav2.courseDeg,
		nav2Needle: radio?.nav2Needle ?? 0,
		nav2Flag: radio?.nav2Flag ?? 0,
		adfKHz: radios.adf.activeKHz,
		pointerDeg: radio?.pointerDeg ?? 0,
		pointerValid: radio?.pointerValid ?? 0,
		pointerSource: POINTER_CODE[radios.pointer],
		distanceNm: radio?.distanceNm ?? -1,
		marker: radio?.marker ?? 0,
		identified: radio?.identified ?? 0,
		rnavNeedle: radio?.rnavNeedle ?? 0,
		rnavScaleNm: radio?.rnavValid ? radio.rnavScaleNm : 0,
		needleSource: radios.needle === 'rnav' ? 1 : 0,
		calls: inputs.calls,
		marks: inputs.mark.count,
		markNorthNm: inputs.mark.northNm,
		markEastNm: inputs.mark.eastNm,
		line1NorthNm: one?.northNm ?? 0,
		line1EastNm: one?.eastNm ?? 0,
		line1Deg: one?.radialDeg ?? -1,
		line2NorthNm: two?.northNm ?? 0,
		line2EastNm: two?.eastNm ?? 0,
		line2Deg: two?.radialDeg ?? -1
	};
	for (const name of CHANNEL_NAMES) sample[name] = kept(name, sample[name]);
	return sample;
}
