import { toRadians } from '../base/index.js';
import type { Aircraft } from './aircraft.js';
import type { AirData, Coefficients, ForceModel, Propulsion } from './dynamics.js';
import { Wing } from './wing.js';
import { Powerplant, type PropellerForces } from './powerplant.js';

/** Control surface positions, flap and throttle as they are (not as commanded). */
export interface Surfaces {
	elevatorDeg: number;
	aileronDeg: number;
	rudderDeg: number;
	flapsDeg: number;
	throttle: number;
	/** 0 up to 1 down; 1 for a fixed gear. */
	gear: number;
	/** Pitch of governed blades as a share of the curves' pitch; 1 for fixed ones. */
	propellerPitch: number;
	/** Mixture lever, 0 to 1: its effect on the power is in the engine's health. */
	mixture: number;
	/** Share of its power that the engine gives, 1 when it is well. */
	engineHealth: number;
	/** Ice on the airframe, 0 to 1. */
	ice: number;
}

/** Rough ice on a light aeroplane (order of size from NASA TM 83556, 1984). */
const ICE_DRAG = 0.6;

/** Forces and moments of an aeroplane described by a data file. */
export class Airplane implements ForceModel {
	/** Falls as fuel is burnt. */
	massKg: number;
	readonly ixx: number;
	readonly iyy: number;
	readonly izz: number;
	readonly ixz: number;
	readonly wingAreaM2: number;
	readonly spanM: number;
	readonly chordM: number;
	readonly powerplant: Powerplant;
	readonly wing: Wing;
	readonly surfaces: Surfaces = {
		elevatorDeg: 0,
		aileronDeg: 0,
		rudderDeg: 0,
		flapsDeg: 0,
		throttle: 0,
		gear: 1,
		propellerPitch: 1,
		mixture: 1,
		engineHealth: 1,
		ice: 0
	};
	private readonly forces: PropellerForces = { thrustN: 0, torqueNm: 0 };

	constructor(readonly aircraft: Aircraft) {
		this.massKg = aircraft.massKg;
		this.ixx = aircraft.ixx;
		this.iyy = aircraft.iyy;
		this.izz = aircraft.izz;
		this.ixz = aircraft.ixz;
		this.wingAreaM2 = aircraft.wingAreaM2;
		this.spanM = aircraft.spanM;
		this.chordM = aircraft.chordM;
		this.powerplant = new Powerplant(aircraft);
		this.wing = new Wing(aircraft);
		// Up is how a retractable gear flies; whoever wants it down says so.
		if (aircraft.gear) this.surfaces.gear = 0;
	}

	coefficients(air: AirData, out: Coefficients): void {
		const a = this.aircraft.aerodynamics;
		const s = this.surfaces;
		const elevator = toRadians(s.elevatorDeg);
		const aileron = toRadians(s.aileronDeg + a.fixedTabs.aileronDeg);
		const rudder = toRadians(s.rudderDeg + a.fixedTabs.rudderDeg);
		const { alpha, beta } = air;
		const { gear } = this.aircraft;
		const profileDrag =
			a.CD0 * (1 + ICE_DRAG * s.ice) + a.flap.CDperDeg * s.flapsDeg + (gear ? gear.dragCD * s.gear : 0);

		this.wing.at(alpha, air.pHat, air.rHat, s.flapsDeg, s.ice);
		const { lift, separated } = this.wing;
		out.CL = lift + a.CLq * air.qHat + a.CLelevator * elevator;
		out.CD = profileDrag + this.wing.drag + a.CDbeta * beta * beta;
		out.Cm =
			a.Cm0 +
			a.Cmalpha * this.wing.momentAlpha +
			a.Cmq * (1 - a.stall.pitchDampingLoss * separated) * air.qHat +
			a.Cmelevator * (1 - a.stall.elevatorLoss * separated) * elevator +
			a.flap.CmperDeg * s.flapsDeg +
			(gear ? gear.Cm * s.gear : 0) +
			separated * (alpha < 0 ? -a.stall.pitchDown : a.stall.pitchDown);
		out.CY = a.CYbeta * beta + a.CYrudder * rudder;
		out.Cl =
			a.Clbeta * beta +
			a.Clp * air.pHat +
			(a.Clr0 + a.ClrPerCL * lift) * air.rHat +
			a.Claileron * (1 - 0.5 * separated) * aileron +
			a.Clrudder * rudder +
			this.wing.roll;
		out.Cn =
			a.Cnbeta * beta +
			a.CnpPerCL * lift * air.pHat +
			a.Cnr * air.rHat +
			a.CnaileronPerCL * lift * aileron +
			a.Cnrudder * rudder +
			this.wing.yaw;
		out.CLalphadot = a.CLalphadot;
		out.Cmalphadot = a.Cmalphadot;
	}

	propulsion(air: AirData, axialMps: number, shaftRadPerSecond: number, out: Propulsion): void {
		const { power } = this.aircraft.aerodynamics;
		const density = air.densityKgM3;
		this.powerplant.propeller(
			shaftRadPerSecond,
			axialMps,
			density,
			this.surfaces.propellerPitch,
			this.forces
		);
		const { thrustN, torqueNm } = this.forces;
		out.thrustN = thrustN;
		out.pitchNm = power.CmPerTc * thrustN * this.chordM;
		out.yawNm = power.CnPerTc * thrustN * this.spanM;
		out.rollNm = -power.torqueFactor * torqueNm;
		out.shaftAcceleration =
			(this.powerplant.engineTorqueNm(
				this.surfaces.throttle,
				shaftRadPerSecond,
				density,
				this.surfaces.engineHealth
			) -
				torqueNm) /
			this.aircraft.propeller.inertiaKgM2;
	}

	/** Angle of attack, degrees, at which the wing is half separated with the present flap. */
	get stallAlphaDeg(): number {
		return this.wing.stallAlphaDeg(this.surfaces.flapsDeg, 0);
	}
}
