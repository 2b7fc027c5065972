import { solveDescent } from '@hanza/core';
import { number, seconds, type Tool } from './fields.js';

export const descent = {
	name: 'Descent',
	fields: [
		number('groundspeedKt', 'Groundspeed', 90, 40, 300, 'kt'),
		number('fromFt', 'From', 3000, 0, 30000, 'ft', 100),
		number('toFt', 'To', 1000, 0, 30000, 'ft', 100),
		number('distanceNm', 'In', 6, 0.5, 100, 'NM', 0.5)
	],
	solve(n) {
		const found = solveDescent({
			groundspeedKt: n.groundspeedKt!,
			fromFt: n.fromFt!,
			toFt: n.toFt!,
			distanceNm: n.distanceNm!
		});
		const three = solveDescent({ groundspeedKt: n.groundspeedKt!, angleDeg: 3 });
		return {
			rows: [
				{
					label: 'Rate',
					exact: `${Math.round(-found.verticalSpeedFpm)} ft/min down`,
					asked: { value: -found.verticalSpeedFpm, within: 40, unit: 'ft/min' }
				},
				{
					label: 'Angle',
					exact: `${found.angleDeg!.toFixed(1)}°, ${Math.round(found.feetPerNm)} ft in a mile`
				},
				{ label: 'Time', exact: seconds(found.seconds!) },
				{
					label: 'On 3°',
					exact: `${Math.round(-three.verticalSpeedFpm)} ft/min`,
					rule: `five times the groundspeed: ${Math.round(-three.rules.fiveTimesFpm)}`
				},
				{
					label: 'Level off',
					exact: `from ${Math.round(n.toFt! - found.verticalSpeedFpm / 10)} ft on`,
					rule: 'a tenth of the rate before'
				}
			],
			drawing: {
				title: 'The descent from the side: miles along, thousands of feet up, not to one scale',
				unit: 'NM',
				marks: [],
				labels: [
					{ at: { north: n.fromFt! / 1000, east: 0 }, text: `${n.fromFt} ft` },
					{ at: { north: n.toFt! / 1000, east: n.distanceNm! }, text: `${n.toFt} ft` }
				],
				shapes: [
					{
						points: [
							{ north: 0, east: 0 },
							{ north: 0, east: n.distanceNm! }
						],
						stroke: 'limit'
					},
					{
						points: [
							{ north: n.fromFt! / 1000, east: 0 },
							{ north: n.toFt! / 1000, east: n.distanceNm! }
						],
						stroke: 'exact',
						arrow: true
					}
				]
			},
			note: 'Published altitudes come first, whatever the arithmetic says.'
		};
	}
} as const satisfies Tool;
