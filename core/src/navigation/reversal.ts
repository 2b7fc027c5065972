import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import {
	InfeasibleError,
	Direction,
	InputError,
	length,
	normalizeDeg,
	Speed,
	STANDARD_RATE_DEG_PER_SECOND,
	type Vec2,
	signedDeg
} from '../base/index.js';
import { alongPart, turnToward, windVector, type Part } from './track.js';
import { solveWindTriangle } from './wind-triangle.js';

const seconds = (description: string) => Type.Number({ minimum: 0, maximum: 3600, description });

/** A course reversal in a wind: courses in degrees, speeds in kt, limit in NM. */
export const ReversalInput = Type.Object(
	{
		outboundCourseDeg: Direction,
		kind: Type.Union([Type.Literal('45/180'), Type.Literal('80/260')]),
		side: Type.Union([Type.Literal('left'), Type.Literal('right')]),
		trueAirspeedKt: Type.Number({ exclusiveMinimum: 0, maximum: 600, description: 'kt' }),
		windFromDeg: Direction,
		windSpeedKt: Speed,
		outboundSeconds: Type.Optional(seconds('s; exactly one of this and limitNm')),
		limitNm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 60, description: 'NM' })),
		straightSeconds: Type.Optional(seconds('s of the 45° leg, from wings level; 60 when left out'))
	},
	{ additionalProperties: false }
);
export type ReversalInput = Static<typeof ReversalInput>;
/** How far out it goes in NM, how long it takes in s, and its headings. */
export const ReversalOutput = Type.Object({
	farthestNm: Type.Number({ description: 'NM from the station at any moment' }),
	secondsInAll: Type.Number({ description: 's, to the corrected inbound heading' }),
	headings: Type.Array(Direction),
	outboundSeconds: Type.Optional(Type.Number({ description: 's, the longest inside the limit' }))
});
export type ReversalOutput = Static<typeof ReversalOutput>;

const USUAL_STRAIGHT_SECONDS = 60;
/** Samples of a part in the search for the farthest point, each then refined. */
const SAMPLES = 90;

/** The farthest from the station on a way of parts, by samples and a golden-section search about the best. */
function farthest(parts: readonly Part[], speedKt: number, wind: Vec2): number {
	let from: Vec2 = { north: 0, east: 0 };
	let most = 0;
	for (const part of parts) {
		const away = (share: number) => length(alongPart(part, share, from, speedKt, wind));
		let best = 0;
		for (let i = 0; i <= SAMPLES; i++) if (away(i / SAMPLES) > away(best)) best = i / SAMPLES;
		let [low, high] = [Math.max(0, best - 1 / SAMPLES), Math.min(1, best + 1 / SAMPLES)];
		for (let i = 0; i < 40; i++) {
			const [a, b] = [low + (high - low) * 0.382, low + (high - low) * 0.618];
			if (away(a) > away(b)) high = b;
			else low = a;
		}
		most = Math.max(most, away(0), away(1), away((low + high) / 2));
		from = alongPart(part, 1, from, speedKt, wind);
	}
	return most;
}

/**
 * The parts of a reversal after its outbound leg, and its headings.
 * @throws InputError for a straight leg where there is none.
 */
export function reversalParts(input: ReversalInput): { outDeg: number; parts: Part[]; headings: number[] } {
	if (input.kind === '80/260' && input.straightSeconds !== undefined)
		throw new InputError('/straightSeconds', 'is only for the 45/180: the 80/260 has no straight leg');
	const { outboundCourseDeg, kind, side, trueAirspeedKt, windFromDeg, windSpeedKt } = input;
	const triangle = (courseDeg: number) =>
		solveWindTriangle({ courseDeg: normalizeDeg(courseDeg), trueAirspeedKt, windFromDeg, windSpeedKt });
	const outDeg = triangle(outboundCourseDeg).headingDeg;
	const inDeg = triangle(outboundCourseDeg + 180).headingDeg;
	const sign = side === 'right' ? 1 : -1;
	const offDeg = normalizeDeg(outboundCourseDeg + sign * (kind === '45/180' ? 45 : 80));
	const back = side === 'right' ? 'left' : 'right';
	const turn = (fromDeg: number, byDeg: number): Part => ({
		headingDeg: fromDeg,
		byDeg,
		seconds: Math.abs(byDeg) / STANDARD_RATE_DEG_PER_SECOND
	});
	// A correction of more than the angle itself makes it a small turn the other way, not one nearly all round.
	const parts: Part[] = [turn(outDeg, signedDeg(offDeg - outDeg))];
	if (kind === '45/180')
		parts.push({
			headingDeg: offDeg,
			byDeg: 0,
			seconds: input.straightSeconds ?? USUAL_STRAIGHT_SECONDS
		});
	parts.push(turn(offDeg, turnToward(back, offDeg, inDeg)));
	const headings =
		kind === '45/180' ? [outDeg, offDeg, normalizeDeg(offDeg + 180), inDeg] : [outDeg, offDeg, inDeg];
	return { outDeg, parts, headings };
}

/**
 * A course reversal begun over the station, in wind: on the wind-corrected outbound heading; then on the
 * charted headings, 45° or 80° off the outbound course, uncorrected; then the other way round to the
 * wind-corrected inbound heading. Standard rate, instant roll.
 * @throws InputError unless exactly one of outboundSeconds and limitNm is given; InfeasibleError when the turn
 * alone goes beyond the limit.
 */
export function solveReversal(input: ReversalInput): ReversalOutput {
	const { trueAirspeedKt, windFromDeg, windSpeedKt, limitNm } = input;
	if ((input.outboundSeconds === undefined) === (limitNm === undefined))
		throw new InputError('/outboundSeconds', 'or /limitNm must be given, exactly one of them');
	const { outDeg, parts, headings } = reversalParts(input);
	const wind = windVector(windFromDeg, windSpeedKt);
	const reach = (outboundSeconds: number) =>
		farthest([{ headingDeg: outDeg, byDeg: 0, seconds: outboundSeconds }, ...parts], trueAirspeedKt, wind);
	const after = parts.reduce((sum, part) => sum + part.seconds, 0);
	if (limitNm === undefined) {
		const outboundSeconds = input.outboundSeconds!;
		return { farthestNm: reach(outboundSeconds), secondsInAll: outboundSeconds + after, headings };
	}
	if (reach(0) > limitNm) throw new InfeasibleError(`the turn alone goes beyond ${limitNm} NM`);
	let [low, high] = [0, 3600];
	for (let i = 0; i < 60; i++) {
		const middle = (low + high) / 2;
		if (reach(middle) <= limitNm) low = middle;
		else high = middle;
	}
	return { farthestNm: reach(low), secondsInAll: low + after, headings, outboundSeconds: low };
}
