import { formatHeading } from '../../base/index.js';
import { solveDescent } from '../../navigation/index.js';
import { lowestOf, missedPointWords, SIGHTS, type Sight } from '../../procedures/index.js';
import { usualMinimum } from '../builders/approach-card.js';
import { choice, pick, type Drill } from './question.js';

const GROUNDSPEEDS = [60, 70, 80, 90, 100, 110, 120, 130];
const ANGLES = [3, 3.5];

export const ratesDrill: Drill = {
	name: 'Rates for a groundspeed',
	what: 'the rate that keeps an angle over the ground, as fast as the groundspeed can be read',
	items: () => GROUNDSPEEDS.flatMap((kt) => ANGLES.map((angle) => `${kt}/${angle}`)),
	ask(item) {
		const [groundspeedKt, angleDeg] = item.split('/').map(Number) as [number, number];
		const { verticalSpeedFpm } = solveDescent({ groundspeedKt, angleDeg });
		const exact = Math.round(-verticalSpeedFpm);
		return {
			item,
			prompt: `${angleDeg}° at ${groundspeedKt} kt over the ground: what rate down, in ft/min?`,
			answer: { kind: 'number', right: -verticalSpeedFpm, tolerance: 40, unit: 'ft/min' },
			explanation: `Five times the groundspeed is ${groundspeedKt * 5}${angleDeg === 3 ? '' : `, and a sixth more for the half degree: ${Math.round((groundspeedKt * 35) / 6)}`}; exactly ${exact} ft/min.`
		};
	}
};

const GO_ON = {
	nothing: 'go around',
	lights: 'on, to 100 ft above the threshold and no lower',
	'red side rows': 'on, down to the runway',
	runway: 'on, down to the runway'
} as const satisfies Record<Sight, string>;

export const minimumDrill: Drill = {
	name: 'At the minimum',
	what: 'a picture for two seconds: go on, how far, or go around',
	items: () => SIGHTS.flatMap((sight) => [1, 2, 3].map((i) => `${sight}/${i}`)),
	ask(item, random) {
		const sight = item.split('/')[0] as Sight;
		return {
			item,
			prompt: 'At the decision altitude you look up and see this. What now?',
			view: { sight },
			answer: choice(random, GO_ON[sight], [...new Set(Object.values(GO_ON))]),
			explanation: `${sight === 'nothing' ? 'Nothing of the runway is in sight' : sight === 'lights' ? 'Approach lights alone' : sight === 'runway' ? 'The runway itself' : 'The red side rows'}: ${GO_ON[sight]}.`,
			other:
				'By the US rule (14 CFR 91.175); where other rules hold, the published minimum and the operator’s come first.'
		};
	}
};

type Asked = 'minimum' | 'course' | 'first' | 'altitude' | 'missed-point';
const ASKED: readonly Asked[] = ['minimum', 'course', 'first', 'altitude', 'missed-point'];

export const sheetDrill: Drill = {
	name: 'Read the sheet',
	what: 'minimum, course, altitude at a fix, missed approach point and first action, against the clock',
	items: ({ procedures = [] }) => procedures.flatMap(({ id }) => ASKED.map((asked) => `${id}/${asked}`)),
	ask(item, random, { procedures = [] }) {
		const [id, asked] = item.split('/') as [string, Asked];
		const procedure = procedures.find((one) => one.id === id)!;
		const shared = { item, sheet: id };
		const name = `${procedure.airport}, ${procedure.name}`;
		switch (asked) {
			case 'minimum': {
				const { altitudeFt, kind } = usualMinimum(procedure, 'A');
				return {
					...shared,
					prompt: `${name}: the lowest minimum for category A with the field’s own altimeter setting, in ft?`,
					answer: { kind: 'number', right: altitudeFt, tolerance: 0.5, unit: 'ft' },
					explanation: `${altitudeFt} ft, ${kind === 'decision' ? 'where it is decided' : 'and no lower before the runway is seen'}.`
				};
			}
			case 'course': {
				const { courseDeg } = procedure.final;
				return {
					...shared,
					prompt: `${name}: the final course?`,
					answer: { kind: 'number', right: courseDeg, tolerance: 0.6, unit: '°', circular: true },
					explanation: `The final course is ${formatHeading(courseDeg)}, by ${procedure.final.aid}.`
				};
			}
			case 'altitude': {
				const legs = procedure.legs.filter((leg) => lowestOf(leg.altitude) !== null && 'to' in leg);
				const leg = pick(random, legs);
				const ft = lowestOf(leg.altitude)!;
				return {
					...shared,
					prompt: `${name}: how low until ${'to' in leg ? leg.to : ''} has been passed, in ft?`,
					answer: { kind: 'number', right: ft, tolerance: 0.5, unit: 'ft' },
					explanation: `Not below ${ft} ft.`
				};
			}
			case 'first': {
				const [first] = procedure.missed.firstActions;
				const others = procedures.map((one) => one.missed.firstActions[0]!.text);
				return {
					...shared,
					prompt: `${name}: the first thing of the missed approach?`,
					answer: choice(random, first!.text, [...new Set(others)]),
					explanation: `${first!.text}; then: ${procedure.missed.firstActions[1]!.text}.`
				};
			}
			default: {
				const others = [...new Set(procedures.map((one) => missedPointWords(one)))];
				return {
					...shared,
					prompt: `${name}: how is the missed approach point known?`,
					answer: choice(random, missedPointWords(procedure), others),
					explanation: `It comes ${missedPointWords(procedure)}.`
				};
			}
		}
	}
};
