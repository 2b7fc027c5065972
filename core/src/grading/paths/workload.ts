import { signedDeg, spread } from '../../base/index.js';
import type { Track } from '../../recording/index.js';
import type { DueCall } from '../../training/index.js';

/** How late a call was, and how steady the flight was in the same minute: the calls are the first thing to go. */
export interface Workload {
	atSeconds: number;
	name: string;
	/** Until the last item was ticked; null where one never was. */
	delaySeconds: number | null;
	withinSeconds: number;
	/** Standard deviations over the minute about it; heading on straight stretches only, null without one. */
	altitudeSpreadFt: number;
	headingSpreadDeg: number | null;
}

const HALF_MINUTE = 30;
const STRAIGHT_BANK_DEG = 6;

/**
 * What a flight did while each call was due: altitude in ft, heading and bank in degrees, worst in the time about it.
 * Nothing where these were not recorded.
 */
export function workload(track: Track, calls: readonly DueCall[]): Workload[] {
	if (!track.has('indicatedAltitudeFt') || !track.has('headingDeg') || !track.has('bankDeg')) return [];
	const altitude = track.column('indicatedAltitudeFt');
	const heading = track.column('headingDeg');
	const bank = track.column('bankDeg');
	return calls.map(({ call, dueSeconds, tickedSeconds }) => {
		const from = Math.max(0, Math.round((dueSeconds - HALF_MINUTE) * track.rateHz));
		const to = Math.min(track.length, Math.round((dueSeconds + HALF_MINUTE) * track.rateHz));
		const straight: number[] = [];
		let about: number | null = null;
		let squares = 0;
		for (let i = from; i < to; i++) {
			// Each straight stretch has a heading of its own.
			if (Math.abs(bank[i]!) > STRAIGHT_BANK_DEG) {
				about = null;
				continue;
			}
			about ??= heading[i]!;
			const off = signedDeg(heading[i]! - about);
			straight.push(off);
			squares += off ** 2;
		}
		const last = tickedSeconds.at(-1);
		return {
			atSeconds: dueSeconds,
			name: call.name,
			delaySeconds:
				tickedSeconds.includes(null) || last === undefined || last === null ? null : last - dueSeconds,
			withinSeconds: call.withinSeconds,
			altitudeSpreadFt: spread(altitude.subarray(from, to)),
			headingSpreadDeg: straight.length < track.rateHz ? null : Math.sqrt(squares / straight.length)
		};
	});
}
