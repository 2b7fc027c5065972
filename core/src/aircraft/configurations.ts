import type { Aircraft, Configuration } from './aircraft.js';
import { calibratedKt, trimmedAtThrottle, trimmedFlight, type TrimCondition, type Trimmed } from './trim.js';

/** What a pilot sets power by: shaft speed with a fixed-pitch propeller, manifold pressure with a governed one. */
export type PowerUnit = 'rpm' | 'inHg';
/** What the power of an aircraft is set by: shaft speed for a fixed-pitch propeller, else manifold pressure. */
export const powerUnit = ({ propeller }: Pick<Aircraft, 'propeller'>): PowerUnit =>
	propeller.kind === 'fixed-pitch' ? 'rpm' : 'inHg';
/** The power of a trimmed flight on the gauge it is set by, 1/min or inHg. */
export const powerOf = (
	aircraft: Aircraft,
	trimmed: Pick<Trimmed, 'powerRpm' | 'manifoldPressureInHg'>
): number => (powerUnit(aircraft) === 'rpm' ? trimmed.powerRpm : trimmed.manifoldPressureInHg);

/** The air a configuration is asked for in. */
type Day = Pick<TrimCondition, 'altitudeFt' | 'seaLevelPressureHpa' | 'temperatureOffsetC'>;

/**
 * The steady flight of one of the aircraft's configurations.
 * @throws InfeasibleError when the aircraft cannot do it on that day.
 */
export function configurationFlight(
	aircraft: Aircraft,
	configuration: Configuration,
	day: Day
): Trimmed & { verticalSpeedFpm: number } {
	const { airspeedKias, verticalSpeedFpm, flapsDeg, gearDown, governedRpm } = configuration;
	const condition = {
		airspeedKcas: calibratedKt(aircraft, airspeedKias),
		flapsDeg,
		gear: gearDown ? 1 : 0,
		governedRpm,
		bankDeg: 0,
		headingDeg: 0,
		...day
	};
	return typeof verticalSpeedFpm === 'number'
		? { ...trimmedFlight(aircraft, { ...condition, verticalSpeedFpm }), verticalSpeedFpm }
		: trimmedAtThrottle(aircraft, verticalSpeedFpm === 'idle' ? 0 : 1, condition);
}
