import { solveWindFromTrack, summed, windVector } from '@hanza/core';
import { ORIGIN, at, deg, direction, heading, kt, number, type Tool } from './fields.js';

const TRACKS = [1, 2, 3] as const;
const USUAL = [
	[0, 80],
	[120, 109],
	[240, 109]
] as const;

export const windFromTracks = {
	name: 'Wind from tracks',
	fields: TRACKS.flatMap((n, i) => [
		direction(`track${n}Deg`, `Track ${n}`, USUAL[i]![0]),
		number(`groundspeed${n}Kt`, `Groundspeed ${n}`, USUAL[i]![1], 20, 400, 'kt')
	]),
	solve(n) {
		const samples = TRACKS.map((one) => ({
			trackDeg: n[`track${one}Deg`]!,
			groundspeedKt: n[`groundspeed${one}Kt`]!
		}));
		const { windFromDeg, windSpeedKt, trueAirspeedKt, sigmaKt, told } = solveWindFromTrack({ samples });
		const sure = `give or take ${sigmaKt < 10 ? sigmaKt.toFixed(1) : sigmaKt.toFixed(0)} kt`;
		const ends = samples.map(({ trackDeg, groundspeedKt }) => at(trackDeg, groundspeedKt));
		const drift = windFromDeg === null ? ORIGIN : windVector(windFromDeg, windSpeedKt);
		return {
			rows: told
				? [
						{
							label: 'Wind from',
							exact: windFromDeg === null ? 'calm' : deg(windFromDeg),
							...(windFromDeg === null ? {} : { asked: { ...heading(windFromDeg), within: 10 } })
						},
						{
							label: 'Wind speed',
							exact: `${kt(windSpeedKt)}, ${sure}`,
							asked: { value: windSpeedKt, within: 4, unit: 'kt' }
						},
						{
							label: 'True airspeed',
							exact: kt(trueAirspeedKt),
							asked: { value: trueAirspeedKt, within: 4, unit: 'kt' }
						}
					]
				: [{ label: 'Wind', exact: `cannot be told from these tracks: ${sure}` }],
			drawing: {
				title: 'Groundspeeds by track lie on a circle about the wind',
				unit: 'kt',
				marks: [ORIGIN],
				labels: ends.map((end, i) => ({ at: end, text: String(i + 1) })),
				shapes: [
					...ends.map((end) => ({ points: [ORIGIN, end], stroke: 'course' as const, arrow: true })),
					...(told
						? [
								{
									points: Array.from({ length: 73 }, (_, i) => summed(drift, at(i * 5, trueAirspeedKt))),
									stroke: 'exact' as const
								},
								{ points: [ORIGIN, drift], stroke: 'wind' as const, arrow: true }
							]
						: [])
				]
			},
			note: 'One airspeed on three headings, well spread: from tracks that are nearly alike no wind can be told.'
		};
	}
} as const satisfies Tool;
