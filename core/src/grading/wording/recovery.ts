import { formatClock } from '../../base/index.js';
import type { Recovery, RecoveryControl } from '../recovery.js';

const WORDS: Record<RecoveryControl, string> = { power: 'power', pitch: 'nose', bank: 'wings' };
/** Controls in their order, in words. */
export const controlWords = (order: readonly RecoveryControl[]): string =>
	order.map((one) => WORDS[one]).join(', ');

/** Why the order is what it is. */
export const recoveryReason = (noseHigh: boolean): string =>
	noseHigh
		? 'Power first, since the speed is going; then the nose down, which unloads the wing; the wings last.'
		: 'Power off first, since the speed is building; then the wings, for a pull in a bank only tightens the spiral; the nose last, and smoothly.';

/** The recovery in an instructor's words. */
export function recoveryText(one: Recovery): string {
	const { noseHigh, pitchDeg, bankDeg, airspeedKt, first } = one;
	const start = `Handed over nose ${noseHigh ? 'high' : 'low'} at ${formatClock(one.startSeconds)}: ${Math.abs(Math.round(pitchDeg))}° ${pitchDeg >= 0 ? 'up' : 'down'}, ${Math.abs(Math.round(bankDeg))}° of ${bankDeg >= 0 ? 'right' : 'left'} bank, ${Math.round(airspeedKt)} kt.`;
	if (!first) return `${start} You moved nothing.`;
	const began = `Your first input, ${WORDS[first.control]}, came after ${first.afterSeconds.toFixed(1)} s and was ${first.right ? 'right' : 'the wrong way'}.`;
	const numbers = `${Math.round(one.altitudeLostFt)} ft lost, ${one.peakLoadFactor.toFixed(1)} g and ${Math.round(one.highestKt)} kt at most.`;
	const end =
		one.recoveredSeconds === null
			? 'It never came to level flight.'
			: `Level after ${Math.round(one.recoveredSeconds - one.startSeconds)} s.`;
	return `${start} ${began} ${end} ${numbers}`;
}
