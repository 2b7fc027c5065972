import {
	METRES_PER_FT,
	METRES_PER_NM,
	MPS_PER_FPM,
	MPS_PER_KT,
	PA_PER_INHG,
	GRAVITY_MPS2,
	clamp,
	normalizeDeg,
	toDegrees,
	toRadians
} from '../units/index.js';
import {
	Airplane,
	airplaneIn,
	altimeterFt,
	attitudeOf,
	calibratedKt,
	calibratedFromImpactMps,
	DOWN,
	EAST,
	EquationsOfMotion,
	impactFromTruePa,
	indicatedKt,
	Integrator,
	NORTH,
	Powerplant,
	P,
	Q,
	R,
	SHAFT,
	STATE_LENGTH,
	U,
	V,
	W,
	radPerSecondToRpm,
	stillAir,
	trimmedFlight,
	trimWheelFor,
	trueAltitudeFt,
	type Aircraft,
	type Environment,
	type Surfaces,
	type VerticalSpeedKind
} from '../flight/index.js';
import {
	armFailures,
	failureMask,
	noFailures,
	settledInstruments,
	updateFailures,
	updateInstruments,
	type ArmedFailure,
	type FailureKind,
	type FailureSpec,
	type InstrumentSetup,
	type InstrumentState,
	type PanelReadings,
	type Sensed
} from '../instruments/index.js';
import type { Area } from '../area/area.js';
import { Radios, type RadioReadings, type RadioState } from '../radio/receivers.js';
import type { RadioSettings } from '../radio/settings.js';
import { attitudeAssist, type AssistState } from './assist.js';
import { NOTHING_SAID, type AssistLevel, type ControlInputs } from './controls.js';
import { SeededRandom } from './random.js';
import {
	stepGusts,
	stepSingleGust,
	stillGusts,
	turbulenceScales,
	type Gusts,
	type GustState
} from './turbulence.js';
import { Atmosphere, type Weather } from './weather.js';

/** Simulation steps in a second. */
export const STEPS_PER_SECOND = 120;
export const STEP_SECONDS = 1 / STEPS_PER_SECOND;
/** The vane answers this much before the wing separates: some 5 kt before the stall. */
const STALL_WARNING_DEG = 5;
const GEAR_BY_HAND_SECONDS = 20;
/** Steps between two readings of the radios, and between two looks at which stations reach the aircraft. */
const RADIO_STEPS = 4;
const RECEPTION_STEPS = 60;
/** How the governor turns the blades: by speed error, and at most, per second. */
const GOVERNOR_PITCH_PER_RPM_SECOND = 0.004;
const GOVERNOR_MOST_PER_SECOND = 0.35;

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
	assist: AssistState;
	random: number;
	fuelKg: number;
	/** Absent in a flight kept by an earlier version, or without radios. */
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

export type FlightEnd = 'surface' | 'overstress';

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

/**
 * One flight: the aeroplane in its air with its instruments, advanced by fixed steps from control
 * inputs alone. The same setup and inputs give the same flight bit for bit.
 */
export class Flight {
	readonly airplane: Airplane;
	private readonly equations: EquationsOfMotion;
	private readonly integrator: Integrator;
	private readonly atmosphere: Atmosphere;
	private readonly environment: Environment = stillAir(1.225);
	private readonly rates = new Float64Array(STATE_LENGTH);
	readonly state: Float64Array;
	readonly panel: PanelReadings;
	private readonly instruments: InstrumentState;
	private readonly instrumentSetup: InstrumentSetup;
	private readonly gustState: GustState = stillGusts();
	private readonly gusts: Gusts = {
		alongMps: 0,
		acrossMps: 0,
		downMps: 0,
		rollRadPerSecond: 0,
		windMps: 0
	};
	private readonly random: SeededRandom;
	/** When each failure of this flight begins. */
	private armed: ArmedFailure[];
	private fuelKg: number;
	private readonly emptyOfFuelKg: number;
	private readonly failed = noFailures();
	readonly initialControls: ControlInputs;
	private readonly radios: Radios | null;
	private assistState: AssistState;
	steps = 0;
	ended: FlightEnd | null = null;

	constructor(readonly setup: FlightSetup) {
		const { aircraft, weather, start, variationDeg } = setup;
		this.random = new SeededRandom(setup.seed);
		this.fuelKg = setup.fuelKg ?? aircraft.loading.standard.fuelKg;
		this.emptyOfFuelKg = aircraft.massKg - this.fuelKg;
		this.armed = armFailures(setup.failures, () => this.random.next());
		this.instrumentSetup = {
			dip: toRadians(setup.dipDeg),
			latitudeDeg: setup.latitudeDeg,
			staticErrorShare: aircraft.staticErrorShare,
			deviation: aircraft.compassDeviation,
			verticalSpeed: setup.verticalSpeed ?? aircraft.verticalSpeed,
			lean: {
				pitch: this.random.between(-1, 1),
				bank: this.random.next() < 0.5 ? this.random.between(-1, -0.6) : this.random.between(0.6, 1),
				heading: this.random.between(-1, 1)
			}
		};
		this.airplane = new Airplane(aircraft);
		this.equations = new EquationsOfMotion(this.airplane);
		this.integrator = new Integrator(this.equations);
		this.atmosphere = new Atmosphere(weather, variationDeg);
		// A start is what the dials shall show: the altimeter is set right, the air may be cold.
		const altitudeFt = trueAltitudeFt(
			start.altitudeFt,
			weather.seaLevelPressureHpa,
			weather.temperatureOffsetC
		);
		const trimmed = trimmedFlight(aircraft, {
			airspeedKcas: calibratedKt(aircraft, start.airspeedKias),
			verticalSpeedFpm: start.verticalSpeedFpm,
			altitudeFt,
			flapsDeg: start.flapsDeg,
			bankDeg: start.bankDeg ?? 0,
			gear: start.gearDown ? 1 : 0,
			governedRpm: start.governedRpm,
			headingDeg: start.headingDeg + variationDeg,
			seaLevelPressureHpa: weather.seaLevelPressureHpa,
			temperatureOffsetC: weather.temperatureOffsetC
		});
		this.state = trimmed.state;
		this.state[NORTH] = (start.northNm ?? 0) * METRES_PER_NM;
		this.state[EAST] = (start.eastNm ?? 0) * METRES_PER_NM;
		const mixture = Powerplant.leanedMixture(trimmed.environment.densityKgM3);
		Object.assign(this.airplane.surfaces, airplaneIn(trimmed, aircraft).surfaces, { mixture });
		// The trim was found in still air: carry the wind along.
		this.atmosphere.fill(altitudeFt * METRES_PER_FT, this.environment);
		this.addWindToVelocity();
		this.assistState = {
			pitchDeg: trimmed.pitchDeg,
			bankDeg: start.bankDeg ?? 0,
			elevatorIntegral: 0,
			rudderIntegral: 0
		};
		this.initialControls = {
			elevator: 0,
			aileron: 0,
			rudder: 0,
			throttle: trimmed.throttle,
			propeller: propellerLever(aircraft, start.governedRpm),
			mixture,
			gear: start.gearDown || !aircraft.gear ? 1 : 0,
			trim: clamp(trimWheelFor(aircraft, trimmed.elevatorDeg), -1, 1),
			flapsDeg: start.flapsDeg,
			altimeterSettingHpa: weather.seaLevelPressureHpa,
			headingKnobDeg: 0,
			alternateStatic: 0,
			covered: 0,
			...NOTHING_SAID,
			...(setup.radios ? { radios: setup.radios } : {})
		};
		const settled = settledInstruments(this.sense(), this.initialControls, this.instrumentSetup);
		this.panel = settled.panel;
		this.instruments = settled.state;
		this.radios = setup.area ? new Radios(setup.area, setup.seed) : null;
		this.tune(this.initialControls.radios, true);
	}

	/** What the radios show; null where there are none. */
	get radio(): Readonly<RadioReadings> | null {
		return this.radios?.readings ?? null;
	}

	private tune(settings: RadioSettings, lookAgain: boolean): void {
		if (!this.radios) return;
		// The instruments have just been read: the rates are those of this moment.
		const { state, rates } = this;
		const attitude = attitudeOf(state);
		const [north, east] = [rates[NORTH]! / MPS_PER_KT, rates[EAST]! / MPS_PER_KT];
		this.radios.update(
			settings,
			{
				timeSeconds: this.timeSeconds,
				northNm: state[NORTH]! / METRES_PER_NM,
				eastNm: state[EAST]! / METRES_PER_NM,
				altitudeFt: -state[DOWN]! / METRES_PER_FT,
				headingDeg: toDegrees(attitude.heading) - this.setup.variationDeg,
				bankDeg: toDegrees(attitude.bank),
				northKt: north,
				eastKt: east,
				groundspeedKt: Math.hypot(north, east),
				powered: this.panel.radioOn > 0,
				trouble: {
					nightEffect: this.failed['night-effect'],
					stationOff: this.failed['station-off']
				}
			},
			RADIO_STEPS * STEP_SECONDS,
			lookAgain
		);
	}

	private addWindToVelocity(): void {
		const { windNorthMps, windEastMps } = this.environment;
		if (windNorthMps === 0 && windEastMps === 0) return;
		const [w, x, y, z] = [this.state[6]!, this.state[7]!, this.state[8]!, this.state[9]!];
		this.state[U] =
			this.state[U]! + (w * w + x * x - y * y - z * z) * windNorthMps + 2 * (x * y + w * z) * windEastMps;
		this.state[V] =
			this.state[V]! + 2 * (x * y - w * z) * windNorthMps + (w * w - x * x + y * y - z * z) * windEastMps;
		this.state[W] = this.state[W]! + 2 * (x * z + w * y) * windNorthMps + 2 * (y * z - w * x) * windEastMps;
	}

	get timeSeconds(): number {
		return this.steps / STEPS_PER_SECOND;
	}

	/** Advances by one step of 1/120 s. Does nothing once the flight has ended. */
	step(inputs: ControlInputs): void {
		if (this.ended) return;
		updateFailures(this.failed, this.armed, this.timeSeconds);
		this.atmosphere.fill(-this.state[DOWN]!, this.environment);
		this.moveSurfaces(inputs);
		this.blow();
		this.integrator.step(this.state, this.environment, STEP_SECONDS);
		this.steps++;
		updateInstruments(
			this.instruments,
			this.panel,
			this.sense(),
			this.failed,
			inputs,
			this.instrumentSetup,
			STEP_SECONDS
		);
		if (this.steps % RADIO_STEPS === 0) this.tune(inputs.radios, this.steps % RECEPTION_STEPS === 0);
		if (this.state[DOWN]! >= 0) this.ended = 'surface';
		else if (Math.abs(this.equations.specificForceZ) > 8 * GRAVITY_MPS2) this.ended = 'overstress';
	}

	/** Turbulence and gusts of this step, laid over the steady wind. */
	private blow(): void {
		const { turbulence: level = 'none', gustKt = 0 } = this.setup.weather;
		const { state, gusts, environment } = this;
		if (gustKt > 0) stepSingleGust(this.gustState, this.random, gustKt * MPS_PER_KT, this.timeSeconds, gusts);
		if (level === 'none') {
			this.layGusts(environment);
			return;
		}
		const heightFt = -state[DOWN]! / METRES_PER_FT;
		const speed = Math.hypot(state[U]!, state[V]!, state[W]!);
		const scales = turbulenceScales(level, heightFt);
		stepGusts(this.gustState, this.random, scales, speed, this.airplane.spanM, STEP_SECONDS, gusts);
		this.layGusts(environment);
	}

	/** The present gusts, given along and across the heading, as wind over the ground. */
	private layGusts(environment: Environment): void {
		const { heading } = attitudeOf(this.state);
		const { alongMps, acrossMps, downMps, rollRadPerSecond, windMps } = this.gusts;
		if (windMps > 0) {
			// A gust strengthens the wind there is; in a calm it comes from where the nose points.
			const { windNorthMps: north, windEastMps: east } = environment;
			const speed = Math.hypot(north, east);
			environment.windNorthMps += windMps * (speed > 0 ? north / speed : -Math.cos(heading));
			environment.windEastMps += windMps * (speed > 0 ? east / speed : -Math.sin(heading));
		}
		environment.windNorthMps += alongMps * Math.cos(heading) - acrossMps * Math.sin(heading);
		environment.windEastMps += alongMps * Math.sin(heading) + acrossMps * Math.cos(heading);
		environment.windDownMps += downMps;
		environment.gustP = rollRadPerSecond;
	}

	/** Whether the stall warner sounds: from five degrees of angle of attack before the stall. */
	get stallWarning(): boolean {
		return toDegrees(this.equations.air.alpha) > this.airplane.stallAlphaDeg - STALL_WARNING_DEG;
	}

	/** Whether the gear warner sounds: not down, and either little power or more than approach flap. */
	get gearWarning(): boolean {
		const { gear, controls } = this.setup.aircraft;
		const { surfaces } = this.airplane;
		return (
			gear !== undefined &&
			surfaces.gear < 1 &&
			(this.panel.manifoldPressureInHg < gear.warnBelowManifoldInHg ||
				surfaces.flapsDeg > (controls.flapStepsDeg[1] ?? 0) + 1)
		);
	}

	/** Arms one more failure in flight; one of the same kind that was armed before gives way to it. */
	arm(failure: ArmedFailure): void {
		this.armed = [...this.armed.filter(({ kind }) => kind !== failure.kind), failure];
		updateFailures(this.failed, this.armed, this.timeSeconds);
	}

	/** Takes a failure back, or disarms it. */
	repair(kind: FailureKind): void {
		this.armed = this.armed.filter((one) => one.kind !== kind);
		this.failed[kind] = 0;
	}

	get failures(): readonly ArmedFailure[] {
		return this.armed;
	}

	/** The failures that have begun, as the recording keeps them. */
	get failureMask(): number {
		return failureMask(this.failed);
	}

	private moveSurfaces(inputs: ControlInputs): void {
		const { controls } = this.setup.aircraft;
		const { surfaces } = this.airplane;
		let { elevator, aileron, rudder } = inputs;
		if (this.setup.assist === 'attitude') {
			const attitude = attitudeOf(this.state);
			({ elevator, aileron, rudder } = attitudeAssist(
				this.assistState,
				inputs,
				{
					pitchDeg: toDegrees(attitude.pitch),
					bankDeg: toDegrees(attitude.bank),
					rollDegPerSecond: toDegrees(this.state[P]!),
					pitchDegPerSecond: toDegrees(this.state[Q]!),
					slipDeg: this.panel.ballDeg,
					calibratedKt: this.panel.airspeedKias
				},
				STEP_SECONDS
			));
		}
		const neutralDeg = -inputs.trim * controls.trimRangeDeg;
		const elevatorDeg =
			neutralDeg +
			(elevator > 0 ? elevator * controls.elevator.minimumDeg : -elevator * controls.elevator.maximumDeg);
		surfaces.elevatorDeg = approach(surfaces.elevatorDeg, elevatorDeg, controls.elevator);
		surfaces.aileronDeg = approach(
			surfaces.aileronDeg,
			aileron * controls.aileron.maximumDeg,
			controls.aileron
		);
		surfaces.rudderDeg = approach(surfaces.rudderDeg, -rudder * controls.rudder.maximumDeg, controls.rudder);
		const flapMove = controls.flapRateDegPerSecond * STEP_SECONDS;
		surfaces.flapsDeg += clamp(inputs.flapsDeg - surfaces.flapsDeg, -flapMove, flapMove);
		surfaces.throttle = clamp(inputs.throttle, 0, 1);
		surfaces.ice = this.failed['airframe-ice'];
		// A rough engine misses: some of its power, unevenly.
		const misses =
			this.failed['engine-rough'] * (0.35 + 0.25 * Math.sin(this.steps * 0.41) * Math.sin(this.steps * 0.17));
		surfaces.mixture = clamp(inputs.mixture, 0, 1);
		const { densityKgM3 } = this.environment;
		const fuelShare = Powerplant.fuelShare(surfaces.mixture, densityKgM3);
		const fed = this.fuelKg > 0 ? Powerplant.powerOfMixture(fuelShare) : 0;
		surfaces.engineHealth = (1 - this.failed['engine-out']) * (1 - misses) * fed;
		if (surfaces.engineHealth > 0) this.burn(fuelShare, densityKgM3);
		this.moveGear(inputs.gear);
		this.govern(inputs.propeller);
	}

	private burn(fuelShare: number, densityKgM3: number): void {
		const { airplane, state } = this;
		const burnt =
			STEP_SECONDS *
			airplane.powerplant.fuelKgPerSecond(airplane.surfaces.throttle, state[SHAFT]!, densityKgM3, fuelShare);
		this.fuelKg = Math.max(0, this.fuelKg - burnt);
		airplane.massKg = this.emptyOfFuelKg + this.fuelKg;
	}

	private moveGear(lever: number): void {
		const { gear } = this.setup.aircraft;
		if (!gear) return;
		const byHand = lever > 1.5;
		if (this.failed['gear-stuck'] > 0 && !byHand) return;
		const most = STEP_SECONDS / (byHand ? GEAR_BY_HAND_SECONDS : gear.travelSeconds);
		const { surfaces } = this.airplane;
		surfaces.gear = clamp(surfaces.gear + clamp((lever > 0.5 ? 1 : 0) - surfaces.gear, -most, most), 0, 1);
	}

	/** The governor turns the blades as fast as the shaft is off its speed: no error is left when it stands. */
	private govern(lever: number): void {
		const { propeller } = this.setup.aircraft;
		if (propeller.kind !== 'constant-speed') return;
		const { governorMinimumRpm: low, governorMaximumRpm: high, finePitch, coarsePitch } = propeller;
		const error = radPerSecondToRpm(this.state[SHAFT]!) - (low + clamp(lever, 0, 1) * (high - low));
		const rate = clamp(
			error * GOVERNOR_PITCH_PER_RPM_SECOND,
			-GOVERNOR_MOST_PER_SECOND,
			GOVERNOR_MOST_PER_SECOND
		);
		const { surfaces } = this.airplane;
		surfaces.propellerPitch = clamp(surfaces.propellerPitch + rate * STEP_SECONDS, finePitch, coarsePitch);
	}

	/** What the world does to the instruments now. */
	private sense(): Sensed {
		const { state, equations, environment, rates } = this;
		equations.derivative(state, environment, rates);
		const attitude = attitudeOf(state);
		const outside = this.atmosphere.air(-state[DOWN]!);
		return {
			staticPa: outside.staticPa,
			impactPa: impactFromTruePa(equations.air.trueAirspeedMps, outside.staticPa, outside.temperatureK),
			temperatureK: outside.temperatureK,
			heading: attitude.heading - toRadians(this.setup.variationDeg),
			pitch: attitude.pitch,
			bank: attitude.bank,
			turnRateDegPerSecond: toDegrees(
				(state[Q]! * Math.sin(attitude.bank) + state[R]! * Math.cos(attitude.bank)) / Math.cos(attitude.pitch)
			),
			rollRateDegPerSecond: toDegrees(state[P]!),
			specificForce: {
				x: equations.specificForceX,
				y: equations.specificForceY,
				z: equations.specificForceZ
			},
			rpm: radPerSecondToRpm(state[SHAFT]!),
			manifoldPressureInHg:
				(this.airplane.powerplant.manifoldRatio(this.airplane.surfaces.throttle, state[SHAFT]!) *
					outside.staticPa) /
				PA_PER_INHG,
			fuelL: this.fuelKg / this.setup.aircraft.loading.fuelKgPerL
		};
	}

	/** The true state of the flight, magnetic directions. */
	truth(): Truth {
		const { state, equations, environment, rates } = this;
		this.atmosphere.fill(-state[DOWN]!, environment);
		this.layGusts(environment);
		equations.derivative(state, environment, rates);
		const attitude = attitudeOf(state);
		const { air } = equations;
		const outside = this.atmosphere.air(-state[DOWN]!);
		const calibrated = calibratedFromImpactMps(
			impactFromTruePa(air.trueAirspeedMps, outside.staticPa, outside.temperatureK)
		);
		const north = rates[NORTH]!;
		const east = rates[EAST]!;
		const headingRate =
			(state[Q]! * Math.sin(attitude.bank) + state[R]! * Math.cos(attitude.bank)) / Math.cos(attitude.pitch);
		return {
			northNm: state[NORTH]! / METRES_PER_NM,
			eastNm: state[EAST]! / METRES_PER_NM,
			altitudeFt: -state[DOWN]! / METRES_PER_FT,
			verticalSpeedFpm: -rates[DOWN]! / MPS_PER_FPM,
			trueAirspeedKt: air.trueAirspeedMps / MPS_PER_KT,
			calibratedAirspeedKt: calibrated / MPS_PER_KT,
			groundspeedKt: Math.hypot(north, east) / MPS_PER_KT,
			trackDeg: normalizeDeg(toDegrees(Math.atan2(east, north)) - this.setup.variationDeg),
			headingDeg: normalizeDeg(toDegrees(attitude.heading) - this.setup.variationDeg),
			pitchDeg: toDegrees(attitude.pitch),
			bankDeg: toDegrees(attitude.bank),
			loadFactor: -equations.specificForceZ / GRAVITY_MPS2,
			angleOfAttackDeg: toDegrees(air.alpha),
			turnRateDegPerSecond: toDegrees(headingRate),
			slipDeg: toDegrees(Math.atan2(-equations.specificForceY, Math.max(1, -equations.specificForceZ))),
			rpm: radPerSecondToRpm(state[SHAFT]!)
		};
	}

	/** This moment as the start of another flight: what the dials would show if none of them lied. */
	asStart(inputs: ControlInputs): FlightSetup['start'] {
		const { aircraft, weather } = this.setup;
		const truth = this.truth();
		const { staticPa } = this.atmosphere.air(-this.state[DOWN]!);
		const { propeller, gear } = aircraft;
		return {
			altitudeFt: altimeterFt(staticPa, weather.seaLevelPressureHpa),
			headingDeg: truth.headingDeg,
			airspeedKias: indicatedKt(aircraft, truth.calibratedAirspeedKt),
			// No more than a card may begin with: a dive is made steady further on, not refused.
			verticalSpeedFpm: clamp(truth.verticalSpeedFpm, -2000, 2000),
			flapsDeg: this.surfaces.flapsDeg,
			bankDeg: clamp(truth.bankDeg, -60, 60),
			northNm: truth.northNm,
			eastNm: truth.eastNm,
			...(gear ? { gearDown: this.surfaces.gear > 0.5 } : {}),
			...(propeller.kind === 'constant-speed'
				? {
						governedRpm:
							propeller.governorMinimumRpm +
							inputs.propeller * (propeller.governorMaximumRpm - propeller.governorMinimumRpm)
					}
				: {})
		};
	}

	get surfaces(): Readonly<Surfaces> {
		return this.airplane.surfaces;
	}

	/** Plain copy of everything that changes. */
	snapshot(): FlightSnapshot {
		return {
			steps: this.steps,
			state: Array.from(this.state),
			surfaces: { ...this.airplane.surfaces },
			panel: { ...this.panel },
			instruments: { ...this.instruments },
			gusts: { ...this.gustState, ...this.gusts },
			random: this.random.state,
			...(this.radios ? { radio: this.radios.snapshot() } : {}),
			fuelKg: this.fuelKg,
			failures: this.armed.map((one) => ({ ...one })),
			assist: { ...this.assistState },
			ended: this.ended
		};
	}

	/** Goes to a moment kept by `snapshot` of a flight with the same setup. */
	restore(snapshot: FlightSnapshot): void {
		this.steps = snapshot.steps;
		this.state.set(snapshot.state);
		Object.assign(this.airplane.surfaces, snapshot.surfaces);
		takeKnown(this.panel, snapshot.panel);
		takeKnown(this.instruments, snapshot.instruments);
		takeKnown(this.gustState, snapshot.gusts);
		takeKnown(this.gusts, snapshot.gusts);
		this.random.state = snapshot.random;
		// A flight kept by an earlier version of the trainer has no word of these.
		this.armed = (snapshot.failures ?? this.armed).map((one) => ({ ...one, kind: one.kind as FailureKind }));
		if (snapshot.radio) this.radios?.restore(snapshot.radio);
		this.fuelKg = snapshot.fuelKg ?? this.fuelKg;
		this.airplane.massKg = this.emptyOfFuelKg + this.fuelKg;
		Object.assign(this.failed, noFailures());
		updateFailures(this.failed, this.armed, this.timeSeconds);
		this.assistState = { ...snapshot.assist };
		this.ended = snapshot.ended;
	}
}

/** Copies the numbers of the keys that the target has. */
function takeKnown<T extends object>(target: T, source: object): void {
	for (const key of Object.keys(target) as (keyof T)[]) {
		const value = (source as Partial<T>)[key];
		if (typeof value === 'number') target[key] = value as T[keyof T];
	}
}

function approach(
	nowDeg: number,
	wantedDeg: number,
	limits: { minimumDeg: number; maximumDeg: number; rateDegPerSecond: number }
): number {
	const most = limits.rateDegPerSecond * STEP_SECONDS;
	return nowDeg + clamp(clamp(wantedDeg, limits.minimumDeg, limits.maximumDeg) - nowDeg, -most, most);
}
