import { groundTrack, solveTurn } from '@hanza/core';
import { ORIGIN, number, airspeed, nm, seconds, type Tool } from './fields.js';

export const turn = {
	name: 'Turn',
	fields: [airspeed, number('rateDegPerSecond', 'Rate', 3, 0.5, 6, '°/s', 0.5)],
	solve(n) {
		const turn = solveTurn({ trueAirspeedKt: n.trueAirspeedKt!, rateDegPerSecond: n.rateDegPerSecond! });
		const standard = n.rateDegPerSecond === 3;
		return {
			rows: [
				{
					label: 'Bank',
					exact: `${turn.bankDeg.toFixed(1)}°`,
					rule: standard
						? `a tenth and five: ${turn.rules.tenPercentPlusFiveDeg.toFixed(0)}°; fifteen hundredths: ${turn.rules.fifteenPercentDeg.toFixed(0)}°`
						: 'rules are for three degrees a second',
					asked: { value: turn.bankDeg, within: 2, unit: '°' }
				},
				{
					label: 'Radius',
					exact: nm(turn.radiusNm),
					rule: `speed over 190: ${nm(n.trueAirspeedKt! / 190)}`
				},
				{ label: 'All the way round', exact: seconds(turn.secondsPer360) },
				{ label: 'Roll out before the heading by', exact: `${turn.rules.halfBankRollOutDeg.toFixed(0)}°` },
				{ label: 'Load factor', exact: turn.loadFactor.toFixed(2) }
			],
			drawing: {
				title: 'The turn in still air, to scale',
				unit: 'NM',
				marks: [],
				labels: [],
				shapes: [
					{
						points: groundTrack(
							[{ headingDeg: 0, byDeg: 350, seconds: 350 / n.rateDegPerSecond! }],
							n.trueAirspeedKt!,
							ORIGIN
						),
						stroke: 'exact',
						arrow: true
					}
				]
			},
			note: 'Coordinated and level.'
		};
	}
} as const satisfies Tool;
