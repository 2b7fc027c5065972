import type { Track } from '@hanza/core';

/** Something that was changed, said or remarked on the way down. */
export interface ApproachMark {
	seconds: number;
	text: string;
}

/** A change of power is one from so much of the throttle's way on, s apart, told by the means to either side. */
const POWER_CHANGE = 0.1;
const POWER_SECONDS = 3;
/** Flap is named where it has come to rest, within degrees. */
const FLAP_DEG = 0.6;
/** More would cover the picture. */
const MOST_POWER_MARKS = 8;

const meanOf = (values: Float64Array): number =>
	values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

/** Where the throttle was moved for good, the largest moves first to be kept, in the order of time. */
export function powerMarks(track: Track): ApproachMark[] {
	if (!track.has('throttle')) return [];
	const throttle = track.column('throttle');
	const side = POWER_SECONDS * track.rateHz;
	const moves: { i: number; by: number }[] = [];
	for (let i = side; i < track.length - side; i += Math.round(track.rateHz / 2)) {
		const by = meanOf(throttle.subarray(i, i + side)) - meanOf(throttle.subarray(i - side, i));
		if (Math.abs(by) < POWER_CHANGE) continue;
		const last = moves.at(-1);
		// One move goes on as long as it goes the same way; its middle is where it went fastest.
		if (last && i - last.i < 2 * side && Math.sign(by) === Math.sign(last.by)) {
			if (Math.abs(by) > Math.abs(last.by)) Object.assign(last, { i, by });
		} else moves.push({ i, by });
	}
	return moves
		.toSorted((a, b) => Math.abs(b.by) - Math.abs(a.by))
		.slice(0, MOST_POWER_MARKS)
		.toSorted((a, b) => a.i - b.i)
		.map(({ i }) => ({
			seconds: track.timeOf(i),
			text: `power to ${Math.round(meanOf(throttle.subarray(i + side, i + 2 * side)) * 100)} %`
		}));
}

/** Where flap or gear had come to a stand. */
export function configurationMarks(track: Track): ApproachMark[] {
	const found: ApproachMark[] = [];
	const rests = (name: 'flapsDeg' | 'gear', stands: (value: number) => string | null) => {
		if (!track.has(name)) return;
		const column = track.column(name);
		let last = stands(column[0] ?? 0);
		for (let i = 1; i < track.length; i++) {
			const now = stands(column[i]!);
			if (now === null || now === last) continue;
			last = now;
			found.push({ seconds: track.timeOf(i), text: now });
		}
	};
	rests('flapsDeg', (deg) =>
		Math.abs(deg - Math.round(deg / 10) * 10) < FLAP_DEG ? `flap ${Math.round(deg / 10) * 10}°` : null
	);
	rests('gear', (share) => (share > 0.99 ? 'gear down' : share < 0.01 ? 'gear up' : null));
	return found;
}
