import { runningMean, runs } from '../../base/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** The ball held out: a slip or a skid that nobody took away. */
export function ballOut({ track, settings, rough }: Evidence): Fault[] {
	if (!track.has('slipDeg')) return [];
	// What a gust does to it is over in a second.
	const ball = runningMean(track.column('slipDeg'), track.rateHz);
	const most = settings.ballOutDeg * rough;
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
