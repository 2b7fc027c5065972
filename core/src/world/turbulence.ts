import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import { METRES_PER_FT, type SeededRandom } from '../base/index.js';

/** How rough the air is. */
export const TurbulenceLevel = Type.Union([
	Type.Literal('none'),
	Type.Literal('light'),
	Type.Literal('moderate'),
	Type.Literal('severe')
]);
export type TurbulenceLevel = Static<typeof TurbulenceLevel>;

/** Wind at 20 ft that stands for a level below 1000 ft, kt (MIL-F-8785C, 3.7.3.4). */
const WIND_AT_20_FT_KT: Record<TurbulenceLevel, number> = { none: 0, light: 15, moderate: 30, severe: 45 };
/** Deviation of the gusts above 2000 ft, ft/s (MIL-F-8785C, fig. 7, rounded at 3000 ft). */
const HIGH_SIGMA_FPS: Record<TurbulenceLevel, number> = { none: 0, light: 5, moderate: 10, severe: 20 };
const HIGH_SCALE_FT = 1750;
const FPS_PER_KT = 1.68781;

/** Scales, m, and deviations, m/s, of the three gust components. */
interface TurbulenceScales {
	along: { scaleM: number; sigmaMps: number };
	across: { scaleM: number; sigmaMps: number };
	vertical: { scaleM: number; sigmaMps: number };
}

/**
 * Scales and strengths by height: the low-altitude model up to 1000 ft, constant above 2000 ft,
 * linear between. Source: MIL-F-8785C, 3.7.3 (Dryden form).
 */
export function turbulenceScales(level: TurbulenceLevel, heightFt: number): TurbulenceScales {
	const low = (h: number) => {
		const base = 0.177 + 0.000823 * h;
		const vertical = 0.1 * WIND_AT_20_FT_KT[level] * FPS_PER_KT;
		return {
			scale: { level: h / base ** 1.2, vertical: h },
			sigma: { level: vertical / base ** 0.4, vertical }
		};
	};
	const high = {
		scale: { level: HIGH_SCALE_FT, vertical: HIGH_SCALE_FT },
		sigma: { level: HIGH_SIGMA_FPS[level], vertical: HIGH_SIGMA_FPS[level] }
	};
	const bottom = low(Math.min(1000, Math.max(10, heightFt)));
	const share = Math.min(1, Math.max(0, (heightFt - 1000) / 1000));
	const mix = (part: 'scale' | 'sigma', axis: 'level' | 'vertical') =>
		(bottom[part][axis] + share * (high[part][axis] - bottom[part][axis])) * METRES_PER_FT;
	const level_ = { scaleM: mix('scale', 'level'), sigmaMps: mix('sigma', 'level') };
	return {
		along: level_,
		across: { ...level_ },
		vertical: { scaleM: mix('scale', 'vertical'), sigmaMps: mix('sigma', 'vertical') }
	};
}

/** Filter memories of unit strength; the strengths are put on when they are read. */
export interface GustState {
	along: number;
	across1: number;
	across2: number;
	vertical1: number;
	vertical2: number;
	roll: number;
	/** The present or next single gust: when it begins and how long it takes, s, and its peak, m/s. */
	gustFromSeconds: number;
	gustSeconds: number;
	gustPeakMps: number;
}
/** The gusts' filters at rest. */
export const stillGusts = (): GustState => ({
	along: 0,
	across1: 0,
	across2: 0,
	vertical1: 0,
	vertical2: 0,
	roll: 0,
	gustFromSeconds: 0,
	gustSeconds: 0,
	gustPeakMps: 0
});

/** Gusts in the direction of flight, to its right, down, m/s, and their rotation in roll, rad/s. */
export interface Gusts {
	alongMps: number;
	acrossMps: number;
	downMps: number;
	rollRadPerSecond: number;
	/** What a single gust adds to the wind's speed. */
	windMps: number;
}

/** Seconds from one gust to the next, on average and at least, and how long one takes. */
const GUST_GAP_SECONDS = { mean: 14, least: 3 };
const GUST_SECONDS = [4, 12] as const;

/**
 * Single gusts of the wind in the form ½(1 − cos), at random times, between four tenths of the
 * greatest and the greatest. Form: MIL-F-8785C, 3.7.2; the times are ours.
 */
export function stepSingleGust(
	state: GustState,
	random: SeededRandom,
	greatestMps: number,
	nowSeconds: number,
	out: Gusts
): void {
	if (nowSeconds >= state.gustFromSeconds + state.gustSeconds) {
		const gap = -Math.log(1 - random.next()) * (GUST_GAP_SECONDS.mean - GUST_GAP_SECONDS.least);
		state.gustFromSeconds = nowSeconds + GUST_GAP_SECONDS.least + gap;
		state.gustSeconds = random.between(...GUST_SECONDS);
		state.gustPeakMps = greatestMps * random.between(0.4, 1);
	}
	const share = (nowSeconds - state.gustFromSeconds) / state.gustSeconds;
	out.windMps = share > 0 && share < 1 ? 0.5 * state.gustPeakMps * (1 - Math.cos(2 * Math.PI * share)) : 0;
}

/**
 * The Dryden gusts of one step: along, a first-order filter of white noise; across and vertical,
 * √3·first + (1−√3)·second order, which together have the published spectrum; roll after the
 * published form for the wing's span. First-order parts are exact for any step.
 */
export function stepGusts(
	state: GustState,
	random: SeededRandom,
	scales: TurbulenceScales,
	speedMps: number,
	spanM: number,
	seconds: number,
	out: Gusts
): void {
	const speed = Math.max(10, speedMps);
	const first = (value: number, timeConstant: number, noise: number) => {
		const keep = Math.exp(-seconds / timeConstant);
		return keep * value + Math.sqrt(1 - keep * keep) * noise;
	};
	const { along, across, vertical } = scales;
	state.along = first(state.along, along.scaleM / speed, random.normal());
	out.alongMps = along.sigmaMps * state.along;

	const pair = (one: 'across1' | 'vertical1', two: 'across2' | 'vertical2', timeConstant: number) => {
		const before = state[one];
		state[one] = first(before, timeConstant, random.normal());
		const keep = Math.exp(-seconds / timeConstant);
		state[two] = keep * state[two] + (1 - keep) * 0.5 * (before + state[one]);
		// Variance of the mixture of unit filters is 2.
		return (Math.sqrt(3) * state[one] + (1 - Math.sqrt(3)) * state[two]) / Math.SQRT2;
	};
	out.acrossMps = across.sigmaMps * pair('across1', 'across2', across.scaleM / speed);
	out.downMps = vertical.sigmaMps * pair('vertical1', 'vertical2', vertical.scaleM / speed);

	const rollConstant = (4 * spanM) / (Math.PI * speed);
	const rollSigma =
		vertical.scaleM > 0
			? vertical.sigmaMps *
				Math.sqrt(
					(0.8 * ((Math.PI * vertical.scaleM) / (4 * spanM)) ** (1 / 3) * Math.PI * Math.PI) /
						(8 * spanM * vertical.scaleM)
				)
			: 0;
	state.roll = first(state.roll, rollConstant, random.normal());
	out.rollRadPerSecond = rollSigma * state.roll;
}
