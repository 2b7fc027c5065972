export { Aircraft, type Configuration, Loading, LoadingData, VerticalSpeedKind } from './aircraft.js';
export { Airplane, type Surfaces } from './airplane.js';
export { attitudeOf, setAttitude } from './attitude.js';
export { type PowerUnit, configurationFlight, powerOf, powerUnit } from './configurations.js';
export {
	DOWN,
	EAST,
	EquationsOfMotion,
	Integrator,
	NORTH,
	P,
	Q,
	QW,
	R,
	SHAFT,
	STATE_LENGTH,
	U,
	V,
	W
} from './dynamics.js';
export {
	type ArmedFailure,
	FAILURES,
	FAILURE_KINDS,
	type FailureKind,
	type FailureLevels,
	FailureSpec,
	AFFECTED_INSTRUMENTS,
	armFailures,
	failureMask,
	noFailures,
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
export { INSTRUMENTS, INSTRUMENT_NAMES, type Instrument, coverBit } from './instruments/instruments.js';
export { settledInstruments, updateInstruments } from './instruments/panel.js';
export {
	type InstrumentSetup,
	type InstrumentState,
	type PanelReadings,
	type Sensed
} from './instruments/readings.js';
export { type Weighed, loadedAircraft, massAndBalance } from './loading.js';
export { LinearModel, ModesInput, ModesOutput, modesAbout, solveModes } from './modes.js';
export { Powerplant, radPerSecondToRpm, rpmToRadPerSecond } from './powerplant.js';
export { TrimInput, TrimOutput, solveTrim } from './solve-trim.js';
export {
	type TrimCondition,
	airplaneIn,
	calibratedKt,
	indicatedKt,
	standardDay,
	trimWheelFor,
	trimmedAtThrottle,
	trimmedFlight
} from './trim.js';
