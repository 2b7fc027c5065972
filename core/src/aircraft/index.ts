export {
	AIRCRAFT_EDITIONS,
	Aircraft,
	Loading,
	VerticalSpeedKind,
	type AircraftLimits,
	type Configuration
} from './aircraft.js';
export { Airplane, type Surfaces } from './airplane.js';
export { angleOfAttackOf, attitudeOf, setAttitude, velocityOverGroundKt } from './attitude.js';
export { configurationFlight, powerOf, powerUnit, type PowerUnit } from './configurations.js';
export {
	AssistLevel,
	CONTROL_CHANNELS,
	CONTROL_READINGS,
	ControlInputs,
	DECISION,
	DrawnLine,
	FLYING_CONTROLS,
	HELD_CONTROLS,
	MOST_LINES,
	QUADRANT,
	SPRUNG_CONTROLS,
	inputsAtRest,
	only,
	type ChannelDefinition,
	type ControlChannel,
	type HeldAction,
	type HeldKeys
} from './controls.js';
export { EquationsOfMotion, Integrator } from './dynamics.js';
export {
	AFFECTED_INSTRUMENTS,
	FAILURES,
	FAILURE_KINDS,
	FailureSpec,
	armFailures,
	failureMask,
	noFailures,
	type ArmedFailure,
	type FailureKind,
	type FailureLevels,
	updateFailures
} from './failures.js';
export {
	CompassInput,
	CompassOutput,
	CompassTurnInput,
	CompassTurnOutput,
	cardAimDeg,
	deviationDeg,
	solveCompass,
	solveCompassTurn
} from './instruments/compass.js';
export { INSTRUMENTS, INSTRUMENT_NAMES, coverBit, type Instrument } from './instruments/instruments.js';
export { settledInstruments, showGyros, updateInstruments } from './instruments/panel.js';
export {
	type InstrumentSetup,
	type InstrumentState,
	type PanelReadings,
	type Sensed
} from './instruments/readings.js';
export { loadedAircraft, massAndBalance, type Weighed } from './loading.js';
export { LinearModel, ModesInput, ModesOutput, modesAbout, solveModes } from './modes.js';
export { Powerplant, radPerSecondToRpm, rpmToRadPerSecond } from './powerplant.js';
export { TrimInput, TrimOutput, solveTrim } from './solve-trim.js';
export { DOWN, EAST, NORTH, P, Q, QW, QX, QY, QZ, R, SHAFT, STATE_LENGTH, U, V, W } from './state.js';
export {
	airplaneIn,
	calibratedKt,
	indicatedKt,
	trimWheelFor,
	trimmedAtThrottle,
	trimmedFlight,
	type TrimCondition
} from './trim.js';
