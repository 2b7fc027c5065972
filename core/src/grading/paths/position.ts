import { normalizeDeg } from '../../base/index.js';
import { bearingTo } from '../../paths/index.js';
import type { Flown } from './flown.js';

/** A place that the student said, against where the aircraft was. */
export interface MarkReport {
	phase: number;
	atSeconds: number;
	marked: { northNm: number; eastNm: number };
	was: { northNm: number; eastNm: number };
	errorNm: number;
	/** The radials drawn to find it. */
	lines: LineReport[];
}

/** A radial that the student drew, against the one the aircraft was on when the place was said. */
interface LineReport {
	/** Name of the place on the card that it was drawn from; null for another. */
	aid: string | null;
	from: { northNm: number; eastNm: number };
	drawnDeg: number;
	wasDeg: number;
}

/** A place is that of the card when it lies this near, NM: the recording rounds. */
const SAME_PLACE_NM = 0.01;
const LINES = [
	['line1NorthNm', 'line1EastNm', 'line1Deg'],
	['line2NorthNm', 'line2EastNm', 'line2Deg']
] as const;

function linesDrawn({ card, track }: Flown, i: number, was: MarkReport['was']): LineReport[] {
	const { places, variationDeg } = card.navigation!;
	return LINES.flatMap(([north, east, direction]) => {
		if (!track.has(direction) || track.column(direction)[i]! < 0) return [];
		const from = { northNm: track.column(north)[i]!, eastNm: track.column(east)[i]! };
		const place = places.find(
			({ northNm, eastNm }) => Math.hypot(northNm - from.northNm, eastNm - from.eastNm) < SAME_PLACE_NM
		);
		return [
			{
				aid: place?.id ?? null,
				from,
				drawnDeg: track.column(direction)[i]!,
				wasDeg: normalizeDeg(bearingTo(place ?? from, variationDeg, was.northNm, was.eastNm) + 180)
			}
		];
	});
}

export function markReports(flown: Flown): MarkReport[] {
	const { track, from, to, phase } = flown;
	if (!track.has('marks') || !track.has('markNorthNm') || !track.has('markEastNm')) return [];
	const marks = track.column('marks');
	const found: MarkReport[] = [];
	for (let i = Math.max(1, from); i < to; i++) {
		if (marks[i]! <= marks[i - 1]!) continue;
		const marked = { northNm: track.column('markNorthNm')[i]!, eastNm: track.column('markEastNm')[i]! };
		const was = { northNm: track.column('northNm')[i]!, eastNm: track.column('eastNm')[i]! };
		const errorNm = Math.hypot(marked.northNm - was.northNm, marked.eastNm - was.eastNm);
		found.push({
			phase,
			atSeconds: track.timeOf(i),
			marked,
			was,
			errorNm,
			lines: linesDrawn(flown, i, was)
		});
	}
	return found;
}
