import type { ControlInputs } from '../aircraft/index.js';
import {
	Airplane,
	airplaneIn,
	armFailures,
	attitudeOf,
	calibratedKt,
	DOWN,
	EAST,
	EquationsOfMotion,
	failureMask,
	indicatedKt,
	Integrator,
	noFailures,
	NORTH,
	P,
	Powerplant,
	Q,
	QW,
	QX,
	QY,
	QZ,
	R,
	radPerSecondToRpm,
	settledInstruments,
	showGyros,
	SHAFT,
	STATE_LENGTH,
	trimmedFlight,
	trimWheelFor,
	U,
	updateFailures,
	updateInstruments,
	V,
	velocityOverGroundKt,
	W,
	type ArmedFailure,
	type FailureKind,
	type InstrumentSetup,
	type InstrumentState,
	type PanelReadings,
	type Sensed,
	type Surfaces,
	inputsAtRest
} from '../aircraft/index.js';
import {
	clamp,
	GRAVITY_MPS2,
	METRES_PER_FT,
	METRES_PER_NM,
	MPS_PER_FPM,
	MPS_PER_KT,
	normalizeDeg,
	PA_PER_INHG,
	SeededRandom,
	toDegrees,
	toRadians
} from '../base/index.js';
import {
	altimeterFt,
	Atmosphere,
	calibratedFromImpactMps,
	impactFromTruePa,
	Radios,
	stepGusts,
	stepSingleGust,
	stillAir,
	stillGusts,
	trueAltitudeFt,
	turbulenceScales,
	type Environment,
	type Gusts,
	type GustState,
	type RadioReadings,
	type RadioSettings
} from '../world/index.js';
import { AirframeLimits } from './airframe-limits.js';
import {
	propellerLever,
	type FlightEnd,
	type FlightSetup,
	type FlightSnapshot,
	type Truth
} from './setup.js';
import {
	PANEL_STEPS,
	PICTURE_STEPS,
	RADIO_STEPS,
	RECEPTION_STEPS,
	STEP_SECONDS,
	STEPS_PER_SECOND
} from './steps.js';
import { Systems } from './systems.js';

/** The vane answers this much before the wing separates: some 5 kt before the stall. */
const STALL_WARNING_DEG = 5;
/** Straight up and down the heading has no rate. */
const LEAST_COSINE = 0.05;
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
	private readonly failed = noFailures();
	readonly initialControls: ControlInputs;
	private readonly radios: Radios | null;
	/** What the radios are told of the flight, filled anew each time. */
	private readonly carried = {
		timeSeconds: 0,
		northNm: 0,
		eastNm: 0,
		altitudeFt: 0,
		headingDeg: 0,
		bankDeg: 0,
		northKt: 0,
		eastKt: 0,
		groundspeedKt: 0,
		powered: true,
		trouble: { nightEffect: 0, stationOff: 0 }
	};
	private readonly systems: Systems;
	/** Whether the air moves by itself. */
	private readonly blows: boolean;
	private readonly sensed: Sensed = {
		staticPa: 0,
		impactPa: 0,
		temperatureK: 0,
		heading: 0,
		pitch: 0,
		bank: 0,
		turnRateDegPerSecond: 0,
		rollRateDegPerSecond: 0,
		pitchRateDegPerSecond: 0,
		bankRateDegPerSecond: 0,
		specificForce: { x: 0, y: 0, z: 0 },
		rpm: 0,
		manifoldPressureInHg: 0,
		fuelL: 0
	};
	private readonly limits: AirframeLimits;
	private readonly variation: number;
	steps = 0;
	ended: FlightEnd | null = null;

	constructor(readonly setup: FlightSetup) {
		const { aircraft, weather, start, variationDeg } = setup;
		this.random = new SeededRandom(setup.seed);
		this.variation = toRadians(variationDeg);
		this.armed = armFailures(setup.failures, () => this.random.next());
		const lean = {
			pitch: this.random.between(-1, 1),
			bank: this.random.next() < 0.5 ? this.random.between(-1, -0.6) : this.random.between(0.6, 1),
			heading: this.random.between(-1, 1)
		};
		this.instrumentSetup = {
			dip: toRadians(setup.dipDeg),
			sineOfLatitude: Math.sin(toRadians(setup.latitudeDeg)),
			staticErrorShare: aircraft.staticErrorShare,
			deviation: aircraft.compassDeviation,
			verticalSpeed: setup.verticalSpeed ?? aircraft.verticalSpeed,
			lean,
			standbyLean: { pitch: -lean.pitch, bank: -lean.bank }
		};
		this.blows = (weather.turbulence ?? 'none') !== 'none' || (weather.gustKt ?? 0) > 0;
		this.airplane = new Airplane(aircraft);
		this.limits = new AirframeLimits(aircraft);
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
		this.systems = new Systems(
			this.airplane,
			setup.assist,
			setup.fuelKg ?? aircraft.loading.standard.fuelKg,
			{ pitchDeg: trimmed.pitchDeg, bankDeg: start.bankDeg ?? 0 }
		);
		this.initialControls = {
			...inputsAtRest(),
			throttle: trimmed.throttle,
			propeller: propellerLever(aircraft, start.governedRpm),
			mixture,
			gear: start.gearDown || !aircraft.gear ? 1 : 0,
			trim: clamp(trimWheelFor(aircraft, trimmed.elevatorDeg), -1, 1),
			flapsDeg: start.flapsDeg,
			altimeterSettingHpa: weather.seaLevelPressureHpa,
			assist: setup.assist,
			...(setup.radios ? { radios: setup.radios } : {})
		};
		this.equations.derivative(this.state, this.environment, this.rates);
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
		// The instruments have just been read: their heading and bank are those of this moment.
		const { state, sensed, carried } = this;
		carried.timeSeconds = this.timeSeconds;
		carried.northNm = state[NORTH]! / METRES_PER_NM;
		carried.eastNm = state[EAST]! / METRES_PER_NM;
		carried.altitudeFt = -state[DOWN]! / METRES_PER_FT;
		carried.headingDeg = toDegrees(sensed.heading);
		carried.bankDeg = toDegrees(sensed.bank);
		velocityOverGroundKt(state, carried);
		carried.groundspeedKt = Math.sqrt(carried.northKt * carried.northKt + carried.eastKt * carried.eastKt);
		carried.powered = this.panel.radioOn > 0;
		carried.trouble.nightEffect = this.failed['night-effect'];
		carried.trouble.stationOff = this.failed['station-off'];
		this.radios.update(settings, carried, RADIO_STEPS * STEP_SECONDS, lookAgain);
	}

	private addWindToVelocity(): void {
		const { windNorthMps, windEastMps } = this.environment;
		if (windNorthMps === 0 && windEastMps === 0) return;
		const { state } = this;
		const [w, x, y, z] = [state[QW]!, state[QX]!, state[QY]!, state[QZ]!];
		state[U] = state[U]! + (w * w + x * x - y * y - z * z) * windNorthMps + 2 * (x * y + w * z) * windEastMps;
		state[V] = state[V]! + 2 * (x * y - w * z) * windNorthMps + (w * w - x * x + y * y - z * z) * windEastMps;
		state[W] = state[W]! + 2 * (x * z + w * y) * windNorthMps + 2 * (y * z - w * x) * windEastMps;
	}

	get timeSeconds(): number {
		return this.steps / STEPS_PER_SECOND;
	}

	/** Advances by one step of 1/120 s. Does nothing once the flight has ended. */
	step(inputs: ControlInputs): void {
		if (this.ended) return;
		if (this.armed.length > 0) updateFailures(this.failed, this.armed, this.timeSeconds);
		const { environment } = this;
		// The air changes little over some feet: it is looked at as often as the panel is.
		if (this.steps % PANEL_STEPS === 0 || this.blows) this.atmosphere.fill(-this.state[DOWN]!, environment);
		this.systems.move(inputs, this.state, this.panel, this.failed, environment, this.steps);
		if (this.blows) this.blow();
		this.integrator.step(this.state, environment, STEP_SECONDS);
		this.steps++;
		if (this.steps % PANEL_STEPS === 0)
			updateInstruments(
				this.instruments,
				this.panel,
				this.sense(),
				this.failed,
				inputs,
				this.instrumentSetup,
				PANEL_STEPS * STEP_SECONDS
			);
		else if (this.steps % PICTURE_STEPS === 0) this.showGyros(inputs);
		if (this.steps % RADIO_STEPS === 0) this.tune(inputs.radios, this.steps % RECEPTION_STEPS === 0);
		this.ended = this.broken();
	}

	/** Attitude and heading between two readings of the panel. */
	private showGyros(inputs: ControlInputs): void {
		const { heading, pitch, bank } = attitudeOf(this.state);
		const magnetic = { heading: heading - this.variation, pitch, bank };
		showGyros(this.instruments, this.panel, magnetic, this.failed, inputs);
	}

	/** What has come to an end by this step: at the ground, or the airframe. */
	private broken(): FlightEnd | null {
		return this.state[DOWN]! >= 0 ? 'surface' : this.limits.broken(this.equations);
	}

	/** The limit of the airframe that is passed now, if one is: never-exceed, or the limit load. */
	get overLimit(): 'speed' | 'load' | null {
		return this.limits.passed(this.equations);
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
		const cosHeading = Math.cos(heading);
		const sinHeading = Math.sin(heading);
		const { alongMps, acrossMps, downMps, rollRadPerSecond, windMps } = this.gusts;
		if (windMps > 0) {
			// A gust strengthens the wind there is; in a calm it comes from where the nose points.
			const { windNorthMps: north, windEastMps: east } = environment;
			const speed = Math.hypot(north, east);
			environment.windNorthMps += windMps * (speed > 0 ? north / speed : -cosHeading);
			environment.windEastMps += windMps * (speed > 0 ? east / speed : -sinHeading);
		}
		environment.windNorthMps += alongMps * cosHeading - acrossMps * sinHeading;
		environment.windEastMps += alongMps * sinHeading + acrossMps * cosHeading;
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

	/**
	 * What the world does to the instruments now. The air and the specific force are those of the last evaluation of the
	 * equations of motion: the end of the step that has just been made.
	 */
	private sense(): Sensed {
		const { state, equations, sensed } = this;
		const attitude = attitudeOf(state);
		const { heading, pitch, bank } = attitude;
		const outside = this.atmosphere.air(-state[DOWN]!);
		const sinBank = Math.sin(bank);
		const cosBank = Math.cos(bank);
		const cosPitch = Math.max(LEAST_COSINE, Math.cos(pitch));
		const headingRate = (state[Q]! * sinBank + state[R]! * cosBank) / cosPitch;
		sensed.staticPa = outside.staticPa;
		sensed.temperatureK = outside.temperatureK;
		sensed.impactPa = impactFromTruePa(equations.air.trueAirspeedMps, outside.staticPa, outside.temperatureK);
		sensed.heading = heading - this.variation;
		sensed.pitch = pitch;
		sensed.bank = bank;
		sensed.turnRateDegPerSecond = toDegrees(headingRate);
		sensed.rollRateDegPerSecond = toDegrees(state[P]!);
		sensed.pitchRateDegPerSecond = toDegrees(state[Q]! * cosBank - state[R]! * sinBank);
		sensed.bankRateDegPerSecond = toDegrees(state[P]! + Math.sin(pitch) * headingRate);
		sensed.specificForce.x = equations.specificForceX;
		sensed.specificForce.y = equations.specificForceY;
		sensed.specificForce.z = equations.specificForceZ;
		sensed.rpm = radPerSecondToRpm(state[SHAFT]!);
		sensed.manifoldPressureInHg =
			(this.airplane.powerplant.manifoldRatio(this.airplane.surfaces.throttle, state[SHAFT]!) *
				outside.staticPa) /
			PA_PER_INHG;
		sensed.fuelL = this.systems.fuelKg / this.setup.aircraft.loading.fuelKgPerL;
		return sensed;
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
			fuelKg: this.systems.fuelKg,
			failures: this.armed.map((one) => ({ ...one })),
			assist: { ...this.systems.assisting, level: this.systems.assistLevel },
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
		this.armed = snapshot.failures.map((one) => ({ ...one, kind: one.kind as FailureKind }));
		if (snapshot.radio) this.radios?.restore(snapshot.radio);
		const { level, ...held } = snapshot.assist;
		this.systems.restore(snapshot.fuelKg, held, level);
		Object.assign(this.failed, noFailures());
		updateFailures(this.failed, this.armed, this.timeSeconds);
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
