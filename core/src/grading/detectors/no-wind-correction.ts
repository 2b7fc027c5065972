import { runs } from '../../base/index.js';
import { solveWindTriangle } from '../../navigation/index.js';
import { airOf } from '../paths/flown.js';
import type { CourseTracking } from './course-tracking.js';
import { fault, type Fault } from '../fault.js';

/** So much of the time on the course the nose was on it, too; in rough air it is moved about. */
const UNCORRECTED_SHARE = 0.25;

/** The same drift to the same side, each time the whole correction taken out on the course. */
export function noWindCorrection(tracking: CourseTracking): Fault | null {
	const { share, off, samples, rateHz, settings, rough } = tracking;
	const needed = solveWindTriangle({
		courseDeg: tracking.courseDeg,
		...airOf(tracking.flown)
	}).windCorrectionDeg;
	if (Math.abs(needed) < settings.driftNeededDeg) return null;
	// Blown to the left by a wind from the right, and the other way.
	const lee = -Math.sign(needed);
	const outs = runs(
		0,
		samples,
		2 * rateHz,
		(i) => tracking.usable(i) && share[i]! * lee >= settings.driftShare
	);
	let times = outs.length > 0 ? 1 : 0;
	for (let o = 1; o < outs.length; o++) {
		const between = share.slice(outs[o - 1]!.to, outs[o]!.from);
		if (Math.min(...between.map((one) => one * lee)) < 0.08) times++;
	}
	if (times < settings.driftTimes) return null;
	// On the course, the nose was on the course too.
	const on = runs(0, samples, rateHz, (i) => tracking.usable(i) && Math.abs(share[i]!) < 0.15);
	const kept = on.flatMap(({ from: a, to: b }) => Array.from(off.subarray(a, b)));
	const uncorrected = kept.filter((deg) => Math.abs(deg) < Math.abs(needed) / 2).length;
	if (kept.length === 0 || uncorrected < (UNCORRECTED_SHARE / rough) * kept.length) return null;
	return fault(
		'no-wind-correction',
		tracking.at(outs[0]!.from),
		tracking.at(outs.at(-1)!.to - 1),
		`You drifted out to the ${lee > 0 ? 'right' : 'left'} ${times} times: each time the whole correction was taken out on the course. The wind asks for ${Math.round(Math.abs(needed))}° to the ${needed > 0 ? 'right' : 'left'}.`,
		'When the needle comes back, take out half, and keep the rest.'
	);
}
