import type { Area } from '../area/area.js';
import type { LocalizerStation, NdbStation, VorStation } from '../area/stations.js';
import { RECEIVER_BITS, type RadioReadings } from './readings.js';
import type { RadioSettings } from './settings.js';

/** Two tunings are one when they round to the same channel, MHz or kHz. */
export const onChannel = (a: number, b: number): boolean => Math.abs(a - b) < 0.004;

export type NavStation = VorStation | LocalizerStation;

/** The station of the navigation band that a frequency tunes, if any. */
export const navStationOn = (area: Pick<Area, 'stations'>, mhz: number): NavStation | undefined =>
	area.stations.find(
		(one): one is NavStation =>
			(one.kind === 'vor' || one.kind === 'localizer') && onChannel(one.frequencyMHz, mhz)
	);
export const ndbOn = (area: Pick<Area, 'stations'>, khz: number): NdbStation | undefined =>
	area.stations.find((one): one is NdbStation => one.kind === 'ndb' && onChannel(one.frequencyKHz, khz));

/** The station whose identifier is in the headset now: tuned, listened to and received; null without one. */
export function heardStation(
	area: Pick<Area, 'stations'>,
	settings: RadioSettings,
	{ received }: Pick<RadioReadings, 'received'>
): NavStation | NdbStation | null {
	const { listen } = settings;
	if (listen === 'off' || (received & RECEIVER_BITS[listen]) === 0) return null;
	const found =
		listen === 'adf' ? ndbOn(area, settings.adf.activeKHz) : navStationOn(area, settings[listen].activeMHz);
	return found ?? null;
}
