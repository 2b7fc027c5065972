import { CATEGORIES, normalizeDeg, solveCircling, summed, type Category } from '@hanza/core';
import { at, direction, nm, number, type Tool } from './fields.js';

const METRES_PER_NM = 1852;

export const circling = {
	name: 'Circling',
	fields: [
		{ id: 'category', label: 'Category', kind: 'choice', usual: 'A', options: [...CATEGORIES] },
		number('elevationFt', 'Field elevation', 60, -200, 9000, 'ft', 10),
		number('minimumFt', 'Circling minimum', 620, 200, 12000, 'ft', 10),
		direction('runwayDeg', 'Runway', 100),
		number('lengthM', 'Length', 1500, 400, 4000, 'm', 50)
	],
	solve(n, c) {
		const category = c.category as Category;
		const icao = solveCircling({ rules: 'icao', category, aerodromeElevationFt: n.elevationFt! });
		const us = solveCircling({ rules: 'us', category, minimumFt: n.minimumFt! });
		const half = n.lengthM! / METRES_PER_NM / 2;
		const ends = [at(n.runwayDeg!, half), at(n.runwayDeg! + 180, half)] as const;
		// Arcs about both thresholds, joined by their tangents.
		const round = (radiusNm: number) => {
			const points = [];
			for (let deg = -90; deg <= 90; deg += 6) points.push(summed(ends[0], at(n.runwayDeg! + deg, radiusNm)));
			for (let deg = 90; deg <= 270; deg += 6) points.push(summed(ends[1], at(n.runwayDeg! + deg, radiusNm)));
			return [...points, points[0]!];
		};
		return {
			rows: [
				{
					label: 'Protected by ICAO',
					exact: `${nm(icao.radiusNm)} from each threshold`,
					rule: `at ${icao.trueAirspeedKt!.toFixed(0)} kt true and 25 kt of wind, 20° of bank or standard rate`,
					asked: { value: icao.radiusNm, within: 0.1, unit: 'NM' }
				},
				{ label: 'Radius of turn', exact: nm(icao.turnRadiusNm!) },
				{
					label: 'Protected by the US rule',
					exact: `${us.radiusNm.toFixed(1)} NM by the altitude of the minimum`
				},
				{
					label: 'Height to circle at',
					exact: `${Math.round(n.minimumFt! - n.elevationFt!)} ft above the field`,
					rule: 'not below until lined up'
				}
			],
			drawing: {
				title: 'What is protected about the runway, to scale',
				unit: 'NM',
				marks: [],
				labels: [
					{
						at: at(normalizeDeg(n.runwayDeg! + 90), icao.radiusNm),
						text: `ICAO ${icao.radiusNm.toFixed(2)}`
					},
					{ at: at(normalizeDeg(n.runwayDeg! - 90), us.radiusNm), text: `US ${us.radiusNm.toFixed(1)}` }
				],
				shapes: [
					{ points: [...ends], stroke: 'exact' },
					{ points: round(icao.radiusNm), stroke: 'course' },
					{ points: round(us.radiusNm), stroke: 'school' }
				]
			},
			note: 'Obstacles inside are cleared at the minimum, on the sides that the procedure does not exclude. Circling missed: a climbing turn toward the runway first.'
		};
	}
} as const satisfies Tool;
