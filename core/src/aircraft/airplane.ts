import { toRadians } from '../base/index.js';
import type { Aircraft } from './aircraft.js';
import type { AirData, Coefficients, ForceModel, Propulsion } from './dynamics.js';
import { Wing } from './wing.js';
import { Powerplant } from './powerplant.js';

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

/** What the coefficients of a moving aeroplane are made of, beside its wing: from its data, in one flat object. */
const slopesOf = ({ aerodynamics: a, chordM, spanM, propeller }: Aircraft) => ({
	CLq: a.CLq,
	CLalphadot: a.CLalphadot,
	CDbeta: a.CDbeta,
	Cmalpha: a.Cmalpha,
	Cmq: a.Cmq,
	Cmalphadot: a.Cmalphadot,
	CYbeta: a.CYbeta,
	Clbeta: a.Clbeta,
	Clp: a.Clp,
	Clr0: a.Clr0,
	ClrPerCL: a.ClrPerCL,
	Cnbeta: a.Cnbeta,
	CnpPerCL: a.CnpPerCL,
	Cnr: a.Cnr,
	pitchDown: a.stall.pitchDown,
	pitchDampingLoss: a.stall.pitchDampingLoss,
	elevatorLoss: a.stall.elevatorLoss,
	/** Arms of the thrust in pitch and yaw, m, and the share of the torque that rolls. */
	thrustPitchM: a.power.CmPerTc * chordM,
	thrustYawM: a.power.CnPerTc * spanM,
	torqueRoll: a.power.torqueFactor,
	perShaftInertia: 1 / propeller.inertiaKgM2
});
type Slopes = ReturnType<typeof slopesOf>;

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
	/** Shares of surfaces, flap and gear in the coefficients, as last prepared. */
	private readonly set = {
		lift: 0,
		drag: 0,
		pitch: 0,
		elevatorPitch: 0,
		side: 0,
		aileronRoll: 0,
		rudderRoll: 0,
		aileronYaw: 0,
		rudderYaw: 0
	};
	private readonly slopes: Slopes;

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
		this.slopes = slopesOf(aircraft);
		// Up is how a retractable gear flies; whoever wants it down says so.
		if (aircraft.gear) this.surfaces.gear = 0;
	}

	prepare(densityKgM3: number): void {
		const a = this.aircraft.aerodynamics;
		const s = this.surfaces;
		const { gear } = this.aircraft;
		const elevator = toRadians(s.elevatorDeg);
		const aileron = toRadians(s.aileronDeg + a.fixedTabs.aileronDeg);
		const rudder = toRadians(s.rudderDeg + a.fixedTabs.rudderDeg);
		const set = this.set;
		set.lift = a.CLelevator * elevator;
		set.drag =
			a.CD0 * (1 + ICE_DRAG * s.ice) + a.flap.CDperDeg * s.flapsDeg + (gear ? gear.dragCD * s.gear : 0);
		set.pitch = a.Cm0 + a.flap.CmperDeg * s.flapsDeg + (gear ? gear.Cm * s.gear : 0);
		set.elevatorPitch = a.Cmelevator * elevator;
		set.side = a.CYrudder * rudder;
		set.aileronRoll = a.Claileron * aileron;
		set.rudderRoll = a.Clrudder * rudder;
		set.aileronYaw = a.CnaileronPerCL * aileron;
		set.rudderYaw = a.Cnrudder * rudder;
		this.wing.prepare(s.flapsDeg, s.ice);
		this.powerplant.prepare(s.throttle, densityKgM3, s.engineHealth, s.propellerPitch);
	}

	coefficients(air: AirData, out: Coefficients): void {
		const { slopes: a, set, wing } = this;
		const { alpha, beta, pHat, qHat, rHat } = air;
		wing.at(air);
		const { lift, separated } = wing;
		out.CL = lift + a.CLq * qHat + set.lift;
		out.CD = set.drag + wing.drag + a.CDbeta * beta * beta;
		out.Cm =
			set.pitch +
			a.Cmalpha * wing.momentAlpha +
			a.Cmq * (1 - a.pitchDampingLoss * separated) * qHat +
			(1 - a.elevatorLoss * separated) * set.elevatorPitch +
			separated * (alpha < 0 ? -a.pitchDown : a.pitchDown);
		out.CY = a.CYbeta * beta + set.side;
		out.Cl =
			a.Clbeta * beta +
			a.Clp * pHat +
			(a.Clr0 + a.ClrPerCL * lift) * rHat +
			(1 - 0.5 * separated) * set.aileronRoll +
			set.rudderRoll +
			wing.roll;
		out.Cn =
			a.Cnbeta * beta + lift * (a.CnpPerCL * pHat + set.aileronYaw) + a.Cnr * rHat + set.rudderYaw + wing.yaw;
		out.CLalphadot = a.CLalphadot;
		out.Cmalphadot = a.Cmalphadot;
	}

	propulsion(air: AirData, out: Propulsion): void {
		const { powerplant, slopes } = this;
		powerplant.turn(air);
		const { thrustN, torqueNm } = powerplant;
		out.thrustN = thrustN;
		out.pitchNm = slopes.thrustPitchM * thrustN;
		out.yawNm = slopes.thrustYawM * thrustN;
		out.rollNm = -slopes.torqueRoll * torqueNm;
		out.shaftAcceleration = (powerplant.engineNm - torqueNm) * slopes.perShaftInertia;
	}

	/** Angle of attack, degrees, at which the wing is half separated with the present flap. */
	get stallAlphaDeg(): number {
		return this.wing.stallAlphaDeg(this.surfaces.flapsDeg, 0);
	}
}
