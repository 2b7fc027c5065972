import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Identifier, Editions } from '../base/index.js';

const positive = (description: string) => Type.Number({ exclusiveMinimum: 0, description });
const any = (description: string) => Type.Number({ description });
const share = (description: string) => Type.Number({ minimum: 0, maximum: 0.9, description });
const closed = { additionalProperties: false } as const;

/**
 * Stability derivatives and forces: per radian, body axes, moments about the centre of gravity;
 * angular rates made dimensionless with span/2V (roll, yaw) or chord/2V (pitch).
 */
export const Aerodynamics = Type.Object(
	{
		CL0: any('lift at zero angle of attack'),
		CLalpha: any('1/rad'),
		CLalphadot: any('per dimensionless rate of angle of attack'),
		CLq: any('per dimensionless pitch rate'),
		CLelevator: any('1/rad'),
		CD0: positive('drag at zero lift, clean'),
		inducedDragFactor: positive('k in CD0 + k·CL²'),
		CDbeta: any('drag of sideslip, 1/rad²'),
		Cm0: any('pitching moment at zero angle of attack'),
		Cmalpha: any('1/rad'),
		Cmalphadot: any('per dimensionless rate of angle of attack'),
		Cmq: any('per dimensionless pitch rate'),
		Cmelevator: any('1/rad, trailing edge down positive'),
		CYbeta: any('1/rad'),
		CYrudder: any('1/rad, trailing edge left positive'),
		Clbeta: any('1/rad'),
		Clp: any('per dimensionless roll rate'),
		Clr0: any('per dimensionless yaw rate at zero lift'),
		ClrPerCL: any('growth of Clr with lift'),
		Claileron: any('1/rad, right roll positive'),
		Clrudder: any('1/rad'),
		Cnbeta: any('1/rad'),
		CnpPerCL: any('growth of Cnp with lift'),
		Cnr: any('per dimensionless yaw rate'),
		CnaileronPerCL: any('adverse yaw: growth with lift, 1/rad'),
		Cnrudder: any('1/rad, negative: left rudder edge turns the nose left'),
		stall: Type.Object(
			{
				alphaDeg: positive('angle of attack about which the flow separates'),
				widthDeg: positive('how gradual the stall is'),
				tipsLaterDeg: Type.Number({
					minimum: 0,
					maximum: 8,
					description: 'how much later the tips separate than the root'
				}),
				liftLoss: share('of the lift that is gone once the flow has separated'),
				pitchDown: any('Cm of fully separated flow, negative'),
				elevatorLoss: share('of the power of the elevator that is lost in separated flow'),
				pitchDampingLoss: share('of pitch damping lost in separated flow')
			},
			closed
		),
		flap: Type.Object(
			{
				CLperDeg: any('1/deg'),
				CDperDeg: any('1/deg'),
				CmperDeg: any('1/deg'),
				alphaStallShiftDegPerDeg: any('change of stall angle with flap')
			},
			closed
		),
		power: Type.Object(
			{
				CmPerTc: any('pitching moment per thrust coefficient T/(q·S)'),
				CnPerTc: any('yaw of slipstream and propeller per thrust coefficient, negative is left'),
				torqueFactor: any('share of propeller torque that rolls the airframe')
			},
			closed
		),
		fixedTabs: Type.Object(
			{
				rudderDeg: any('bent tab as rudder angle'),
				aileronDeg: any('bent tab as aileron angle')
			},
			closed
		)
	},
	closed
);
export type Aerodynamics = Static<typeof Aerodynamics>;

const surface = (description: string) =>
	Type.Object(
		{
			minimumDeg: Type.Number(),
			maximumDeg: Type.Number(),
			rateDegPerSecond: positive('°/s')
		},
		{ ...closed, description }
	);

const propellerCurves = {
	diameterM: positive('m'),
	inertiaKgM2: positive('engine and propeller, kg·m²'),
	advanceRatio: Type.Array(Type.Number(), { minItems: 4 }),
	thrustCoefficient: Type.Array(Type.Number(), { minItems: 4 }),
	powerCoefficient: Type.Array(Type.Number(), { minItems: 4 })
};
const FixedPitchPropeller = Type.Object({ kind: Type.Literal('fixed-pitch'), ...propellerCurves }, closed);

/** The coefficients are those of the blades at pitch 1; the governor moves them between the stops. */
const ConstantSpeedPropeller = Type.Object(
	{
		kind: Type.Literal('constant-speed'),
		...propellerCurves,
		finePitch: positive('fine stop, share of the pitch of the curves'),
		coarsePitch: positive('coarse stop, share of the pitch of the curves'),
		governorMinimumRpm: positive('1/min with the lever fully back'),
		governorMaximumRpm: positive('1/min with the lever fully forward')
	},
	closed
);
const Propeller = Type.Union([FixedPitchPropeller, ConstantSpeedPropeller]);

/** A gear that goes up and down; without it the gear is fixed and part of the drag of the airframe. */
const RetractableGear = Type.Object(
	{
		dragCD: positive('drag of the gear when down'),
		Cm: any('pitching moment of the gear when down'),
		travelSeconds: positive('s from up to down'),
		operateMaximumKias: positive('kt'),
		extendedMaximumKias: positive('kt'),
		warnBelowManifoldInHg: positive('inHg: the warner sounds below it with the gear up')
	},
	closed
);
type RetractableGear = Static<typeof RetractableGear>;

const mass = (description: string) => Type.Number({ minimum: 0, maximum: 5000, description });

/** Who and what is on board. */
export const Loading = Type.Object(
	{
		stationsKg: Type.Record(Type.String({ maxLength: 40 }), mass('kg'), { maxProperties: 12 }),
		fuelKg: mass('kg')
	},
	closed
);
export type Loading = Static<typeof Loading>;

/** Masses and arms, m behind the datum, with the limits of the aircraft. */
const LoadingData = Type.Object(
	{
		emptyMassKg: positive('kg'),
		emptyArmM: positive('m'),
		maximumMassKg: positive('kg'),
		/** Where the aerodynamic data put the centre of gravity. */
		referenceArmM: positive('m'),
		/** Corners of the envelope, by mass. */
		envelope: Type.Array(
			Type.Object({ massKg: positive('kg'), forwardArmM: positive('m'), aftArmM: positive('m') }, closed),
			{ minItems: 2 }
		),
		stations: Type.Array(
			Type.Object(
				{
					id: Identifier,
					name: Type.String({ minLength: 1, maxLength: 40 }),
					armM: positive('m'),
					maximumKg: positive('kg')
				},
				closed
			),
			{ minItems: 1, maxItems: 12 }
		),
		fuelArmM: positive('m'),
		fuelCapacityKg: positive('kg usable'),
		fuelKgPerL: positive('kg/l'),
		/** The loading of the aircraft's own table: it makes `massKg`. */
		standard: Loading,
		/** Other loadings an instructor asks for by name. */
		examples: Type.Array(
			Type.Object({ id: Identifier, name: Type.String({ maxLength: 60 }), loading: Loading }, closed)
		)
	},
	closed
);
type LoadingData = Static<typeof LoadingData>;

const Engine = Type.Object(
	{
		ratedPowerHp: positive('hp at rated rpm, full throttle, sea level'),
		ratedRpm: positive('1/min'),
		idleFraction: positive('share of full charge at closed throttle'),
		frictionTorqueNm: positive('N·m at rated rpm'),
		maximumRpm: positive('1/min, red line'),
		fuelKgPerKwh: positive('kg/kWh at best power')
	},
	closed
);

/** By the leak of a chamber alone, or helped by accelerometer pumps. */
export const VerticalSpeedKind = Type.Union([Type.Literal('chamber'), Type.Literal('instantaneous')]);
export type VerticalSpeedKind = Static<typeof VerticalSpeedKind>;

const airspeedRange = Type.Tuple([positive('kt'), positive('kt')]);

/**
 * An aircraft as data: mass and balance, aerodynamics by derivatives, propeller, engine, limits, configurations. SI inside,
 * the trade's units where a pilot reads them; each figure names its source.
 */
export const Aircraft = Type.Object(
	{
		format: Type.Literal('hanza-aircraft'),
		version: Type.Literal(2),
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 60 }),
		note: Type.String(),
		massKg: positive('kg in the standard loading'),
		loading: LoadingData,
		wingAreaM2: positive('m²'),
		spanM: positive('m'),
		chordM: positive('m'),
		ixx: positive('kg·m²'),
		iyy: positive('kg·m²'),
		izz: positive('kg·m²'),
		ixz: any('kg·m², ∫ x z dm'),
		aerodynamics: Aerodynamics,
		controls: Type.Object(
			{
				elevator: surface('trailing edge down positive'),
				aileron: surface('right roll positive'),
				rudder: surface('trailing edge left positive, nose left'),
				trimRangeDeg: positive('elevator neutral at full trim either way, degrees'),
				flapStepsDeg: Type.Array(Type.Number({ minimum: 0, maximum: 60 }), { minItems: 1 }),
				flapRateDegPerSecond: positive('°/s')
			},
			closed
		),
		engine: Engine,
		propeller: Propeller,
		gear: Type.Optional(RetractableGear),
		speeds: Type.Object(
			{
				stallLandingKias: positive('bottom of the white arc'),
				stallCleanKias: positive('bottom of the green arc'),
				flapsMaximumKias: positive('top of the white arc'),
				normalMaximumKias: positive('top of the green arc'),
				neverExceedKias: positive('red line'),
				bestClimbKias: positive('kt')
			},
			closed
		),
		/** Limit load factors that the structure is made for; it breaks beyond one and a half of them. */
		limitLoadFactors: Type.Object(
			{
				positive: Type.Number({ minimum: 2, maximum: 12 }),
				negative: Type.Number({ minimum: -12, maximum: -0.5 })
			},
			closed
		),
		/** Error of the static port as a share of impact pressure: position error. */
		staticErrorShare: Type.Number({ minimum: -0.1, maximum: 0.1 }),
		/** Compass deviation, degrees: constant, by sine and by cosine of the heading. */
		compassDeviation: Type.Tuple([Type.Number(), Type.Number(), Type.Number()]),
		/** The kind of vertical speed indicator it is fitted with. */
		verticalSpeed: VerticalSpeedKind,
		dials: Type.Object(
			{
				airspeedKias: airspeedRange,
				tachometerGreenRpm: airspeedRange,
				manifoldGreenInHg: Type.Optional(airspeedRange)
			},
			closed
		),
		configurations: Type.Array(
			Type.Object(
				{
					id: Identifier,
					name: Type.String(),
					airspeedKias: positive('kt'),
					verticalSpeedFpm: Type.Union([Type.Number(), Type.Literal('full-power'), Type.Literal('idle')]),
					altitudeFt: Type.Number(),
					flapsDeg: Type.Number({ minimum: 0, maximum: 60 }),
					gearDown: Type.Optional(Type.Boolean()),
					governedRpm: Type.Optional(positive('1/min, constant-speed propellers'))
				},
				closed
			)
		)
	},
	{ ...closed, $id: 'hanza-aircraft' }
);
export type Aircraft = Static<typeof Aircraft>;

/** What of an aircraft is a limit that nobody may pass. */
export type AircraftLimits = Pick<Aircraft, 'speeds' | 'gear' | 'limitLoadFactors'>;

/** What edition 1 did not say of a stall: middling figures of light aeroplanes. */
const STALL_OF_EDITION_1 = {
	tipsLaterDeg: 2,
	liftLoss: 0.2,
	elevatorLoss: 0.4,
	pitchDampingLoss: 0.4
};

/**
 * Editions of an aircraft's file; reads all of them. Edition 2 says how the aeroplane stalls and what loads it is made
 * for; edition 1 had the drag and the roll damping of the stall, which now follow from the strips of the wing, and
 * meant the normal category.
 */
export const AIRCRAFT_EDITIONS = new Editions('hanza-aircraft', 2, Aircraft, {
	1: ({ aerodynamics, ...rest }) => {
		const { stall, ...derivatives } = aerodynamics as { stall: Record<string, unknown> };
		const { alphaDeg, widthDeg, pitchDown } = stall;
		return {
			...rest,
			limitLoadFactors: { positive: 3.8, negative: -1.52 },
			aerodynamics: {
				...derivatives,
				stall: { alphaDeg, widthDeg, pitchDown, ...STALL_OF_EDITION_1 }
			}
		};
	}
});
/** A configuration of an aircraft: speed, flap, gear and the power that holds it. */
export type Configuration = Aircraft['configurations'][number];
