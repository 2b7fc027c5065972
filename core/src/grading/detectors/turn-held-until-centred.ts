import { meanOf } from '../../base/index.js';
import type { CourseTracking } from './course-tracking.js';
import { fault, type Fault } from '../fault.js';

/** Before the course the turn onto it has begun where the heading came so far toward it in so long, or the wings were so far over. */
const TURNED_DEG = 15;
const TURNED_SECONDS = [8, 1] as const;
const BANKED_DEG = 8.5;
const BANKED_SECONDS = 4;

/** The fault is told from so long before the crossing, s. */
export const BEFORE_CROSSING_SECONDS = 8;

/** Whether the cut was kept all the way to a crossing: no turn onto the course had been begun. */
function isKept({ off, rateHz, flown }: CourseTracking, crossing: number, side: number): boolean {
	const headingDeg = (secondsBefore: number) => side * off[Math.max(0, crossing - secondsBefore * rateHz)]!;
	const bank = flown.track.column('bankDeg').subarray(flown.from);
	const bankDeg = side * meanOf(bank, Math.max(0, crossing - BANKED_SECONDS * rateHz), crossing);
	const [long, short] = TURNED_SECONDS;
	return headingDeg(long) - headingDeg(short) < TURNED_DEG && bankDeg > -BANKED_DEG;
}

/** The cut kept until the needle is centred: the turn goes through the course. */
export function turnHeldUntilCentred(tracking: CourseTracking): Fault[] {
	const { along, angle, samples, crossings, rateHz, settings, rough } = tracking;
	return crossings.flatMap((crossing) => {
		const cut = Math.abs(angle[Math.max(0, crossing - rateHz)]!);
		const side = Math.sign(along[crossing]!.rightNm);
		let [past, until] = [0, crossing];
		for (let i = crossing; i < samples && along[i]!.rightNm * side > 0; i++)
			if (Math.abs(along[i]!.rightNm) > past) [past, until] = [Math.abs(along[i]!.rightNm), i];
		if (cut < settings.throughCutDeg * rough || past < settings.throughNm * Math.sqrt(rough)) return [];
		if (!isKept(tracking, crossing, side)) return [];
		return [
			fault(
				'turn-held-until-centred',
				tracking.at(Math.max(0, crossing - BEFORE_CROSSING_SECONDS * rateHz)),
				tracking.at(until),
				`You kept ${Math.round(cut)}° of cut until the needle was centred and went ${past.toFixed(1)} NM through.`,
				'Begin the turn when the needle moves off the stop; the faster it moves, the sooner.'
			)
		];
	});
}
