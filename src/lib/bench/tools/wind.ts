import { scaled, solveWindTriangle, summed, windVector } from '@hanza/core';
import {
	ORIGIN,
	at,
	direction,
	airspeed,
	WIND,
	windOf,
	deg,
	kt,
	drift,
	heading,
	type Tool
} from './fields.js';

export const wind = {
	name: 'Wind',
	fields: [direction('courseDeg', 'Course', 90), airspeed, ...WIND],
	solve(n) {
		const found = solveWindTriangle({ courseDeg: n.courseDeg!, ...windOf(n) });
		const air = at(found.headingDeg, n.trueAirspeedKt!);
		const rule = (Math.abs(found.crosswindKt) * 60) / n.trueAirspeedKt!;
		return {
			rows: [
				{ label: 'Heading', exact: deg(found.headingDeg), asked: heading(found.headingDeg) },
				{
					label: 'Wind correction',
					exact: drift(found.windCorrectionDeg),
					rule: `${rule.toFixed(0)}° by one in sixty`
				},
				{
					label: 'Groundspeed',
					exact: kt(found.groundspeedKt),
					asked: { value: found.groundspeedKt, within: 4, unit: 'kt' }
				},
				{
					label: 'Along and across',
					exact: `${kt(Math.abs(found.headwindKt))} ${found.headwindKt >= 0 ? 'against' : 'behind'}, ${kt(Math.abs(found.crosswindKt))} from the ${found.crosswindKt >= 0 ? 'right' : 'left'}`
				}
			],
			drawing: {
				title: 'The wind triangle: through the air, the wind, and over the ground',
				unit: 'kt',
				marks: [ORIGIN],
				labels: [
					{ at: scaled(air, 0.5), text: 'air' },
					{ at: at(n.courseDeg!, found.groundspeedKt * 0.55), text: 'ground' }
				],
				shapes: [
					{ points: [ORIGIN, air], stroke: 'exact', arrow: true },
					{
						points: [air, summed(air, windVector(n.windFromDeg!, n.windSpeedKt!))],
						stroke: 'wind',
						arrow: true
					},
					{ points: [ORIGIN, at(n.courseDeg!, found.groundspeedKt)], stroke: 'course', arrow: true }
				]
			},
			note: 'All directions of one kind: all magnetic, or all true.'
		};
	}
} as const satisfies Tool;
