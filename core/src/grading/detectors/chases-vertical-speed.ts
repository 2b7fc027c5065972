import type { DetectorSettings } from '../detector-settings.js';
import type { Evidence } from '../evidence.js';
import { correlation, reversals, runningMean, spread } from '../../base/index.js';
import type { Dwell } from '../../training/index.js';
import { fault, indexAt, type Fault } from '../fault.js';
import { lied, wasDark } from './dials.js';
import { stretches } from './stretches.js';

/**
 * Pitch moved back and forth after the lagging vertical speed: the nose goes where the needle, a look and a reaction ago,
 * said that it should, again and again, where altitude or rate was to be steady. That the needle follows the nose is
 * physics and proves nothing: a nose that wanders by itself has it too, and is told apart by the time of one look.
 */
export function chasesVerticalSpeed({ card, track, times, settings, rough, looks }: Evidence): Fault[] {
	const pitch = track.has('pitchDeg') ? track.column('pitchDeg') : null;
	const shown = track.has('indicatedVerticalSpeedFpm') ? track.column('indicatedVerticalSpeedFpm') : null;
	if (!pitch || !shown) return [];
	const smooth = runningMean(pitch, Math.round(track.rateHz / 2));
	const step = Math.round(2 * track.rateHz);
	const faults: Fault[] = [];
	for (const { phase, from, to } of stretches(card, track, times)) {
		const { altitudeFt, verticalSpeedFpm } = phase.targets;
		if (altitudeFt?.mode !== 'hold' && !verticalSpeedFpm) continue;
		const settled = from + Math.round(settings.chaseSettleSeconds * track.rateHz);
		let open: Fault | null = null;
		const seconds = Math.min(settings.chaseWindowSeconds, (to - settled) / track.rateHz - 1);
		if (seconds < settings.chaseLeastSeconds) continue;
		const window = Math.floor(seconds * track.rateHz);
		for (let i = settled; i + window <= to; i += step) {
			// Without an attitude to hold there is nothing else to go by; and what is not seen is not chased.
			if (lied(track, 'attitude', i, i + window) || wasDark(track, 'vertical-speed', i, i + window)) continue;
			const watched = watchedShare(looks, track.timeOf(i), track.timeOf(i + window));
			// An eye that was elsewhere has chased nothing; one that stayed there needs less of a proof.
			if (watched !== null && watched < settings.chaseWatched) continue;
			const asked = {
				correlation:
					watched === null
						? // The shorter the time, the easier chance looks like it.
							settings.chaseCorrelation + CHANCE_PER_SECOND * (settings.chaseWindowSeconds - seconds)
						: settings.chaseWatchedCorrelation,
				pitchDeg:
					watched === null ? settings.chasePitchDeg * rough : settings.chaseWatchedPitchDeg * Math.sqrt(rough)
			};
			if (!chasedIn(smooth, shown, i, i + window, track.rateHz, settings, asked)) continue;
			const [start, end] = [track.timeOf(i), track.timeOf(i + window)];
			if (open && start <= open.endSeconds) {
				open.endSeconds = end;
				continue;
			}
			open = fault('chases-vertical-speed', start, end, '', CHASE_NEXT);
			faults.push(open);
		}
	}
	for (const one of faults) {
		const part = smooth.subarray(indexAt(track, one.startSeconds), indexAt(track, one.endSeconds));
		const degrees = Math.max(...part) - Math.min(...part);
		one.text = `You moved the nose up and down over ${degrees.toFixed(0)}° after the vertical speed for ${Math.round(one.endSeconds - one.startSeconds)} s: its needle comes late, and so did you.`;
	}
	return faults;
}
const CHASE_NEXT =
	'Set the attitude that you know, wait six seconds, and only then read the vertical speed. Correct by a degree at most.';

function chasedIn(
	pitch: Float64Array,
	shown: Float64Array,
	from: number,
	to: number,
	rateHz: number,
	settings: DetectorSettings,
	asked: { correlation: number; pitchDeg: number }
): boolean {
	const mean = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / values.length;
	const p = pitch.subarray(from, to);
	const v = shown.subarray(from, to);
	const [pm, vm] = [mean(p), mean(v)];
	const off = p.map((value) => value - pm);
	const size = asked.pitchDeg;
	if (spread(off) < size) return false;
	if (reversals(off, size / 2) < settings.chaseReversals) return false;
	// How fast the nose is moved against what the needle showed when it was looked at, a moment before.
	const half = Math.round(rateHz / 2);
	const delay = Math.round(settings.chaseDelaySeconds * rateHz);
	const moved = p.map(
		(_, i) => pitch[Math.min(pitch.length - 1, from + i + half)]! - pitch[Math.max(0, from + i - half)]!
	);
	const seen = p.map((_, i) => vm - shown[Math.max(0, from + i - delay)]!);
	return correlation(moved, seen) >= asked.correlation;
}

/** Looks that tell of a stretch are at least so many. */
const LEAST_LOOKS = 10;

/** Share of the looking time of a stretch, s, on the vertical speed; null where the looks were not recorded. */
function watchedShare(looks: readonly Dwell[], fromSeconds: number, toSeconds: number): number | null {
	const within = looks.filter(
		({ startMs, endMs }) => endMs > fromSeconds * 1000 && startMs < toSeconds * 1000
	);
	if (within.length < LEAST_LOOKS) return null;
	const time = (part: readonly Dwell[]) => part.reduce((sum, { startMs, endMs }) => sum + endMs - startMs, 0);
	return time(within.filter(({ instrument }) => instrument === 'vertical-speed')) / time(within);
}

/** How much more alike a second less asks for: from what random swings of the nose come to in 30 and in 50 s. */
const CHANCE_PER_SECOND = 0.0045;
