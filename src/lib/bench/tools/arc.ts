import {
	formatClock,
	formatHeading,
	groundTrack,
	leadRadialRule,
	normalizeDeg,
	signed,
	solveArc,
	solveArcJoin,
	solveArcLeave,
	summed,
	windVector
} from '@hanza/core';
import {
	ORIGIN,
	at,
	number,
	direction,
	airspeed,
	WIND,
	windOf,
	deg,
	kt,
	nm,
	heading,
	type Tool
} from './fields.js';

export const arc = {
	name: 'Arc',
	fields: [
		number('radiusNm', 'Distance', 10, 2, 40, 'NM'),
		{
			id: 'direction',
			label: 'Way round',
			kind: 'choice',
			usual: 'clockwise',
			options: ['clockwise', 'counterclockwise']
		},
		{
			id: 'from',
			label: 'Joined from',
			kind: 'choice',
			usual: 'inside',
			options: ['inside', 'outside']
		},
		direction('fromRadialDeg', 'From radial', 200),
		direction('toRadialDeg', 'To radial', 290),
		airspeed,
		...WIND,
		number('stepDeg', 'Every', 10, 5, 45, '°', 5)
	],
	solve(n, c) {
		const one = {
			radiusNm: n.radiusNm!,
			direction: c.direction as 'clockwise' | 'counterclockwise',
			...windOf(n)
		};
		const arc = solveArc({
			...one,
			fromRadialDeg: n.fromRadialDeg!,
			toRadialDeg: n.toRadialDeg!,
			stepDeg: n.stepDeg!
		});
		const join = solveArcJoin({
			...one,
			radialDeg: n.fromRadialDeg!,
			from: c.from as 'inside' | 'outside'
		});
		const leave = solveArcLeave({ ...one, radialDeg: n.toRadialDeg!, toward: 'inbound' });
		const begin = c.from === 'inside' ? ORIGIN : at(n.fromRadialDeg!, n.radiusNm! * 1.3);
		const ruleLeadDeg = leadRadialRule(n.trueAirspeedKt!, n.radiusNm!);
		const wind = windVector(n.windFromDeg!, n.windSpeedKt!);
		const turned = (part: typeof join.part, radialDeg: number, distanceNm: number) =>
			groundTrack([part], n.trueAirspeedKt!, wind, at(radialDeg, distanceNm));
		const side = c.direction === 'clockwise' ? 1 : -1;
		const sweep = normalizeDeg(side * (n.toRadialDeg! - n.fromRadialDeg!));
		const round = Array.from({ length: Math.ceil(sweep / 2) + 1 }, (_, i) =>
			at(n.fromRadialDeg! + side * Math.min(sweep, i * 2), n.radiusNm!)
		);
		const first = arc.rows[0]!;
		return {
			rows: [
				{
					label: 'First heading',
					exact: deg(first.headingDeg),
					rule: `right angle: ${deg(n.fromRadialDeg! + side * 90)}`,
					asked: heading(first.headingDeg)
				},
				{ label: 'Length', exact: `${nm(arc.lengthNm)} in ${formatClock(arc.seconds)}` },
				{
					label: 'Turn on to it at',
					exact: `${nm(join.atNm)}: ${join.leadNm.toFixed(2)} before`,
					rule: 'half a mile before, up to 150 kt',
					asked: { value: join.atNm, within: 0.2, unit: 'NM' }
				},
				{
					label: 'Rolled out on',
					exact: `${formatHeading(join.endRadialDeg)}, nose ${deg(join.endHeadingDeg)}`
				},
				{
					label: 'Turn inbound at radial',
					exact: `${formatHeading(leave.atRadialDeg)}: ${leave.leadDeg.toFixed(1)}° before`,
					rule: `60 × turn radius over distance: ${ruleLeadDeg.toFixed(1)}° before`,
					asked: { value: normalizeDeg(leave.atRadialDeg), within: 2, unit: '°', circular: true }
				}
			],
			table: {
				head: ['radial', 'heading', 'over ground', 'pointer'],
				rows: arc.rows.map((row) => [
					deg(row.radialDeg),
					deg(row.headingDeg),
					kt(row.groundspeedKt),
					`${signed(row.pointerRelativeDeg, 0)}°`
				])
			},
			drawing: {
				title: 'The arc with the nose at each radial, to scale',
				unit: 'NM',
				marks: [ORIGIN],
				labels: [
					{ at: ORIGIN, text: 'station' },
					...arc.rows.map(({ radialDeg }) => ({
						at: at(radialDeg, n.radiusNm! * 1.12),
						text: formatHeading(radialDeg),
						centred: true
					}))
				],
				shapes: [
					{ points: round, stroke: 'course', arrow: true },
					{ points: [begin, at(n.fromRadialDeg!, join.atNm)], stroke: 'course', arrow: true },
					{ points: [at(n.toRadialDeg!, n.radiusNm!), ORIGIN], stroke: 'course' },
					{ points: turned(join.part, n.fromRadialDeg!, join.atNm), stroke: 'exact' },
					{ points: turned(leave.part, leave.atRadialDeg, n.radiusNm!), stroke: 'exact' },
					...arc.rows.map(({ radialDeg, headingDeg }) => {
						const place = at(radialDeg, n.radiusNm!);
						return {
							points: [place, summed(place, at(headingDeg, n.radiusNm! * 0.14))],
							stroke: 'exact' as const,
							arrow: true
						};
					})
				]
			},
			note: 'Short lines: where the nose points to keep the track on the arc. Curves: the turns on to it and off it, at standard rate in this wind.'
		};
	}
} as const satisfies Tool;
