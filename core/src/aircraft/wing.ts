import { toRadians } from '../base/index.js';
import type { Aircraft } from './aircraft.js';
import type { AirData } from './dynamics.js';

/** Rough ice makes a wing stall so much sooner (order of size from NASA TM 83556, 1984). */
const ICE_STALL_DEG = 4;
/** Middles of strips of equal area, as a share of the half span; the other wing has the same. */
const STRIPS = [-5 / 6, -1 / 2, -1 / 6, 1 / 6, 1 / 2, 5 / 6] as const;
/** Half the range of angles over which a strip separates, in widths: the slope in the middle is that of a logistic of this width. */
const RANGE_IN_WIDTHS = 3;

/** What stays of a wing, rad where it is an angle: lift against the angle of attack, drag with lift and across the air, its stall. */
function shapeOf({ aerodynamics, spanM, wingAreaM2 }: Aircraft) {
	const { CLalpha, Clp, inducedDragFactor, stall } = aerodynamics;
	const squares = STRIPS.reduce((sum, place) => sum + place * place, 0) / STRIPS.length;
	return {
		liftSlope: CLalpha,
		inducedDrag: inducedDragFactor,
		maximumDrag: 1.11 + 0.018 * (spanM ** 2 / wingAreaM2),
		/** Half the range of angles over which a strip separates, how much later the tips do than the middle, what is left of the lift. */
		half: RANGE_IN_WIDTHS * toRadians(stall.widthDeg),
		tips: toRadians(stall.tipsLaterDeg),
		liftLeft: 1 - stall.liftLoss,
		/** Strips by themselves damp rolling more than the whole wing does: this share makes them one. */
		rollShare: -Clp / (0.5 * CLalpha * squares)
	};
}

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
	private readonly shape: ReturnType<typeof shapeOf>;
	/** Of the present flap and ice: lift without angle of attack, where half the wing has separated and where none of it has, rad. */
	private base = 0;
	private edge = 0;
	private wholeUntil = 0;
	private stripLift = 0;
	private stripDrag = 0;
	private stripSeparated = 0;

	constructor(private readonly aircraft: Aircraft) {
		this.shape = shapeOf(aircraft);
	}

	/** Angle of attack, degrees, at which the wing is half separated. */
	stallAlphaDeg(flapsDeg: number, ice: number): number {
		const { stall, flap } = this.aircraft.aerodynamics;
		return stall.alphaDeg + flap.alphaStallShiftDegPerDeg * flapsDeg - ICE_STALL_DEG * ice;
	}

	/** Takes in flap and ice: what they make of lift, and of where the wing separates. */
	prepare(flapsDeg: number, ice: number): void {
		const { CL0, flap } = this.aircraft.aerodynamics;
		this.edge = toRadians(this.stallAlphaDeg(flapsDeg, ice));
		this.base = CL0 + flap.CLperDeg * flapsDeg;
		this.wholeUntil = this.edge - this.shape.half - this.shape.tips / 2;
	}

	/** Works out the wing at an angle of attack, rad, with dimensionless rates p·b/2V and r·b/2V. */
	at({ alpha, pHat, rHat }: Pick<AirData, 'alpha' | 'pHat' | 'rHat'>): void {
		const size = Math.abs(alpha);
		if (size + Math.abs(pHat) + size * Math.abs(rHat) > this.wholeUntil) {
			this.strips(alpha, pHat, rHat);
			return;
		}
		const { liftSlope, inducedDrag } = this.shape;
		const lift = this.base + liftSlope * alpha;
		this.momentAlpha = alpha;
		this.lift = lift;
		this.drag = inducedDrag * lift * lift;
		this.roll = 0;
		this.yaw = 0;
		this.separated = 0;
	}

	private strips(alpha: number, pHat: number, rHat: number): void {
		const { edge, base } = this;
		const { liftSlope, inducedDrag, tips, rollShare } = this.shape;
		const size = Math.abs(alpha);
		this.momentAlpha =
			size <= edge ? alpha : Math.sign(alpha) * (edge + Math.sin(Math.min(Math.PI / 2, size - edge)));
		let lift = 0;
		let drag = 0;
		let roll = 0;
		let yaw = 0;
		let separated = 0;
		for (let i = 0; i < STRIPS.length; i++) {
			const place = STRIPS[i]!;
			// A wing that goes down meets the air from below; one that is yawed backward meets less of it.
			const local = alpha + pHat * place + alpha * rHat * place;
			this.strip(local, edge + tips * (Math.abs(place) - 0.5));
			const attached = base + liftSlope * local;
			lift += this.stripLift;
			drag += this.stripDrag;
			// Right wing (place > 0) losing lift rolls right, its drag yaws right.
			roll += 0.5 * place * (attached - this.stripLift);
			yaw += 0.5 * place * (this.stripDrag - inducedDrag * attached * attached) * this.stripSeparated;
			separated += this.stripSeparated;
		}
		const share = 1 / STRIPS.length;
		this.lift = lift * share;
		this.drag = drag * share;
		this.roll = roll * share * rollShare;
		this.yaw = yaw * share;
		this.separated = separated * share;
	}

	/** Lift and drag of a strip at its angle of attack, rad: attached, separated, or between the two. */
	private strip(alpha: number, edge: number): void {
		const { base } = this;
		const { half, liftSlope, inducedDrag, maximumDrag: most, liftLeft } = this.shape;
		const size = Math.abs(alpha);
		const attached = base + liftSlope * alpha;
		const t = Math.min(1, Math.max(0, (size - edge + half) / (2 * half)));
		const separated = t * t * (3 - 2 * t);
		this.stripSeparated = separated;
		if (separated === 0) {
			this.stripLift = attached;
			this.stripDrag = inducedDrag * attached * attached;
			return;
		}
		const side = alpha < 0 ? -1 : 1;
		// At the stall: what is left of the lift, and the drag that was there.
		const full = Math.abs(base + side * liftSlope * edge);
		const left = full * liftLeft;
		const sineAt = Math.sin(edge);
		const cosineAt = Math.cos(edge);
		const sine = Math.sin(size);
		const cosine = Math.cos(size);
		// The second term belongs to the wing ahead of a right angle to the air; past it, and below the stall, there is none.
		const past = Math.max(edge - half, size);
		const liftTerm =
			cosine > 0
				? ((left - most * sineAt * cosineAt) * sineAt * cosine * cosine) /
					(cosineAt * cosineAt * Math.sin(past))
				: 0;
		const plateLift = side * (most * sine * cosine + liftTerm);
		const dragTerm = (inducedDrag * full * full - most * sineAt * sineAt) / cosineAt;
		const plateDrag = most * sine * sine + Math.max(0, dragTerm * cosine);
		this.stripLift = (1 - separated) * attached + separated * plateLift;
		this.stripDrag = (1 - separated) * inducedDrag * attached * attached + separated * plateDrag;
	}
}
