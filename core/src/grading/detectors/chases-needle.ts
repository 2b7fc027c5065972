import type { CourseTracking } from './course-tracking.js';
import { fault, type Fault } from '../fault.js';

/** By so much more of its size for each whole of roughness a swing has to be in the mean. */
const SWINGS_GROW = 3.5;

/** Greatest share and heading swing between each two crossings. */
function halves(tracking: CourseTracking) {
	const { along, off, crossings, rateHz } = tracking;
	return crossings.slice(0, -1).map((start, c) => {
		const end = crossings[c + 1]!;
		let [most, high, low] = [0, -Infinity, Infinity];
		for (let i = start; i < end; i++) {
			most = Math.max(most, Math.abs(along[i]!.rightNm));
			high = Math.max(high, off[i]!);
			low = Math.min(low, off[i]!);
		}
		return { start, end, most, swing: high - low, seconds: (end - start) / rateHz };
	});
}

/** The longest run of swings, each like the one before: bracketing shrinks, a large correction comes once. */
export function chasesNeedle(tracking: CourseTracking): Fault | null {
	const { settings, rough } = tracking;
	// Rough air draws the swings out, and makes them less alike.
	const looser = Math.sqrt(rough);
	const alike = (a: number, b: number, ratio: number) => a <= b * ratio * looser && b <= a * ratio * looser;
	let run: ReturnType<typeof halves> = [];
	let longest = run;
	for (const half of halves(tracking)) {
		const before = run.at(-1);
		const swung =
			half.swing >= settings.chaseHeadingDeg * rough && half.seconds <= settings.chaseSeconds * looser;
		const goesOn =
			before !== undefined &&
			alike(before.most, half.most, settings.chaseSizeRatio) &&
			alike(before.seconds, half.seconds, settings.chaseTimeRatio);
		run = !swung ? [] : goesOn ? [...run, half] : [half];
		if (run.length > longest.length) longest = run;
	}
	if (longest.length < settings.chaseCrossings - 1) return null;
	// Gusts swing the nose to and fro, too; one who chases swings it by far more.
	const swing = longest.reduce((sum, half) => sum + half.swing, 0) / longest.length;
	if (swing < settings.chaseHeadingDeg * (1 + SWINGS_GROW * (rough - 1))) return null;
	const seconds = longest.reduce((sum, one) => sum + one.seconds, 0) / longest.length;
	return fault(
		'chases-needle',
		tracking.at(longest[0]!.start),
		tracking.at(longest.at(-1)!.end),
		`You turned after the needle: across the course ${longest.length + 1} times, every ${Math.round(seconds)} s, by as much each time.`,
		'Choose a heading, hold it, look what the needle does. Then change it by half.'
	);
}
