import { formatHeading, northOf, type Area, type DrawnLine } from '@hanza/core';
import type { Overlay } from './overlay.js';

/** A line as it is being entered: a station by its name, and the radial read, still as typed. */
export interface LineEntry {
	aid: string;
	radial: string;
}

/** Stations that bearings are taken from. */
export const bearingStations = ({ stations }: Pick<Area, 'stations'>): string[] =>
	stations.filter(({ kind }) => kind === 'vor' || kind === 'ndb').map(({ id }) => id);

/**
 * The lines that can be drawn so far, and what is wrong with an entry. One without a station or without a radial is
 * only begun, which is no mistake.
 */
export function linesFrom(
	area: Pick<Area, 'stations' | 'variationDeg'>,
	entries: readonly LineEntry[]
): { lines: DrawnLine[]; overlays: Overlay[]; problem: string } {
	const lines: DrawnLine[] = [];
	const overlays: Overlay[] = [];
	let problem = '';
	for (const { aid, radial } of entries) {
		const station = area.stations.find(({ id }) => id === aid);
		if (!station || radial.trim() === '') continue;
		const deg = Number(radial.replace(',', '.'));
		if (!(deg >= 0 && deg <= 360)) {
			problem = `The radial of ${aid} is 000 to 360.`;
			continue;
		}
		const { northNm, eastNm } = station;
		lines.push({ northNm, eastNm, radialDeg: deg % 360 });
		overlays.push({
			kind: 'radial',
			at: { north: northNm, east: eastNm },
			trueDeg: deg + northOf(station.kind === 'vor' ? station : {}, area.variationDeg),
			label: `${aid} ${formatHeading(deg)}`
		});
	}
	return { lines, overlays, problem };
}
