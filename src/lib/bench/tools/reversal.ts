import { groundTrack, reversalParts, solveReversal, windVector } from '@hanza/core';
import {
	ORIGIN,
	at,
	number,
	direction,
	airspeed,
	WIND,
	windOf,
	deg,
	nm,
	seconds,
	type Tool
} from './fields.js';

export const reversal = {
	name: 'Reversal',
	fields: [
		direction('outboundCourseDeg', 'Outbound course', 20),
		{ id: 'kind', label: 'Kind', kind: 'choice', usual: '45/180', options: ['45/180', '80/260'] },
		{ id: 'side', label: 'Side', kind: 'choice', usual: 'left', options: ['left', 'right'] },
		airspeed,
		...WIND,
		number('limitNm', 'Inside', 10, 3, 30, 'NM')
	],
	solve(n, c) {
		const input = {
			outboundCourseDeg: n.outboundCourseDeg!,
			kind: c.kind as '45/180' | '80/260',
			side: c.side as 'left' | 'right',
			...windOf(n)
		};
		const found = solveReversal({ ...input, limitNm: n.limitNm! });
		const { outDeg, parts } = reversalParts(input);
		const track = groundTrack(
			[{ headingDeg: outDeg, byDeg: 0, seconds: found.outboundSeconds! }, ...parts],
			n.trueAirspeedKt!,
			windVector(n.windFromDeg!, n.windSpeedKt!)
		);
		const limit = Array.from({ length: 91 }, (_, i) => at(i * 4, n.limitNm!));
		return {
			rows: [
				{
					label: 'Longest outbound',
					exact: seconds(found.outboundSeconds!),
					asked: { value: found.outboundSeconds!, within: 10, unit: 's' }
				},
				{ label: 'Headings', exact: found.headings.map(deg).join(', ') },
				{ label: 'In all', exact: seconds(found.secondsInAll) },
				{ label: 'Farthest', exact: nm(found.farthestNm) }
			],
			drawing: {
				title: 'The reversal inside its limit, to scale',
				unit: 'NM',
				marks: [ORIGIN],
				labels: [{ at: ORIGIN, text: 'station' }],
				shapes: [
					{ points: limit, stroke: 'limit' },
					{ points: [ORIGIN, at(n.outboundCourseDeg!, n.limitNm!)], stroke: 'course', arrow: true },
					{ points: track, stroke: 'exact', arrow: true }
				]
			},
			note: 'Outbound and inbound corrected for wind, the headings off the course flown as charted. Leave a margin: this touches the limit.'
		};
	}
} as const satisfies Tool;
