import { toRadians } from '../base/index.js';
import type { Aircraft } from './aircraft.js';

/** Rough ice makes a wing stall so much sooner (order of size from NASA TM 83556, 1984). */
const ICE_STALL_DEG = 4;
/** Middles of strips of equal area, as a share of the half span; the other wing has the same. */
const STRIPS = [-5 / 6, -1 / 2, -1 / 6, 1 / 6, 1 / 2, 5 / 6] as const;
/** Half the range of angles over which a strip separates, in widths: the slope in the middle is that of a logistic of this width. */
const RANGE_IN_WIDTHS = 3;

/**
 * A wing up to the stall and beyond it. Up to it one lift curve; from where the first of it separates six strips, each
 * with the angle of attack and the speed that rolling and yawing give it, so that the wing that goes down stalls first and keeps
 * going down: autorotation. What the strips lose of lift and gain in drag rolls and yaws the aeroplane, beside what the
 * derivatives of attached flow say.
 * Separated flow: L. A. Viterna and R. D. Corrigan, Fixed pitch rotor performance of large horizontal axis wind
 * turbines, NASA CP-2230, 1982: lift and drag of a plate of this aspect ratio, joined to the wing's own at the stall.
 * Strips: B. W. McCormick, Aerodynamics, Aeronautics and Flight Mechanics, 2nd ed., on autorotation.
 */
export class Wing {
	/** Of the whole wing: CL, the drag with its lift CD, and what its strips add to Cl and Cn. */
	lift = 0;
	drag = 0;
	roll = 0;
	yaw = 0;
	/** Share of the wing in separated flow, 0 to 1. */
	separated = 0;
	/** Angle of attack as the pitching moment takes it, rad: it grows no more past a right angle to the air. */
	momentAlpha = 0;
	private readonly maximumDrag: number;
	/** Strips by themselves damp rolling more than the whole wing does: this share makes them one. */
	private readonly rollShare: number;
	private stripLift = 0;
	private stripDrag = 0;
	private stripSeparated = 0;

	constructor(private readonly aircraft: Aircraft) {
		const { CLalpha, Clp } = aircraft.aerodynamics;
		const squares = STRIPS.reduce((sum, place) => sum + place * place, 0) / STRIPS.length;
		this.rollShare = -Clp / (0.5 * CLalpha * squares);
		this.maximumDrag = 1.11 + 0.018 * (aircraft.spanM ** 2 / aircraft.wingAreaM2);
	}

	/** Angle of attack, degrees, at which the wing is half separated. */
	stallAlphaDeg(flapsDeg: number, ice: number): number {
		const { stall, flap } = this.aircraft.aerodynamics;
		return stall.alphaDeg + flap.alphaStallShiftDegPerDeg * flapsDeg - ICE_STALL_DEG * ice;
	}

	/** Works out the wing at an angle of attack, rad, with dimensionless rates p·b/2V and r·b/2V. */
	at(alpha: number, pHat: number, rHat: number, flapsDeg: number, ice: number): void {
		const a = this.aircraft.aerodynamics;
		const { stall } = a;
		const edge = toRadians(this.stallAlphaDeg(flapsDeg, ice));
		const half = RANGE_IN_WIDTHS * toRadians(stall.widthDeg);
		const tips = toRadians(stall.tipsLaterDeg);
		const size = Math.abs(alpha);
		this.momentAlpha =
			size <= edge ? alpha : Math.sign(alpha) * (edge + Math.sin(Math.min(Math.PI / 2, size - edge)));
		const reach = Math.abs(pHat) + size * Math.abs(rHat) + tips / 2;
		const base = a.CL0 + a.flap.CLperDeg * flapsDeg;
		if (size + reach <= edge - half) {
			this.lift = base + a.CLalpha * alpha;
			this.drag = a.inducedDragFactor * this.lift * this.lift;
			this.roll = 0;
			this.yaw = 0;
			this.separated = 0;
			return;
		}
		let [lift, drag, roll, yaw, separated] = [0, 0, 0, 0, 0];
		for (const place of STRIPS) {
			// A wing that goes down meets the air from below; one that is yawed backward meets less of it.
			const local = alpha + pHat * place + alpha * rHat * place;
			this.strip(local, edge + tips * (Math.abs(place) - 0.5), half, base);
			const attached = base + a.CLalpha * local;
			lift += this.stripLift;
			drag += this.stripDrag;
			// Right wing (place > 0) losing lift rolls right, its drag yaws right.
			roll += 0.5 * place * (attached - this.stripLift);
			yaw += 0.5 * place * (this.stripDrag - a.inducedDragFactor * attached * attached) * this.stripSeparated;
			separated += this.stripSeparated;
		}
		const share = 1 / STRIPS.length;
		this.lift = lift * share;
		this.drag = drag * share;
		this.roll = roll * share * this.rollShare;
		this.yaw = yaw * share;
		this.separated = separated * share;
	}

	/** Lift and drag of a strip at its angle of attack, rad: attached, separated, or between the two. */
	private strip(alpha: number, edge: number, half: number, base: number): void {
		const a = this.aircraft.aerodynamics;
		const size = Math.abs(alpha);
		const attached = base + a.CLalpha * alpha;
		const t = Math.min(1, Math.max(0, (size - edge + half) / (2 * half)));
		const separated = t * t * (3 - 2 * t);
		this.stripSeparated = separated;
		if (separated === 0) {
			this.stripLift = attached;
			this.stripDrag = a.inducedDragFactor * attached * attached;
			return;
		}
		const side = alpha < 0 ? -1 : 1;
		const most = this.maximumDrag;
		// At the stall: what is left of the lift, and the drag that was there.
		const full = Math.abs(base + side * a.CLalpha * edge);
		const left = full * (1 - a.stall.liftLoss);
		const [sineAt, cosineAt] = [Math.sin(edge), Math.cos(edge)];
		const [sine, cosine] = [Math.sin(size), Math.cos(size)];
		// The second term belongs to the wing ahead of a right angle to the air; past it, and below the stall, there is none.
		const past = Math.max(edge - half, size);
		const liftTerm =
			cosine > 0
				? ((left - most * sineAt * cosineAt) * sineAt * cosine * cosine) /
					(cosineAt * cosineAt * Math.sin(past))
				: 0;
		const plateLift = side * (most * sine * cosine + liftTerm);
		const dragTerm = (a.inducedDragFactor * full * full - most * sineAt * sineAt) / cosineAt;
		const plateDrag = most * sine * sine + Math.max(0, dragTerm * cosine);
		this.stripLift = (1 - separated) * attached + separated * plateLift;
		this.stripDrag = (1 - separated) * a.inducedDragFactor * attached * attached + separated * plateDrag;
	}
}
