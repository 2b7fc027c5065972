import { solveCompassTurn } from '@hanza/core';
import { number, direction, deg, heading, type Tool } from './fields.js';

export const compass = {
	name: 'Compass turn',
	fields: [
		direction('targetDeg', 'Turn to', 360),
		{ id: 'turn', label: 'Turning', kind: 'choice', usual: 'right', options: ['right', 'left'] },
		number('bankDeg', 'Bank', 15, 0, 45, '°'),
		number('dipDeg', 'Dip', 62, -80, 80, '°'),
		number('ruleMaxErrorDeg', 'The rule’s most', 30, 0, 80, '°', 5)
	],
	solve(n, c) {
		const found = solveCompassTurn({
			targetDeg: n.targetDeg! % 360,
			turn: c.turn as 'left' | 'right',
			bankDeg: n.bankDeg!,
			dipDeg: n.dipDeg!,
			ruleMaxErrorDeg: n.ruleMaxErrorDeg!
		});
		return {
			rows: [
				{
					label: 'Roll out when it reads',
					exact: `${deg(found.indicatedAtTargetDeg)} on this card, in this bank`,
					rule: `${deg(found.ruleRollOutDeg)} by the rule`,
					asked: heading(found.ruleRollOutDeg)
				},
				{
					label: 'Less the lead for the roll-out',
					exact: `${(n.bankDeg! / 2).toFixed(0)}°`,
					rule: 'half the bank'
				}
			],
			drawing: null,
			note: 'Tried first is the rule. Believe a compass only with the wings level and the speed steady.'
		};
	}
} as const satisfies Tool;
