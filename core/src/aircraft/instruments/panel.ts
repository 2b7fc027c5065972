import {
	clamp,
	GRAVITY_MPS2,
	METRES_PER_FT,
	MPS_PER_FPM,
	MPS_PER_KT,
	normalizeDeg,
	toDegrees
} from '../../base/index.js';
import {
	altimeterFt,
	calibratedFromImpactMps,
	pressureAltitudeM,
	SEA_LEVEL_PRESSURE_PA
} from '../../world/index.js';
import type { FailureLevels } from '../failures.js';
import { cardAimDeg, deviationDeg, swingCard, type BodyVector } from './compass.js';
import { gripOf, shownDeg, stepAttitudeGyro, type AttitudeGyro, type CaseMotion } from './gyro.js';
import type {
	InstrumentInputs,
	InstrumentSetup,
	InstrumentState,
	PanelReadings,
	Sensed
} from './readings.js';

/**
 * Time constants, s. Airspeed and altitude: lines and mechanism, some tenths of a second. Vertical
 * speed: the leak of its chamber; 2.6 s shows 90 % of a change after 6 s. Turn rate and ball: rotor
 * spring and the liquid's damping.
 */
const INSTRUMENT_LAG_SECONDS = {
	airspeedKias: 0.3,
	altimeterFt: 0.2,
	verticalSpeedFpm: 2.6,
	turnRateDegPerSecond: 0.4,
	ballDeg: 0.3,
	rpm: 0.15
} as const;

const NORMAL_SUCTION_INHG = 5;
/** A rotor without drive runs down over minutes and up again in less. */
const RUN_DOWN_SECONDS = 150;
const RUN_UP_SECONDS = 40;
const ELECTRIC_RUN_DOWN_SECONDS = 25;
/** Wander of a heading gyro that runs down, at most, °/s. */
const DYING_WANDER_DEG_PER_SECOND = 0.3;
const LEAN_FAILURE_DEG = 6;
/** Friction drift of the heading gyro at most, °/h, beside the turning of the earth. */
const FRICTION_DRIFT_DEG_PER_HOUR = 12;
const EARTH_RATE_DEG_PER_HOUR = 15.041;
/** Share of roll rate that a canted turn gyro feels as turn. */
const ROLL_IN_TURN = 0.3;
const BATTERY_SECONDS = 15 * 60;
const STANDBY_BATTERY_SECONDS = 30 * 60;
/** After this the pumps of an instantaneous vertical speed no longer feel a steady turn. */
const PUMP_REST_SECONDS = 8;
/** Below atmospheric by this share of impact pressure: the air in the cabin is sucked on. */
const ALTERNATE_STATIC_SHARE = -0.06;
const DRAIN_SECONDS = 2;
const THERMOMETER_SECONDS = 20;

const pressureAltitudeFt = (pressurePa: number): number =>
	pressureAltitudeM(pressurePa / SEA_LEVEL_PRESSURE_PA) / METRES_PER_FT;
const lag = (seconds: number, constant: number): number => 1 - Math.exp(-seconds / constant);

/** What each lag lets through in a step of a length: worked out once for all steps of it. */
const lagsOf = (seconds: number) => ({
	seconds,
	airspeed: lag(seconds, INSTRUMENT_LAG_SECONDS.airspeedKias),
	altimeter: lag(seconds, INSTRUMENT_LAG_SECONDS.altimeterFt),
	verticalSpeed: lag(seconds, INSTRUMENT_LAG_SECONDS.verticalSpeedFpm),
	turnRate: lag(seconds, INSTRUMENT_LAG_SECONDS.turnRateDegPerSecond),
	ball: lag(seconds, INSTRUMENT_LAG_SECONDS.ballDeg),
	rpm: lag(seconds, INSTRUMENT_LAG_SECONDS.rpm),
	thermometer: lag(seconds, THERMOMETER_SECONDS),
	drain: lag(seconds, DRAIN_SECONDS),
	pumpRest: lag(seconds, PUMP_REST_SECONDS),
	electric: lag(seconds, ELECTRIC_RUN_DOWN_SECONDS),
	runDown: lag(seconds, RUN_DOWN_SECONDS),
	runUp: lag(seconds, RUN_UP_SECONDS)
});
let lags = lagsOf(1 / 60);

/** Taken out and put back within a step: no objects are made in it. */
const scratchGyro: AttitudeGyro = { errorPitchDeg: 0, errorBankDeg: 0, tumbleDegPerSecond: 0 };
const scratchMotion: CaseMotion = {
	pitchDeg: 0,
	bankDeg: 0,
	pitchRateDegPerSecond: 0,
	bankRateDegPerSecond: 0,
	loadFactor: 1
};
function caseMotion(sensed: Sensed): CaseMotion {
	scratchMotion.pitchDeg = toDegrees(sensed.pitch);
	scratchMotion.bankDeg = toDegrees(sensed.bank);
	scratchMotion.pitchRateDegPerSecond = sensed.pitchRateDegPerSecond;
	scratchMotion.bankRateDegPerSecond = sensed.bankRateDegPerSecond;
	scratchMotion.loadFactor = -sensed.specificForce.z / GRAVITY_MPS2;
	return scratchMotion;
}
/** A horizon's drum shows no more than straight up and down. */
const shownPitchDeg = (deg: number): number => clamp(deg, -90, 90);

/** Instruments that have been running for a while in this flight. */
export function settledInstruments(
	sensed: Sensed,
	inputs: InstrumentInputs,
	setup: InstrumentSetup
): { state: InstrumentState; panel: PanelReadings } {
	const staticPa = sensed.staticPa + setup.staticErrorShare * sensed.impactPa;
	const headingDeg = normalizeDeg(toDegrees(sensed.heading));
	const state: InstrumentState = {
		pitotPa: sensed.staticPa + sensed.impactPa,
		staticPa,
		chamberFt: pressureAltitudeFt(staticPa),
		vacuumRotor: 1,
		electricRotor: 1,
		attitudeErrorPitchDeg: 0,
		attitudeErrorBankDeg: 0,
		attitudeTumbleDegPerSecond: 0,
		headingDriftDeg: 0,
		stuckHeadingDeg: headingDeg,
		capsulePa: staticPa,
		batterySeconds: BATTERY_SECONDS,
		standbyBatterySeconds: STANDBY_BATTERY_SECONDS,
		standbyRotor: 1,
		standbyErrorPitchDeg: 0,
		standbyErrorBankDeg: 0,
		standbyTumbleDegPerSecond: 0,
		pumpFpm: 0,
		pumpRestMps2: feltUpMps2(sensed),
		cardDeg: cardAimDeg(sensed.heading, sensed.pitch, sensed.bank, setup.dip, sensed.specificForce),
		cardRateDegPerSecond: 0
	};
	const panel: PanelReadings = {
		airspeedKias: calibratedFromImpactMps(state.pitotPa - state.staticPa) / MPS_PER_KT,
		altimeterFt: altimeterFt(staticPa, inputs.altimeterSettingHpa),
		verticalSpeedFpm: 0,
		pitchDeg: toDegrees(sensed.pitch),
		bankDeg: toDegrees(sensed.bank),
		headingDeg,
		turnRateDegPerSecond: sensed.turnRateDegPerSecond,
		ballDeg: ballOf(sensed.specificForce),
		rpm: sensed.rpm,
		compassDeg: normalizeDeg(state.cardDeg + deviationDeg(headingDeg, setup.deviation)),
		suctionInHg: NORMAL_SUCTION_INHG,
		ammeterA: 3,
		outsideAirTempC: sensed.temperatureK - 273.15,
		manifoldPressureInHg: sensed.manifoldPressureInHg,
		fuelL: sensed.fuelL,
		standbyPitchDeg: toDegrees(sensed.pitch),
		standbyBankDeg: toDegrees(sensed.bank),
		radioOn: 1
	};
	return { state, panel };
}

/** The two pumps are canted against each other so that this share of what a banked turn weighs is left out. */
const TURN_CANCELLED = 0.9;
/** Banked further they no longer cancel it. */
const LEAST_COSINE = 0.4;

/** What accelerometers across the floor feel beyond one g, most of the weight of a turn left out. */
const feltUpMps2 = ({ specificForce, bank }: Sensed): number =>
	-specificForce.z - GRAVITY_MPS2 * (1 + TURN_CANCELLED * (1 / Math.max(LEAST_COSINE, Math.cos(bank)) - 1));

const ballOf = ({ y, z }: BodyVector): number => toDegrees(Math.atan2(-y, Math.max(1, -z)));

/** Moves the instruments on by one step. */
export function updateInstruments(
	state: InstrumentState,
	panel: PanelReadings,
	sensed: Sensed,
	failed: FailureLevels,
	inputs: InstrumentInputs,
	setup: InstrumentSetup,
	seconds: number
): void {
	if (lags.seconds !== seconds) lags = lagsOf(seconds);
	updatePitotStatic(state, panel, sensed, failed, inputs, setup, seconds);
	updateGyros(state, panel, sensed, failed, inputs, setup, seconds);
	panel.ballDeg += (ballOf(sensed.specificForce) - panel.ballDeg) * lags.ball;
	panel.rpm += (sensed.rpm - panel.rpm) * lags.rpm;
	panel.manifoldPressureInHg += (sensed.manifoldPressureInHg - panel.manifoldPressureInHg) * lags.rpm;
	panel.fuelL = sensed.fuelL;
	panel.outsideAirTempC += (sensed.temperatureK - 273.15 - panel.outsideAirTempC) * lags.thermometer;
	const aimDeg = cardAimDeg(sensed.heading, sensed.pitch, sensed.bank, setup.dip, sensed.specificForce);
	swingCard(state, aimDeg, seconds);
	panel.compassDeg = normalizeDeg(state.cardDeg + deviationDeg(toDegrees(sensed.heading), setup.deviation));
}

function updatePitotStatic(
	state: InstrumentState,
	panel: PanelReadings,
	sensed: Sensed,
	failed: FailureLevels,
	inputs: InstrumentInputs,
	setup: InstrumentSetup,
	seconds: number
): void {
	if (inputs.alternateStatic > 0.5)
		state.staticPa = sensed.staticPa + ALTERNATE_STATIC_SHARE * sensed.impactPa;
	else if (failed['static-blocked'] === 0)
		state.staticPa = sensed.staticPa + setup.staticErrorShare * sensed.impactPa;
	if (failed['pitot-blocked'] > 0) {
		// Shut in: the line keeps the pressure it had.
	} else if (failed['pitot-ram'] > 0) state.pitotPa += (sensed.staticPa - state.pitotPa) * lags.drain;
	else state.pitotPa = sensed.staticPa + sensed.impactPa;

	const airspeed = calibratedFromImpactMps(state.pitotPa - state.staticPa) / MPS_PER_KT;
	panel.airspeedKias += (airspeed - panel.airspeedKias) * lags.airspeed;
	// The capsules follow the line; the setting is geared to the needle and moves it at once.
	state.capsulePa += (state.staticPa - state.capsulePa) * lags.altimeter;
	if (failed['altimeter-stuck'] === 0)
		panel.altimeterFt = altimeterFt(state.capsulePa, inputs.altimeterSettingHpa);
	// The chamber follows the line through its leak; the needle shows the difference.
	const constant = INSTRUMENT_LAG_SECONDS.verticalSpeedFpm;
	const lineFt = pressureAltitudeFt(state.staticPa);
	state.chamberFt += (lineFt - state.chamberFt) * lags.verticalSpeed;
	panel.verticalSpeedFpm = ((lineFt - state.chamberFt) / constant) * 60;
	if (setup.verticalSpeed === 'instantaneous') {
		// The pumps give what the chamber still owes: acceleration through the same time constant.
		const felt = feltUpMps2(sensed);
		state.pumpRestMps2 += (felt - state.pumpRestMps2) * lags.pumpRest;
		state.pumpFpm +=
			((felt - state.pumpRestMps2) / MPS_PER_FPM) * seconds - state.pumpFpm * lags.verticalSpeed;
		// A blocked line stops the air that they move, too.
		if (failed['static-blocked'] === 0 || inputs.alternateStatic > 0) panel.verticalSpeedFpm += state.pumpFpm;
	}
}

/**
 * Attitude and heading as their dials show them at an attitude, rad, with the errors that the gyros have: cards on gimbals
 * follow at once, so they may be shown between two steps of the instruments.
 */
export function showGyros(
	state: InstrumentState,
	panel: PanelReadings,
	{ heading, pitch, bank }: Pick<Sensed, 'heading' | 'pitch' | 'bank'>,
	failed: FailureLevels,
	inputs: InstrumentInputs
): void {
	const pitchDeg = toDegrees(pitch);
	const bankDeg = toDegrees(bank);
	panel.standbyPitchDeg = shownPitchDeg(pitchDeg + state.standbyErrorPitchDeg);
	panel.standbyBankDeg = shownDeg(bankDeg + state.standbyErrorBankDeg);
	panel.bankDeg = shownDeg(bankDeg + state.attitudeErrorBankDeg);
	panel.pitchDeg = shownPitchDeg(pitchDeg + state.attitudeErrorPitchDeg);
	const headingDeg = normalizeDeg(toDegrees(heading) + state.headingDriftDeg + inputs.headingKnobDeg);
	if (failed['heading-stuck'] === 0) state.stuckHeadingDeg = headingDeg - inputs.headingKnobDeg;
	panel.headingDeg = normalizeDeg(state.stuckHeadingDeg + inputs.headingKnobDeg);
}

function updateGyros(
	state: InstrumentState,
	panel: PanelReadings,
	sensed: Sensed,
	failed: FailureLevels,
	inputs: InstrumentInputs,
	setup: InstrumentSetup,
	seconds: number
): void {
	// The pump turns with the engine and gives its full suction from a fast idle on.
	panel.suctionInHg = NORMAL_SUCTION_INHG * (1 - failed.vacuum) * clamp(sensed.rpm / 1200, 0, 1);
	const drive = clamp(panel.suctionInHg / NORMAL_SUCTION_INHG, 0, 1);
	state.vacuumRotor += (drive - state.vacuumRotor) * (drive < state.vacuumRotor ? lags.runDown : lags.runUp);

	const charging = failed.alternator < 0.5;
	state.batterySeconds = charging ? BATTERY_SECONDS : Math.max(0, state.batterySeconds - seconds);
	panel.ammeterA = charging ? 3 : state.batterySeconds > 0 ? -12 : 0;
	const power = state.batterySeconds > 0 && failed['turn-coordinator'] === 0 ? 1 : 0;
	state.electricRotor += (power - state.electricRotor) * lags.electric;

	panel.radioOn = state.batterySeconds > 0 && failed.radio < 1 ? 1 : 0;
	state.standbyBatterySeconds =
		state.batterySeconds > 0 ? STANDBY_BATTERY_SECONDS : Math.max(0, state.standbyBatterySeconds - seconds);
	state.standbyRotor += ((state.standbyBatterySeconds > 0 ? 1 : 0) - state.standbyRotor) * lags.runDown;
	const motion = caseMotion(sensed);
	const standby = scratchGyro;
	standby.errorPitchDeg = state.standbyErrorPitchDeg;
	standby.errorBankDeg = state.standbyErrorBankDeg;
	standby.tumbleDegPerSecond = state.standbyTumbleDegPerSecond;
	stepAttitudeGyro(standby, motion, state.standbyRotor, setup.standbyLean, 0, seconds);
	state.standbyErrorPitchDeg = standby.errorPitchDeg;
	state.standbyErrorBankDeg = standby.errorBankDeg;
	state.standbyTumbleDegPerSecond = standby.tumbleDegPerSecond;

	const attitude = scratchGyro;
	attitude.errorPitchDeg = state.attitudeErrorPitchDeg;
	attitude.errorBankDeg = state.attitudeErrorBankDeg;
	attitude.tumbleDegPerSecond = state.attitudeTumbleDegPerSecond;
	const leanTarget = failed['attitude-lean'] * LEAN_FAILURE_DEG * (setup.lean.bank >= 0 ? 1 : -1);
	stepAttitudeGyro(attitude, motion, state.vacuumRotor, setup.lean, leanTarget, seconds);
	state.attitudeErrorPitchDeg = attitude.errorPitchDeg;
	state.attitudeErrorBankDeg = attitude.errorBankDeg;
	state.attitudeTumbleDegPerSecond = attitude.tumbleDegPerSecond;

	const grip = gripOf(state.vacuumRotor);
	const driftPerHour =
		-EARTH_RATE_DEG_PER_HOUR * setup.sineOfLatitude + FRICTION_DRIFT_DEG_PER_HOUR * setup.lean.heading;
	// A card whose rotor runs down wanders off and is taken along by its case; one that has stopped stands.
	const wander = DYING_WANDER_DEG_PER_SECOND * Math.max(0, 1 - state.vacuumRotor) * (1 - grip);
	state.headingDriftDeg +=
		(driftPerHour / 3600 + wander * setup.lean.heading - grip * sensed.turnRateDegPerSecond) * seconds;
	showGyros(state, panel, sensed, failed, inputs);

	const felt =
		(sensed.turnRateDegPerSecond + ROLL_IN_TURN * sensed.rollRateDegPerSecond) * state.electricRotor;
	panel.turnRateDegPerSecond += (felt - panel.turnRateDegPerSecond) * lags.turnRate;
}
