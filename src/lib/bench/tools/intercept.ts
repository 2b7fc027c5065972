import { signedDeg, solveIntercept, summed } from '@hanza/core';
import { ORIGIN, at, number, direction, deg, nm, heading, type Tool } from './fields.js';

/** The angle at the station between the course, or its reciprocal, and the aircraft. */
function offCourseDeg(n: Record<string, number>): number {
	const off = Math.abs(signedDeg(n.bearingToStationDeg! - n.selectedCourseDeg!));
	return Math.min(off, 180 - off);
}

export const intercept = {
	name: 'Intercept',
	fields: [
		direction('selectedCourseDeg', 'Course', 90),
		direction('bearingToStationDeg', 'Bearing of the station', 120),
		number('distanceNm', 'Distance', 10, 0.5, 60, 'NM', 0.5),
		number('interceptAngleDeg', 'Angle', 45, 10, 90, '°', 5)
	],
	solve(n) {
		const input = {
			selectedCourseDeg: n.selectedCourseDeg!,
			bearingToStationDeg: n.bearingToStationDeg!,
			distanceNm: n.distanceNm!,
			interceptAngleDeg: n.interceptAngleDeg!
		};
		const found = solveIntercept(input);
		const here = at(n.bearingToStationDeg! + 180, n.distanceNm!);
		const meets = summed(here, at(found.headingDeg, found.distanceToInterceptNm));
		const long = Math.max(n.distanceNm!, 3) * 1.2;
		return {
			rows: [
				{ label: 'The course lies to the', exact: found.turnToward },
				{ label: 'Heading', exact: deg(found.headingDeg), asked: heading(found.headingDeg) },
				{
					label: 'Off the course',
					exact: nm(Math.abs(found.crossTrackNm)),
					rule: `${nm((offCourseDeg(n) * n.distanceNm!) / 60)} by one in sixty`
				},
				{ label: 'To the course', exact: nm(found.distanceToInterceptNm) }
			],
			drawing: {
				title: 'The course, the aircraft and the cut, to scale',
				unit: 'NM',
				marks: [ORIGIN],
				labels: [
					{ at: ORIGIN, text: 'station' },
					{ at: here, text: 'you' }
				],
				shapes: [
					{
						points: [at(n.selectedCourseDeg! + 180, long), at(n.selectedCourseDeg!, long)],
						stroke: 'course',
						arrow: true
					},
					{ points: [here, meets], stroke: 'exact', arrow: true }
				]
			},
			note: 'In still air. The cut is taken from the course, not from the heading flown.'
		};
	}
} as const satisfies Tool;
