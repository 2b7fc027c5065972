import { solveStation } from '@hanza/core';
import { ORIGIN, number, airspeed, nm, seconds, type Tool } from './fields.js';

export const station = {
	name: 'Time and distance',
	fields: [
		number('changeDeg', 'Bearing changed by', 10, 2, 40, '°'),
		number('changeSeconds', 'in', 60, 5, 600, 's', 5),
		airspeed
	],
	solve(n) {
		const {
			seconds: exact,
			distanceNm,
			acrossNm,
			rule
		} = solveStation(n.changeDeg!, n.changeSeconds!, n.trueAirspeedKt!);
		return {
			rows: [
				{
					label: 'Time to the station',
					exact: seconds(exact),
					rule: `${seconds(rule.seconds)}: sixty times the seconds over the degrees`,
					asked: { value: exact, within: 20, unit: 's' }
				},
				{ label: 'Distance', exact: nm(distanceNm), rule: nm(rule.distanceNm) }
			],
			drawing: {
				title: 'The station, the way flown across, and the two bearings, to scale',
				unit: 'NM',
				marks: [ORIGIN],
				labels: [{ at: ORIGIN, text: 'station' }],
				shapes: [
					{ points: [{ north: -distanceNm, east: 0 }, ORIGIN], stroke: 'course' },
					{
						points: [
							{ north: -distanceNm, east: 0 },
							{ north: -distanceNm, east: acrossNm }
						],
						stroke: 'exact',
						arrow: true
					},
					{ points: [{ north: -distanceNm, east: acrossNm }, ORIGIN], stroke: 'course' }
				]
			},
			note: 'In still air, flown across the first bearing. The rule takes the tangent for the angle.'
		};
	}
} as const satisfies Tool;
