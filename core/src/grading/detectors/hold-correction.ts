import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { exactCorrectionDeg, wrongCorrections } from '../paths/hold.js';
import { flownHolds } from './holds.js';

/** Outbound legs that were corrected to the other side than the wind asks for. */
export const holdCorrection = (evidence: Evidence): Fault[] =>
	evidence.once(flownHolds).flatMap(({ report, path }) => {
		const wrong = wrongCorrections(report, path);
		const [first] = wrong;
		if (!first || wrong.length < Math.min(2, report.circuits.length)) return [];
		const words = (deg: number) => `${Math.abs(Math.round(deg))}° ${deg > 0 ? 'right' : 'left'}`;
		const miss = Math.max(...wrong.map(({ missNm }) => Math.abs(missNm)));
		return [
			fault(
				'hold-correction',
				first.startSeconds,
				wrong.at(-1)!.endSeconds,
				`Outbound you corrected ${words(first.correctionDeg)}; the wind asked for ${words(exactCorrectionDeg(report, path.inboundCourseDeg)!)}. The turn in ended up to ${miss.toFixed(1)} NM off the course.`,
				'What you hold against the wind inbound goes to the other side of the nose outbound, two to three times as much.'
			)
		];
	});
