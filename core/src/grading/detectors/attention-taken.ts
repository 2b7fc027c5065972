import { formatHeading, signedDeg } from '../../base/index.js';
import { effectiveColumn, type ChannelName } from '../../recording/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { stretches } from './stretches.js';

/** What a hand does beside flying: radios, settings, saying where one is. */
const ACTIONS = [
	'nav1MHz',
	'nav1CourseDeg',
	'nav2MHz',
	'adfKHz',
	'altimeterSettingHpa',
	'marks',
	'line1Deg',
	'calls'
] as const satisfies ChannelName[];
/** Inside before it: by so much of what then is outside. */
const INSIDE_SHARE = 0.6;
/** It lasts where it is still out at the end of a phase, after so long, s. */
const CUT_SECONDS = 2;

/** An excursion of height or heading that began within seconds of tuning, setting or marking something. */
export function attentionTaken({ card, track, times, settings, rough }: Evidence): Fault[] {
	const altitude = effectiveColumn(track, 'indicatedAltitudeFt', card.weather);
	const heading = effectiveColumn(track, 'indicatedHeadingDeg', card.weather);
	const actions = ACTIONS.filter((name) => track.has(name)).map((name) => track.column(name));
	const acted = (i: number) => actions.some((column) => column[i] !== column[i - 1]);
	const found: Fault[] = [];
	for (const { phase, from, to } of stretches(card, track, times)) {
		const { altitudeFt, headingDeg } = phase.targets;
		const items: { size: (i: number) => number; most: number; words: (i: number) => string }[] = [];
		if (altitude && altitudeFt?.mode === 'hold')
			items.push({
				size: (i) => altitude[i]! - altitudeFt.value,
				most: settings.attentionFt * rough,
				words: (i) =>
					`${Math.abs(Math.round(altitude[i]! - altitudeFt.value))} ft ${altitude[i]! > altitudeFt.value ? 'high' : 'low'}`
			});
		if (heading && headingDeg)
			items.push({
				size: (i) => signedDeg(heading[i]! - headingDeg.value),
				most: settings.attentionDeg * rough,
				words: (i) => `on ${formatHeading(heading[i]!)} instead of ${formatHeading(headingDeg.value)}`
			});
		const within = Math.round(settings.attentionSeconds * track.rateHz);
		for (const { size, most, words } of items) {
			let inside = false;
			for (let i = from; i < to; i++) {
				const off = Math.abs(size(i));
				if (off < INSIDE_SHARE * most) inside = true;
				if (!inside || off < most) continue;
				inside = false;
				// Where the way out began: the last moment at which all was well.
				let left = i;
				while (left > from && Math.abs(size(left)) >= INSIDE_SHARE * most) left--;
				let hand = -1;
				for (let k = Math.max(1, left - within); k <= left && k < to; k++) if (acted(k)) hand = k;
				let end = i;
				while (end < to && Math.abs(size(end)) >= most) end++;
				// Where the phase ends on it, it has not come back.
				const lasts = end < to ? settings.attentionLastsSeconds : CUT_SECONDS;
				if (hand < 0 || end - i < lasts * track.rateHz) continue;
				let worst = i;
				for (let k = i; k < end; k++) if (Math.abs(size(k)) > Math.abs(size(worst))) worst = k;
				found.push(
					fault(
						'attention-taken',
						track.timeOf(hand),
						track.timeOf(end),
						`${Math.round((i - hand) / track.rateHz)} s after you had set something you were ${words(worst)}.`,
						'Fly first. Trim, look at attitude, one click of the knob, look at attitude again.'
					)
				);
			}
		}
	}
	return found;
}
