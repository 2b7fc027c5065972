import type { Aircraft, Configuration } from '../../aircraft/index.js';
import type { TaskCard, Upset } from '../card.js';
import { CardBuilder, hold, reach, setup, type PatternSetting } from './card-builder.js';
import { PATTERNS, type Pattern, type PatternId } from './patterns.js';

export const configurationsOf =
	({ configurations, name }: Aircraft) =>
	(id: string): Configuration => {
		const found = configurations.find((candidate) => candidate.id === id);
		if (!found) throw new RangeError(`${name} has no configuration "${id}"`);
		return found;
	};

export const STILL = { seaLevelPressureHpa: 1013.25, temperatureOffsetC: 0, windLayers: [] };

export function cardOf(
	setting: PatternSetting,
	base: Configuration,
	rest: Pick<TaskCard, 'id' | 'name' | 'summary' | 'numbersToKnow' | 'phases'> & Partial<TaskCard>
): TaskCard {
	const { gearDown, governedRpm } = base;
	return {
		format: 'hanza-card',
		version: 2,
		aircraft: setting.aircraft.id,
		area: setting.area,
		start: {
			altitudeFt: setting.altitudeFt,
			headingDeg: setting.headingDeg,
			airspeedKias: base.airspeedKias,
			verticalSpeedFpm: 0,
			flapsDeg: base.flapsDeg,
			...(gearDown === undefined ? {} : { gearDown }),
			...(governedRpm === undefined ? {} : { governedRpm })
		},
		weather: STILL,
		method: 'control-performance',
		...rest
	};
}

/** A pattern as a card for an aircraft, an altitude and a heading. Its identifier is the pattern's. */
export function patternCard(id: PatternId, setting: PatternSetting): TaskCard {
	const pattern: Pattern = PATTERNS[id];
	const speed = configurationsOf(setting.aircraft);
	const base = speed(pattern.base);
	const course = new CardBuilder(setting, base);
	pattern.lay(course, setting, speed);
	return cardOf(setting, base, {
		id,
		name: pattern.name,
		summary: pattern.summary,
		group: pattern.group,
		numbersToKnow: pattern.numbersToKnow,
		phases: course.phases,
		...pattern.card
	});
}

/** Establish every configuration of the aircraft in turn, straight; what was flown becomes the student's own table. */
export function numbersCard(setting: PatternSetting): TaskCard {
	const { aircraft } = setting;
	const speed = configurationsOf(aircraft);
	const base = speed('cruise');
	const wanted = aircraft.configurations.filter(({ verticalSpeedFpm }) => verticalSpeedFpm !== 'full-power');
	return cardOf(setting, base, {
		id: 'find-your-numbers',
		name: 'Find your numbers',
		group: 'Configurations',
		summary:
			'Establish each configuration, trim, and let it stand: the steady stretches become your own table.',
		numbersToKnow: wanted.slice(0, 8).map(({ id }) => id),
		phases: wanted.map((configuration, i) => {
			const rate = configuration.verticalSpeedFpm as number;
			return {
				id: configuration.id,
				name: configuration.name,
				instruction: `${configuration.airspeedKias} kt${rate === 0 ? ', level' : `, ${rate} ft/min`}, ${flapWords(configuration)}. Trim until hands off.`,
				targets: {
					airspeedKias: hold(configuration.airspeedKias, 45),
					verticalSpeedFpm: hold(rate, 45),
					headingDeg: hold(setting.headingDeg)
				},
				configuration: setup(configuration),
				end: { kind: 'elapsed', seconds: i === 0 ? 60 : 90 },
				togetherAllowed: ['pitch', 'power'],
				weight: 1
			};
		})
	});
}
const flapWords = ({ flapsDeg, gearDown }: Configuration): string =>
	`${flapsDeg === 0 ? 'flap up' : `flap ${flapsDeg}`}${gearDown === undefined ? '' : gearDown ? ', gear down' : ', gear up'}`;

/** How far an unusual attitude has gone. */
export const UPSET_LEVELS = ['mild', 'moderate', 'steep'] as const satisfies Upset['level'][];

/** A recovery from an unusual attitude, with the full panel or without its attitude indicator. */
export function upsetCard(
	level: Upset['level'],
	panel: 'full' | 'partial',
	setting: PatternSetting
): TaskCard {
	const base = configurationsOf(setting.aircraft)('cruise');
	return cardOf(setting, base, {
		id: `upset-${level}${panel === 'full' ? '' : '-partial'}`,
		name: `Unusual attitude, ${level}${panel === 'full' ? '' : ', partial panel'}`,
		group: 'Unusual attitudes',
		summary:
			'The panel is covered while another flies. Take over by the three calls, look at the airspeed first, recover in order.',
		numbersToKnow: ['cruise'],
		upset: { level, kind: 'either' },
		...(panel === 'full' ? {} : { covered: ['attitude', 'heading'] }),
		phases: [
			{
				id: 'recovery',
				name: 'Recovery',
				instruction: 'Airspeed first, then recover in the order you have learnt.',
				targets: {},
				end: {
					kind: 'all',
					of: [
						{ kind: 'within', channel: 'bankDeg', value: 0, tolerance: 7, heldSeconds: 4 },
						{ kind: 'within', channel: 'verticalSpeedFpm', value: 0, tolerance: 400, heldSeconds: 4 }
					]
				},
				togetherAllowed: ['pitch', 'power', 'bank'],
				weight: 3
			},
			{
				id: 'after',
				name: 'Level flight, cruise power',
				instruction: `Wings level, ${base.airspeedKias} kt, altitude steady for half a minute.`,
				targets: {
					airspeedKias: reach(base.airspeedKias),
					bankDeg: hold(0),
					verticalSpeedFpm: hold(0, 15)
				},
				end: { kind: 'elapsed', seconds: 45 },
				togetherAllowed: ['pitch', 'power', 'bank'],
				weight: 1
			}
		]
	});
}
