import { runningMean, runs } from '../../base/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** The mean is taken over so many seconds to either side. */
const HELD_SECONDS = 4;

/** The ball held out: a slip or a skid that nobody took away. */
export function ballOut({ track, settings, rough }: Evidence): Fault[] {
	if (!track.has('slipDeg')) return [];
	// What a gust or a roll does to it comes and goes: what is held stays in the mean of some seconds.
	const ball = runningMean(track.column('slipDeg'), HELD_SECONDS * track.rateHz);
	const most = settings.ballOutDeg * Math.sqrt(rough);
	return runs(0, track.length, settings.ballOutSeconds * track.rateHz, (i) => Math.abs(ball[i]!) > most).map(
		({ from, to }) => {
			let worst = from;
			for (let i = from; i < to; i++) if (Math.abs(ball[i]!) > Math.abs(ball[worst]!)) worst = i;
			const side = ball[worst]! > 0 ? 'right' : 'left';
			return fault(
				'ball-out',
				track.timeOf(from),
				track.timeOf(to),
				`The ball stood out to the ${side} for ${Math.round((to - from) / track.rateHz)} s, ${Math.abs(Math.round(ball[worst]!))}° at most.`,
				`Step on the ball: ${side} rudder until it is in the middle, and trim what stays.`
			);
		}
	);
}
