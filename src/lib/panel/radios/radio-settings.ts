import { ADF_KHZ, LISTENED, NAV_MHZ, type RadioSettings } from '@hanza/core';

/** The receivers that can be tuned, in the order in which one key goes through them. */
export const RECEIVERS = ['nav1', 'nav2', 'adf'] as const;
export type Receiver = (typeof RECEIVERS)[number];
export const RECEIVER_NAMES: Record<Receiver, string> = {
	nav1: 'Nav 1',
	nav2: 'Nav 2',
	adf: 'Beacon'
};
export type NavReceiver = 'nav1' | 'nav2';

const nextOf = <T>(all: readonly T[], now: T): T => all[(all.indexOf(now) + 1) % all.length]!;
export const nextReceiver = (now: Receiver): Receiver => nextOf(RECEIVERS, now);

/** The standby frequency moved by so many channels, round at the ends of the band. */
export function tuneBy(settings: RadioSettings, receiver: Receiver, channels: number): RadioSettings {
	const { from, to, step } = receiver === 'adf' ? ADF_KHZ : NAV_MHZ;
	const count = Math.round((to - from) / step) + 1;
	const now = receiver === 'adf' ? settings.adf.standbyKHz : settings[receiver].standbyMHz;
	const channel = (((Math.round((now - from) / step) + channels) % count) + count) % count;
	return withStandby(settings, receiver, Math.round((from + channel * step) * 100) / 100);
}

export const withStandby = (settings: RadioSettings, receiver: Receiver, frequency: number): RadioSettings =>
	receiver === 'adf'
		? { ...settings, adf: { ...settings.adf, standbyKHz: frequency } }
		: { ...settings, [receiver]: { ...settings[receiver], standbyMHz: frequency } };

/** A typed frequency on the receiver's channels; null for anything else. */
export function typedFrequency(receiver: Receiver, text: string): number | null {
	const { from, to, step } = receiver === 'adf' ? ADF_KHZ : NAV_MHZ;
	const value = Number(text.trim().replace(',', '.'));
	if (text.trim() === '' || !Number.isFinite(value)) return null;
	const channel = Math.round(((Math.round(value / step) * step) as number) * 100) / 100;
	return channel >= from - 1e-9 && channel <= to + 1e-9 ? channel : null;
}

/** Active and standby change places. */
export function swap(settings: RadioSettings, receiver: Receiver): RadioSettings {
	if (receiver === 'adf') {
		const { activeKHz, standbyKHz } = settings.adf;
		return { ...settings, adf: { activeKHz: standbyKHz, standbyKHz: activeKHz } };
	}
	const { activeMHz, standbyMHz, courseDeg } = settings[receiver];
	return { ...settings, [receiver]: { activeMHz: standbyMHz, standbyMHz: activeMHz, courseDeg } };
}

const circle = (deg: number): number => ((Math.round(deg) % 360) + 360) % 360;
export const withCourse = (
	settings: RadioSettings,
	receiver: NavReceiver,
	courseDeg: number
): RadioSettings => ({
	...settings,
	[receiver]: { ...settings[receiver], courseDeg: circle(courseDeg) }
});
export const turnCourse = (settings: RadioSettings, receiver: NavReceiver, by: number): RadioSettings =>
	withCourse(settings, receiver, settings[receiver].courseDeg + by);

export const listenNext = (settings: RadioSettings): RadioSettings => ({
	...settings,
	listen: nextOf(LISTENED, settings.listen)
});
export const pointNext = (settings: RadioSettings): RadioSettings => ({
	...settings,
	pointer: nextOf(RECEIVERS, settings.pointer)
});
export const sourceNext = (settings: RadioSettings): RadioSettings => ({
	...settings,
	needle: settings.needle === 'nav' ? 'rnav' : 'nav'
});

/** Sets the RNAV unit going: along a list, or on a course into its first place. */
export const goTo = (settings: RadioSettings, list: string[], courseDeg: number | null): RadioSettings => ({
	...settings,
	rnav: { list, to: 0, courseDeg, serial: settings.rnav.serial + 1 }
});

/** A frequency as printed. */
export const frequencyText = (receiver: Receiver, frequency: number): string =>
	receiver === 'adf' ? String(Math.round(frequency)) : frequency.toFixed(2);
