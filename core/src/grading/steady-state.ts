import { powerUnit, type Aircraft, type Configuration } from '../aircraft/index.js';
import { runningMean, spread } from '../base/index.js';
import { effectiveColumn, type ChannelName, type Track } from '../recording/index.js';
import { standardDay } from '../world/index.js';

/** A stretch of a flight in which nothing moved: what was held, and what it gave. */
export interface SteadyStretch {
	startSeconds: number;
	seconds: number;
	airspeedKias: number;
	verticalSpeedFpm: number;
	pitchDeg: number;
	/** In the aircraft's own unit. */
	power: number;
	altitudeFt: number;
	flapsDeg: number;
	gearDown: boolean;
}

/** What counts as steady; each a setting with its default. */
const STEADY_DEFAULTS = {
	/** Least and most length, s: what is steady for longer is more than one stretch. */
	seconds: 12,
	mostSeconds: 120,
	/** Most spread within it. */
	airspeedKt: 2.5,
	pitchDeg: 0.8,
	bankDeg: 4,
	/** Most change of the two-second mean of the throttle over it. */
	throttle: 0.05,
	/** Most drift of the speed from its begin to its end, kt. */
	driftKt: 3
};

const mean = (values: Float64Array): number =>
	values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

/** The steady stretches of a flight, none overlapping another; [] where a channel that is needed is missing. */
export function steadyStretches(
	track: Track,
	aircraft: Aircraft,
	settings = STEADY_DEFAULTS
): SteadyStretch[] {
	const unit = powerUnit(aircraft) === 'rpm' ? 'rpm' : 'manifoldPressureInHg';
	const needed = [
		'pitchDeg',
		'bankDeg',
		'throttle',
		'flapsDeg',
		'verticalSpeedFpm',
		unit
	] as const satisfies ChannelName[];
	const speed = effectiveColumn(track, 'indicatedAirspeedKt', standardDay);
	const altitude = effectiveColumn(track, 'indicatedAltitudeFt', standardDay);
	if (!speed || !altitude || needed.some((name) => !track.has(name))) return [];
	const [pitch, bank, throttle, flaps, climb, power] = needed.map((name) => track.column(name)) as [
		Float64Array,
		Float64Array,
		Float64Array,
		Float64Array,
		Float64Array,
		Float64Array
	];
	const gear = track.has('gear') ? track.column('gear') : null;
	const by = track.has('byInstructor') ? track.column('byInstructor') : null;
	const levers = runningMean(throttle, track.rateHz);
	const length = Math.round(settings.seconds * track.rateHz);
	const steady = (from: number, to: number): boolean => {
		const part = (column: Float64Array) => column.subarray(from, to);
		const [low, high] = [Math.min(...part(levers)), Math.max(...part(levers))];
		return (
			high - low <= settings.throttle &&
			spread(part(speed)) <= settings.airspeedKt &&
			spread(part(pitch)) <= settings.pitchDeg &&
			Math.max(...part(bank).map(Math.abs)) <= settings.bankDeg &&
			flaps[from] === flaps[to - 1] &&
			gear?.[from] === gear?.[to - 1] &&
			!part(by ?? flaps.subarray(0, 0)).some((one) => one === 1) &&
			Math.abs(
				mean(speed.subarray(to - track.rateHz, to)) - mean(speed.subarray(from, from + track.rateHz))
			) <= settings.driftKt
		);
	};
	const found: SteadyStretch[] = [];
	let from = 0;
	while (from + length <= track.length) {
		let to = from + length;
		if (!steady(from, to)) {
			from += track.rateHz;
			continue;
		}
		const last = Math.min(track.length, from + settings.mostSeconds * track.rateHz);
		while (to + track.rateHz <= last && steady(from, to + track.rateHz)) to += track.rateHz;
		const of = (column: Float64Array) => mean(column.subarray(from, to));
		found.push({
			startSeconds: track.timeOf(from),
			seconds: (to - from) / track.rateHz,
			airspeedKias: of(speed),
			verticalSpeedFpm: of(climb),
			pitchDeg: of(pitch),
			power: of(power),
			altitudeFt: of(altitude),
			flapsDeg: flaps[from]!,
			gearDown: gear ? gear[from]! > 0.5 : true
		});
		from = to;
	}
	return found;
}

/** Within these a stretch belongs to a configuration. */
const NEAR = { airspeedKt: 6, fpm: 200, flapsDeg: 1 };

/** The configuration that a stretch was flown in, if any: the nearest in speed and rate with the same flap and gear. */
export function configurationOf(
	stretch: SteadyStretch,
	aircraft: Aircraft,
	rateOf: (configuration: Configuration) => number
): string | null {
	let best: { id: string; away: number } | null = null;
	for (const configuration of aircraft.configurations) {
		if (Math.abs(configuration.flapsDeg - stretch.flapsDeg) > NEAR.flapsDeg) continue;
		if (aircraft.gear && (configuration.gearDown ?? false) !== stretch.gearDown) continue;
		const speed = Math.abs(configuration.airspeedKias - stretch.airspeedKias) / NEAR.airspeedKt;
		const rate = Math.abs(rateOf(configuration) - stretch.verticalSpeedFpm) / NEAR.fpm;
		if (speed > 1 || rate > 1) continue;
		if (!best || speed + rate < best.away) best = { id: configuration.id, away: speed + rate };
	}
	return best?.id ?? null;
}

/** A student's own numbers of a configuration: mean and spread over the stretches, weighted by their length. */
export interface SteadyStateNumbers {
	configurationId: string;
	stretches: number;
	seconds: number;
	airspeedKias: Spread;
	verticalSpeedFpm: Spread;
	pitchDeg: Spread;
	power: Spread;
}
interface Spread {
	mean: number;
	/** Between stretches; 0 with one. */
	spread: number;
}

/** A pilot's own numbers for each configuration: medians over the steady stretches that fit one. */
export function steadyStateNumbers(
	stretches: readonly (SteadyStretch & { configurationId: string | null })[]
): SteadyStateNumbers[] {
	const ids = [...new Set(stretches.map(({ configurationId }) => configurationId))];
	return ids.flatMap((id) => {
		if (id === null) return [];
		const own = stretches.filter(({ configurationId }) => configurationId === id);
		const seconds = own.reduce((sum, one) => sum + one.seconds, 0);
		const of = (key: 'airspeedKias' | 'verticalSpeedFpm' | 'pitchDeg' | 'power'): Spread => {
			const middle = own.reduce((sum, one) => sum + one[key] * one.seconds, 0) / seconds;
			const square = own.reduce((sum, one) => sum + (one[key] - middle) ** 2 * one.seconds, 0) / seconds;
			return { mean: middle, spread: Math.sqrt(square) };
		};
		return [
			{
				configurationId: id,
				stretches: own.length,
				seconds,
				airspeedKias: of('airspeedKias'),
				verticalSpeedFpm: of('verticalSpeedFpm'),
				pitchDeg: of('pitchDeg'),
				power: of('power')
			}
		];
	});
}
