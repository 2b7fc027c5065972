import { reversals, runningMean, spread } from '../base/index.js';
import type { Track } from '../recording/index.js';

/** How quietly a stretch was flown: the nose and the wings about their own mean, and what the hand did. */
export interface Steadiness {
	/** Standard deviation of pitch and bank about their running means, degrees. */
	pitchSpreadDeg: number;
	bankSpreadDeg: number;
	/** Time of a swing of the nose to and fro, s; null where it does not swing. */
	periodSeconds: number | null;
	/** How often the elevator went from one side to the other, a minute; null where it was not recorded. */
	elevatorReversalsPerMinute: number | null;
	/** Points that it costs the phase. */
	lostPoints: number;
}

/** Thresholds; more than the quiet spread costs points for every degree, up to the most. */
const STEADINESS = {
	/** Mean that is taken away: a change of attitude is no swing, s. */
	meanSeconds: 20,
	/** From the begin of a phase on the change to it is still made, s. */
	settleSeconds: 12,
	/** And before its end the next one is begun, s. */
	leaveSeconds: 8,
	leastSeconds: 30,
	quietPitchDeg: 0.8,
	pointsPerPitchDeg: 8,
	quietBankDeg: 2.5,
	pointsPerBankDeg: 2,
	mostPoints: 30,
	/** Air cannot be held against the hand, but a hand makes rough air rougher: allowed at the most so many times. */
	mostRough: 3,
	/** A swing to either side of its mean by so much is one, degrees; a stick by so much of its way. */
	swingDeg: 0.5,
	stick: 0.03
};

/**
 * How steadily a stretch of a flight was flown.
 * @param wings whether heading or bank is to be held: else wings that move are the task's.
 * @param rough times by which the air explains more; 1 in calm.
 * @returns null where it is too short to tell, or the attitude was not recorded.
 */
export function steadinessOf(
	track: Track,
	startSeconds: number,
	endSeconds: number,
	wings: boolean,
	rough: number,
	settings = STEADINESS
): Steadiness | null {
	const { rateHz } = track;
	const from = Math.round((startSeconds + settings.settleSeconds) * rateHz);
	const to = Math.min(track.length, Math.round((endSeconds - settings.leaveSeconds) * rateHz));
	if (to - from < settings.leastSeconds * rateHz || !track.has('pitchDeg') || !track.has('bankDeg'))
		return null;
	const minutes = (to - from) / rateHz / 60;
	const about = (name: 'pitchDeg' | 'bankDeg' | 'elevatorInput') => {
		const values = track.column(name).subarray(from, to);
		const mean = runningMean(values, Math.round((settings.meanSeconds * rateHz) / 2));
		return values.map((value, i) => value - mean[i]!);
	};
	const [pitch, bank] = [about('pitchDeg'), about('bankDeg')];
	const [pitchSpreadDeg, bankSpreadDeg] = [spread(pitch), spread(bank)];
	const allowed = Math.min(settings.mostRough, rough);
	const over = (value: number, quiet: number) => Math.max(0, value - quiet * allowed);
	const swings = reversals(pitch, settings.swingDeg);
	return {
		pitchSpreadDeg,
		bankSpreadDeg,
		periodSeconds: swings >= 4 ? (120 * minutes) / swings : null,
		elevatorReversalsPerMinute: track.has('elevatorInput')
			? reversals(about('elevatorInput'), settings.stick) / minutes
			: null,
		lostPoints: Math.min(
			settings.mostPoints,
			over(pitchSpreadDeg, settings.quietPitchDeg) * settings.pointsPerPitchDeg +
				(wings ? over(bankSpreadDeg, settings.quietBankDeg) * settings.pointsPerBankDeg : 0)
		)
	};
}
