import { normalizeDeg, plus, times, toRadians, unit, type Vec2 } from '../base/index.js';

/** Where the wind carries, per hour. */
export const windVector = (fromDeg: number, speedKt: number): Vec2 => times(unit(fromDeg), -speedKt);

/**
 * Way through the air, NM, of a turn at a constant rate with instant roll.
 * Source: the integral of V·(cos ψ, sin ψ) over ψ from one heading to the other.
 * @param byDeg degrees turned, right positive.
 */
export function turnInAir(
	speedKt: number,
	rateDegPerSecond: number,
	fromDeg: number,
	byDeg: number
): { way: Vec2; seconds: number } {
	const radiusNm = speedKt / 3600 / toRadians(rateDegPerSecond);
	const side = Math.sign(byDeg);
	const [a, b] = [toRadians(fromDeg), toRadians(fromDeg + byDeg)];
	return {
		way: {
			north: side * radiusNm * (Math.sin(b) - Math.sin(a)),
			east: side * radiusNm * (Math.cos(a) - Math.cos(b))
		},
		seconds: Math.abs(byDeg) / rateDegPerSecond
	};
}

/** Degrees of a turn from one heading to another toward a side, in [0, 360), signed by the side. */
export function turnToward(side: 'left' | 'right', fromDeg: number, toDeg: number): number {
	return side === 'right' ? normalizeDeg(toDeg - fromDeg) : -normalizeDeg(fromDeg - toDeg);
}

/** A part of a flight: a straight leg, or a standard-rate or other turn by signed degrees. */
export interface Part {
	headingDeg: number;
	seconds: number;
	/** 0 for a leg. */
	byDeg: number;
}

/** Where an aircraft is after a share of a part, begun somewhere, in a wind. */
export function alongPart(part: Part, share: number, from: Vec2, speedKt: number, wind: Vec2): Vec2 {
	const hours = (part.seconds * share) / 3600;
	const way =
		part.byDeg === 0
			? times(unit(part.headingDeg), speedKt * hours)
			: turnInAir(speedKt, Math.abs(part.byDeg) / part.seconds, part.headingDeg, part.byDeg * share).way;
	return plus(plus(from, way), times(wind, hours));
}

/** Points of the ground track of parts flown one after the other: turns in wind as the trochoids they are. */
export function groundTrack(
	parts: readonly Part[],
	speedKt: number,
	wind: Vec2,
	from: Vec2 = { north: 0, east: 0 }
): Vec2[] {
	const points = [from];
	let at = from;
	for (const part of parts) {
		const steps = part.byDeg === 0 ? 1 : Math.max(2, Math.ceil(Math.abs(part.byDeg) / 4));
		for (let i = 1; i <= steps; i++) points.push(alongPart(part, i / steps, at, speedKt, wind));
		at = points.at(-1)!;
	}
	return points;
}
