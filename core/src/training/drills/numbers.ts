import { configurationFlight, powerOf, powerUnit, solveCompassTurn } from '../../aircraft/index.js';
import { formatHeading } from '../../base/index.js';
import { fpmPerDegree, solveDescent, solveTurn } from '../../navigation/index.js';
import { standardDay } from '../../world/index.js';
import { pick, type Drill } from './question.js';

const one = (value: number): string => String(Math.round(value));

/** Pitch of a configuration counts as known within this, and its power in the aircraft's own unit. */
export const KNOWN_WITHIN = { pitchDeg: 1, rpm: 75, inHg: 1 };

/** Configurations of the aircraft, and rules of thumb with groundspeeds of the day. */
export const numbersDrill: Drill = {
	name: 'Numbers',
	what: 'pitch and power of the configurations, and the rules of thumb',
	items: ({ aircraft }) => [
		...aircraft.configurations.flatMap(({ id }) => [`pitch/${id}`, `power/${id}`]),
		'rule/three-degrees',
		'rule/feet-per-mile',
		'rule/one-degree'
	],
	ask(item, random, { aircraft }) {
		const [kind, id] = item.split('/') as ['pitch' | 'power' | 'rule', string];
		if (kind === 'rule') return ruleQuestion(item, id, 60 + 10 * Math.floor(random.next() * 10));
		const configuration = aircraft.configurations.find((each) => each.id === id)!;
		const day = { ...standardDay, altitudeFt: configuration.altitudeFt };
		const flight = configurationFlight(aircraft, configuration, day);
		const unit = powerUnit(aircraft);
		const power = powerOf(aircraft, flight);
		const { name, airspeedKias } = configuration;
		const where = `${name}, ${airspeedKias} kt at ${configuration.altitudeFt} ft`;
		const words = `${one(flight.pitchDeg * 10) === '0' ? '0' : flight.pitchDeg.toFixed(1)}° of pitch, ${unit === 'rpm' ? one(power) : power.toFixed(1)} ${unit}, ${one(flight.verticalSpeedFpm)} ft/min`;
		return kind === 'pitch'
			? {
					item,
					prompt: `${where}: what pitch, in degrees?`,
					answer: { kind: 'number', right: flight.pitchDeg, tolerance: KNOWN_WITHIN.pitchDeg, unit: '°' },
					explanation: `${name}: ${words}.`
				}
			: {
					item,
					prompt: `${where}: what power, in ${unit}?`,
					answer: { kind: 'number', right: power, tolerance: KNOWN_WITHIN[unit], unit },
					explanation: `${name}: ${words}.`
				};
	}
};

function ruleQuestion(item: string, id: string, groundspeedKt: number) {
	const exact = solveDescent({ groundspeedKt, angleDeg: 3 });
	if (id === 'three-degrees')
		return {
			item,
			prompt: `A 3° path at ${groundspeedKt} kt over the ground: what descent, in ft/min?`,
			answer: { kind: 'number' as const, right: -exact.verticalSpeedFpm, tolerance: 40, unit: 'ft/min' },
			explanation: `Five times the groundspeed is ${groundspeedKt * 5}; exactly ${one(-exact.verticalSpeedFpm)} ft/min.`
		};
	if (id === 'feet-per-mile')
		return {
			item,
			prompt: 'A 3° path: how many feet in a nautical mile?',
			answer: { kind: 'number' as const, right: exact.feetPerNm, tolerance: 20, unit: 'ft' },
			explanation: `${one(exact.feetPerNm)} ft: 300 is near enough to think with.`
		};
	const fpm = fpmPerDegree(groundspeedKt);
	return {
		item,
		prompt: `At ${groundspeedKt} kt, how much vertical speed is one degree of pitch, in ft/min?`,
		answer: { kind: 'number' as const, right: fpm, tolerance: 20, unit: 'ft/min' },
		explanation: `About 100 ft/min for each 60 kt: ${one((groundspeedKt / 60) * 100)} by the rule, ${one(fpm)} exactly (V·sin 1°).`
	};
}

const SPEEDS = [60, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160];

export const standardBankDrill: Drill = {
	name: 'Bank for standard rate',
	what: 'three degrees a second at a true airspeed, by rule and exactly',
	items: () => SPEEDS.map((kt) => `bank/${kt}`),
	ask(item) {
		const trueAirspeedKt = Number(item.split('/')[1]);
		const { bankDeg, rules } = solveTurn({ trueAirspeedKt, rateDegPerSecond: 3 });
		return {
			item,
			prompt: `${trueAirspeedKt} kt true: what bank turns 3° a second, in degrees?`,
			answer: { kind: 'number', right: bankDeg, tolerance: 2, unit: '°' },
			explanation: `A tenth and five: ${one(rules.tenPercentPlusFiveDeg)}°; fifteen hundredths: ${one(rules.fifteenPercentDeg)}°; exactly ${bankDeg.toFixed(1)}°.`
		};
	}
};

const RATES = [300, 400, 500, 700, 800, 1000];
const BANKS = [10, 14, 16, 20, 24, 30];

export const leadsDrill: Drill = {
	name: 'Leads',
	what: 'when to begin the level-off and the roll-out',
	items: () => [...RATES.map((fpm) => `level/${fpm}`), ...BANKS.map((bank) => `roll/${bank}`)],
	ask(item, random) {
		const [kind, text] = item.split('/') as ['level' | 'roll', string];
		const value = Number(text);
		if (kind === 'level') {
			const up = random.next() < 0.5;
			const altitude = 1000 + 500 * Math.floor(random.next() * 9);
			const begin = up ? altitude - value / 10 : altitude + value / 10;
			return {
				item,
				prompt: `${up ? 'Climbing' : 'Descending'} to ${altitude} ft at ${value} ft/min: at what altitude does the level-off begin?`,
				answer: { kind: 'number', right: begin, tolerance: Math.max(10, value / 50), unit: 'ft' },
				explanation: `A tenth of the rate is ${value / 10} ft: begin at ${begin} ft.`
			};
		}
		const right = random.next() < 0.5;
		const target = 10 * Math.floor(random.next() * 36);
		const begin = (target + (right ? -value / 2 : value / 2) + 360) % 360;
		return {
			item,
			prompt: `Turning ${right ? 'right' : 'left'} with ${value}° of bank to ${formatHeading(target)}: on what heading does the roll-out begin?`,
			answer: { kind: 'number', right: begin, tolerance: 3, unit: '°', circular: true },
			explanation: `Half the bank is ${value / 2}°: begin on ${formatHeading(begin)}.`
		};
	}
};

const TARGETS = [0, 30, 60, 90, 120, 150, 180, 210, 240, 270, 300, 330];

export const compassDrill: Drill = {
	name: 'Compass roll-outs',
	what: 'on what reading to roll out of a turn by compass',
	items: () => TARGETS.flatMap((deg) => [`left/${deg}`, `right/${deg}`]),
	ask(item, random, { ruleMaxErrorDeg, dipDeg }) {
		const [turn, text] = item.split('/') as ['left' | 'right', string];
		const targetDeg = Number(text);
		const bankDeg = pick(random, [12, 15, 18]);
		const { ruleRollOutDeg, indicatedAtTargetDeg } = solveCompassTurn({
			targetDeg,
			turn,
			bankDeg,
			dipDeg,
			ruleMaxErrorDeg
		});
		return {
			item,
			prompt: `By compass, turning ${turn} to ${formatHeading(targetDeg)}; the rule goes by ${ruleMaxErrorDeg}° at north and south, without a lead. On what reading do you roll out?`,
			answer: { kind: 'number', right: ruleRollOutDeg, tolerance: 5, unit: '°', circular: true },
			explanation: `By the rule on ${formatHeading(ruleRollOutDeg)}. With ${bankDeg}° of bank this card shows ${formatHeading(indicatedAtTargetDeg)} at the moment the heading is ${formatHeading(targetDeg)}: early toward north, late toward south${dipDeg < 0 ? ', the other way round here in the south' : ''}.`,
			other:
				'The other way counts the whole turn by clock: three degrees a second, and believes the compass only with the wings level.'
		};
	}
};
