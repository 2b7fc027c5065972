import type { CourseTracking } from './course-tracking.js';
import { fault, type Fault } from '../fault.js';

/** The cut kept until the needle is centred: the turn goes through the course. */
export function turnHeldUntilCentred(tracking: CourseTracking): Fault[] {
	const { along, angle, samples, crossings, rateHz, settings, rough } = tracking;
	const leastCutDeg = settings.throughCutDeg * Math.sqrt(rough);
	return crossings.flatMap((crossing) => {
		const cut = Math.abs(angle[Math.max(0, crossing - rateHz)]!);
		const side = Math.sign(along[crossing]!.rightNm);
		let [past, until] = [0, crossing];
		for (let i = crossing; i < samples && along[i]!.rightNm * side > 0; i++)
			if (Math.abs(along[i]!.rightNm) > past) [past, until] = [Math.abs(along[i]!.rightNm), i];
		if (cut < leastCutDeg || past < settings.throughNm * Math.max(1, rough ** 2 / 1.8)) return [];
		return [
			fault(
				'turn-held-until-centred',
				tracking.at(Math.max(0, crossing - 8 * rateHz)),
				tracking.at(until),
				`You kept ${Math.round(cut)}° of cut until the needle was centred and went ${past.toFixed(1)} NM through.`,
				'Begin the turn when the needle moves off the stop; the faster it moves, the sooner.'
			)
		];
	});
}
