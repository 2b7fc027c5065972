import {
	solveColdTemperature,
	solveConstantDescent,
	solveFinalTimes,
	solveGlidepath,
	solveVdp
} from '@hanza/core';
import { number, seconds, type Tool } from './fields.js';

const STEP_NM = 1;
const SPREAD_KT = 15;

export const final = {
	name: 'Final',
	fields: [
		number('groundspeedKt', 'Groundspeed', 90, 40, 300, 'kt'),
		number('distanceNm', 'Final fix to threshold', 5, 1, 20, 'NM', 0.1),
		number('fromFt', 'Altitude at the final fix', 1700, 200, 12000, 'ft', 50),
		number('minimumFt', 'Minimum', 560, 100, 10000, 'ft', 10),
		number('addedFt', 'Added to the minimum', 40, 0, 300, 'ft', 10),
		number('thresholdFt', 'Threshold', 60, -200, 9000, 'ft', 10),
		number('crossingFt', 'Crossing height', 50, 20, 100, 'ft', 5),
		number('angleDeg', 'Angle', 3, 2.5, 5, '°', 0.1),
		number('temperatureC', 'Temperature at the field', 15, -50, 40, '°C')
	],
	solve(n) {
		const threshold = { thresholdElevationFt: n.thresholdFt!, thresholdCrossingHeightFt: n.crossingFt! };
		const field = { aerodromeElevationFt: n.thresholdFt!, aerodromeTemperatureC: n.temperatureC! };
		const miles = Array.from({ length: Math.floor(n.distanceNm! / STEP_NM) }, (_, i) => (i + 1) * STEP_NM);
		const path = solveGlidepath({
			...threshold,
			angleDeg: n.angleDeg!,
			distancesNm: [n.distanceNm!, ...miles.reverse()],
			...field
		});
		const steady = solveConstantDescent({
			...threshold,
			fromDistanceNm: n.distanceNm!,
			fromAltitudeFt: n.fromFt!,
			groundspeedKt: n.groundspeedKt!,
			minimumFt: n.minimumFt!,
			addedFt: n.addedFt!,
			stepDowns: []
		});
		const vdp = solveVdp({
			...threshold,
			minimumFt: n.minimumFt!,
			angleDeg: n.angleDeg!,
			fafToThresholdNm: n.distanceNm!,
			groundspeedKt: n.groundspeedKt!
		});
		const times = solveFinalTimes({
			distanceNm: n.distanceNm!,
			groundspeedsKt: [
				Math.max(40, n.groundspeedKt! - SPREAD_KT),
				n.groundspeedKt!,
				n.groundspeedKt! + SPREAD_KT
			]
		});
		const cold = solveColdTemperature({
			heightFt: Math.max(0, n.minimumFt! - n.thresholdFt!),
			...field
		});
		const top = Math.max(n.fromFt!, ...path.rows.map(({ altitudeFt }) => altitudeFt));
		const up = (ft: number) =>
			((ft - n.thresholdFt!) / Math.max(1, top - n.thresholdFt!)) * n.distanceNm! * 0.5;
		return {
			rows: [
				{
					label: 'Rate at one angle',
					exact: `${Math.round(-steady.verticalSpeedFpm)} ft/min, ${steady.angleDeg.toFixed(2)}°`,
					rule: `five times the groundspeed: ${Math.round(n.groundspeedKt! * 5)}`,
					asked: { value: -steady.verticalSpeedFpm, within: 40, unit: 'ft/min' }
				},
				{
					label: 'Time to the threshold',
					exact: times.rows
						.map((row) => `${Math.round(row.groundspeedKt)} kt ${seconds(row.seconds)}`)
						.join(', ')
				},
				{
					label: 'Visual descent point',
					exact: `${vdp.distanceFromThresholdNm.toFixed(2)} NM out, ${seconds(vdp.secondsAfterFaf)} after the fix`,
					rule: `height over 300: ${vdp.rules.heightOver300Nm.toFixed(1)} NM`,
					asked: { value: vdp.distanceFromThresholdNm, within: 0.2, unit: 'NM' }
				},
				{
					label: 'Decide at one angle',
					exact: `at ${Math.round(steady.decisionAltitudeFt)} ft, ${steady.decisionDistanceNm.toFixed(2)} NM out, ${seconds(steady.decisionSeconds)} after the fix`
				},
				{
					label: 'Cold adds to the minimum',
					exact:
						cold.correctionFt > 0
							? `${Math.ceil(cold.correctionFt / 10) * 10} ft (${cold.correctionFt.toFixed(0)} exactly)`
							: 'nothing: it is not cold',
					rule: 'four in a hundred for each 10 °C under standard'
				}
			],
			table: {
				head: ['NM', 'path, ft', 'shown, ft', 'at one angle, ft'],
				rows: path.rows.map((row) => [
					row.distanceNm.toFixed(1),
					String(Math.round(row.altitudeFt)),
					String(Math.round(row.indicatedFt!)),
					String(Math.round(steady.feetPerNm * row.distanceNm + n.thresholdFt! + n.crossingFt!))
				])
			},
			drawing: {
				title: 'The final from the side: miles before the threshold, height not to the same scale',
				unit: 'NM',
				marks: [],
				labels: [
					{ at: { north: up(n.fromFt!), east: -n.distanceNm! }, text: `${n.fromFt} ft` },
					{ at: { north: up(n.minimumFt!), east: -vdp.distanceFromThresholdNm }, text: `${n.minimumFt} ft` },
					{ at: { north: 0, east: 0 }, text: 'threshold' }
				],
				shapes: [
					{
						points: [
							{ north: 0, east: -n.distanceNm! },
							{ north: 0, east: 0.5 }
						],
						stroke: 'limit'
					},
					{
						points: [
							{ north: up(n.minimumFt!), east: -n.distanceNm! },
							{ north: up(n.minimumFt!), east: 0 }
						],
						stroke: 'course'
					},
					{
						points: [
							{ north: up(n.fromFt!), east: -n.distanceNm! },
							{ north: up(n.thresholdFt! + n.crossingFt!), east: 0 }
						],
						stroke: 'exact',
						arrow: true
					}
				]
			},
			note: 'Published altitudes and the handbook come first; a minimum is never lowered by arithmetic.'
		};
	}
} as const satisfies Tool;
