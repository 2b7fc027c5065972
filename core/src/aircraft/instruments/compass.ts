import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { Direction, normalizeDeg, signedDeg, toDegrees, toRadians } from '../../base/index.js';

const closed = { additionalProperties: false } as const;
const Dip = Type.Number({ minimum: -85, maximum: 85, description: 'degrees, north end down positive' });

/** What a compass in a steady turn is asked: heading and bank, degrees; dip of the field, degrees. */
export const CompassInput = Type.Object(
	{
		headingDeg: Direction,
		bankDeg: Type.Number({ minimum: -80, maximum: 80, description: 'degrees, right positive' }),
		dipDeg: Dip
	},
	closed
);
export type CompassInput = Static<typeof CompassInput>;
/** What its card shows. */
export const CompassOutput = Type.Object({
	indicatedDeg: Direction,
	errorDeg: Type.Number({ description: 'indicated less heading, −180 to 180' })
});
export type CompassOutput = Static<typeof CompassOutput>;

/**
 * What a compass card hanging square to apparent gravity settles on in a coordinated turn.
 * Source: the horizontal part of the field as seen in the card's plane,
 * atan2(sin ψ·cos φ − tan δ·sin φ, cos ψ); exact for a steady coordinated turn without pitch.
 */
export function solveCompass({ headingDeg, bankDeg, dipDeg }: CompassInput): CompassOutput {
	const heading = toRadians(headingDeg);
	const bank = toRadians(bankDeg);
	const indicatedDeg = normalizeDeg(
		toDegrees(
			Math.atan2(
				Math.sin(heading) * Math.cos(bank) - Math.tan(toRadians(dipDeg)) * Math.sin(bank),
				Math.cos(heading)
			)
		)
	);
	return { indicatedDeg, errorDeg: signedDeg(indicatedDeg - headingDeg) };
}

/** What a turn by compass is asked: the heading wanted, side, bank and dip, degrees. */
export const CompassTurnInput = Type.Object(
	{
		targetDeg: Direction,
		turn: Type.Union([Type.Literal('left'), Type.Literal('right')]),
		bankDeg: Type.Number({ minimum: 0, maximum: 60, description: 'degrees, a magnitude' }),
		dipDeg: Dip,
		ruleMaxErrorDeg: Type.Number({ minimum: 0, maximum: 90, description: 'degrees at north and south' })
	},
	closed
);
export type CompassTurnInput = Static<typeof CompassTurnInput>;
/** What the card shows at the heading wanted, and where the rule says to roll out. */
export const CompassTurnOutput = Type.Object({
	indicatedAtTargetDeg: Direction,
	ruleRollOutDeg: Direction
});

/**
 * A turn by the compass: what the card reads at the moment the heading is the target, and the
 * reading that the graduated rule says to roll out on. Neither includes a roll-out lead.
 * Rule: linear from its most at north and south to nothing at east and west, early toward north,
 * late toward south; mirrored where the south end of the needle dips.
 */
export function solveCompassTurn(input: CompassTurnInput): Static<typeof CompassTurnOutput> {
	const side = input.turn === 'right' ? 1 : -1;
	const fromNorthDeg = Math.abs(signedDeg(input.targetDeg));
	const hemisphere = input.dipDeg < 0 ? -1 : 1;
	const earlyDeg = hemisphere * input.ruleMaxErrorDeg * (1 - fromNorthDeg / 90);
	return {
		indicatedAtTargetDeg: solveCompass({
			headingDeg: input.targetDeg,
			bankDeg: side * input.bankDeg,
			dipDeg: input.dipDeg
		}).indicatedDeg,
		ruleRollOutDeg: normalizeDeg(input.targetDeg - side * earlyDeg)
	};
}

/** A unit vector or any vector along body axes forward, right, down. */
export interface BodyVector {
	x: number;
	y: number;
	z: number;
}

/**
 * Where the card would settle, degrees, for any attitude and acceleration: the card's plane is square
 * to the specific force, so turning, banking, skidding and changing speed all show as they do.
 * @param magneticHeading, pitch, bank radians; @param force specific force (up when at rest: z negative).
 */
export function cardAimDeg(
	magneticHeading: number,
	pitch: number,
	bank: number,
	dip: number,
	force: BodyVector
): number {
	const size = Math.sqrt(force.x * force.x + force.y * force.y + force.z * force.z);
	// In free fall there is no apparent vertical: the card keeps the aeroplane's own.
	const felt = size > 1;
	const upX = felt ? force.x / size : 0;
	const upY = felt ? force.y / size : 0;
	const upZ = felt ? force.z / size : -1;
	const ch = Math.cos(magneticHeading);
	const sh = Math.sin(magneticHeading);
	const cp = Math.cos(pitch);
	const sp = Math.sin(pitch);
	const cb = Math.cos(bank);
	const sb = Math.sin(bank);
	const north = Math.cos(dip);
	const down = Math.sin(dip);
	// The earth's field (north and down) turned into body axes.
	const x = north * ch * cp - down * sp;
	const y = north * (ch * sp * sb - sh * cb) + down * cp * sb;
	const z = north * (ch * sp * cb + sh * sb) + down * cp * cb;
	// Field and nose laid into the card's plane: the angle between them, clockwise seen from above, has this sine and cosine
	// (times the length of both).
	const sine = y * upZ - z * upY;
	const cosine = x - (x * upX + y * upY + z * upZ) * upX;
	return normalizeDeg(toDegrees(Math.atan2(sine, cosine)));
}

/** Natural frequency, rad/s, and damping of the card in its liquid: it overshoots and settles in some seconds. */
const CARD_FREQUENCY = 1.5;
const CARD_DAMPING = 0.4;

interface CardState {
	cardDeg: number;
	cardRateDegPerSecond: number;
}

/** Moves the card toward where it would settle for one step (semi-implicit, stable at 1/120 s). */
export function swingCard(card: CardState, aimDeg: number, seconds: number): void {
	const off = signedDeg(aimDeg - card.cardDeg);
	card.cardRateDegPerSecond +=
		seconds * (CARD_FREQUENCY ** 2 * off - 2 * CARD_DAMPING * CARD_FREQUENCY * card.cardRateDegPerSecond);
	card.cardDeg = normalizeDeg(card.cardDeg + seconds * card.cardRateDegPerSecond);
}

/** Deviation, degrees, by the aeroplane's own magnetism: constant, semicircular parts (A, B, C). */
export const deviationDeg = (headingDeg: number, parts: readonly [number, number, number]): number =>
	parts[0] + parts[1] * Math.sin(toRadians(headingDeg)) + parts[2] * Math.cos(toRadians(headingDeg));
