import { describe, expect, it } from 'vitest';
import { aircraftCatalog, areaCatalog, procedureCatalog, standardCatalog } from '../../data/index.js';
import {
	approachCard,
	DECISION,
	flyByRobot,
	gradeFlight,
	loadedAircraft,
	TECHNIQUES,
	type Fault,
	type Grade,
	type PilotId,
	type TaskCard,
	type Weather
} from '../src/index.js';

const area = areaCatalog.get('veskar');
const trainer = aircraftCatalog.get('ferrin-160');
const standard = standardCatalog.get('us-instrument');
const LOW: Weather = {
	seaLevelPressureHpa: 1013.25,
	temperatureOffsetC: 0,
	windLayers: [],
	clouds: [{ baseFt: 150, topsFt: 6000 }],
	visibilityM: 5000
};
const HIGH: Weather = { ...LOW, clouds: [{ baseFt: 700, topsFt: 6000 }] };
const graded = (card: TaskCard, pilot: PilotId = 'steady', seed = 7): Grade => {
	const { track } = flyByRobot(card, trainer, area, TECHNIQUES[pilot], seed, 3600);
	return gradeFlight(track, card, standard, loadedAircraft(trainer, card.loading));
};
const APPROACH_KINDS = new Set<string>([
	'step-down-broken',
	'chases-glidepath',
	'below-path-in-sight',
	'descended-unestablished',
	'continued-unseen',
	'missed-action',
	'clock-not-started',
	'needle-source',
	'looked-out-early',
	'bug-not-set',
	'altitude-not-reset',
	'unstable-approach'
]);
const kinds = ({ faults }: { faults: Fault[] }) => faults.map(({ kind }) => kind);

describe.each([
	['calm air', () => LOW],
	[
		'20 kt across',
		(courseDeg: number): Weather => ({
			...LOW,
			windLayers: [{ altitudeFt: 0, fromDeg: (courseDeg + 90) % 360, speedKt: 20 }]
		})
	],
	['light turbulence', (): Weather => ({ ...LOW, turbulence: 'light' })]
] as const)(
	'every shipped approach, to the minimum and through the missed approach, in %s',
	(air, weatherOf) => {
		it.each(procedureCatalog.all.map((procedure) => [procedure.id, procedure] as const))(
			'%s',
			(_id, procedure) => {
				const card = approachCard(procedure, {
					area,
					aircraft: trainer,
					weather: weatherOf(procedure.final.courseDeg)
				});
				const grade = graded(card);
				expect(
					grade.because,
					grade.phases.map(({ name, verdict }) => `${name} ${verdict}`).join('; ')
				).toEqual([]);
				expect(grade.verdict).toBe('met');
				expect(grade.approach!.decision).toMatchObject({
					said: 'go around',
					seen: 'nothing',
					judged: 'right'
				});
				expect(grade.approach!.segments.find(({ segment }) => segment === 'missed')!.verdict).toBe('met');
				// A robot without a fault is told of none of an approach; in wind and gusts its entries are less tidy.
				expect(kinds(grade).filter((kind) => APPROACH_KINDS.has(kind))).toEqual([]);
				if (air === 'calm air') expect(kinds(grade)).toEqual([]);
			}
		);
	}
);

describe('the decision', () => {
	const ils = procedureCatalog.get('ves-ils-10');
	const card = (weather: Weather, more: object = {}) =>
		approachCard(ils, { area, aircraft: trainer, weather, part: 'final', ...more });

	it('is on with the runway in sight, and the missed approach is then not asked for', () => {
		const grade = graded(card(HIGH));
		expect(grade.verdict).toBe('met');
		expect(grade.approach!.decision).toMatchObject({ said: 'continue', judged: 'right' });
		expect(
			grade.phases.filter(({ verdict }) => verdict === 'not asked').map(({ segment }) => segment)
		).toEqual(['missed', 'missed', 'missed']);
		expect(grade.approach!.goAround).toBeNull();
	});

	it('fails where nothing is to be seen, whatever else was good', () => {
		const grade = graded(card(LOW), 'presser-on');
		expect(grade.verdict).toBe('not met');
		expect(grade.approach!.decision).toMatchObject({ said: 'continue', seen: 'nothing', judged: 'wrong' });
		expect(kinds(grade)).toContain('continued-unseen');
		expect(grade.because.join(' ')).toMatch(/below the minimum of 260 ft with nothing in sight/);
	});

	it('fails by the loosest standard, too: no tolerance reaches below a minimum', () => {
		const learning = standardCatalog.get('school-learning');
		const one = card(LOW);
		const { track } = flyByRobot(one, trainer, area, TECHNIQUES['presser-on'], 7, 3600);
		expect(gradeFlight(track, one, learning, trainer).verdict).toBe('not met');
	});
});

describe('a fault of an approach', () => {
	const on = (id: string, part: 'final' | 'missed' | 'whole', weather: Weather = LOW) =>
		approachCard(procedureCatalog.get(id), { area, aircraft: trainer, weather, part });
	it.each([
		['step-down-broken', 'step-breaker', on('ost-loc-30', 'final')],
		['chases-glidepath', 'path-chaser', on('ves-ils-10', 'final')],
		['below-path-in-sight', 'ducker', on('ves-ils-10', 'final', HIGH)],
		['descended-unestablished', 'beside-flyer', on('ves-ils-10', 'final')],
		['continued-unseen', 'presser-on', on('ves-ils-10', 'final')],
		['missed-action', 'late-misser', on('ves-ils-10', 'missed')],
		['clock-not-started', 'clockless', on('ost-vor-30', 'final')],
		['needle-source', 'wrong-sourced', on('ves-vor-dme-28', 'final')],
		['looked-out-early', 'peeker', on('ves-ils-10', 'final')],
		['bug-not-set', 'bugless', on('ves-ils-10', 'final')],
		['altitude-not-reset', 'reminder-forgetter', on('ost-loc-30', 'whole')],
		['unstable-approach', 'fast-finisher', on('ves-ils-10', 'final')]
	] as const)('%s is named of the one who has it, and of no steady pilot', (kind, pilot, card) => {
		expect(kinds(graded(card, pilot, 3))).toContain(kind);
		expect(kinds(graded(card, 'steady', 3))).not.toContain(kind);
	});
});

describe('the gate', () => {
	it('is no fault of whoever goes around within five seconds of it, and of whoever does so later', () => {
		const card = approachCard(procedureCatalog.get('ves-ils-10'), {
			area,
			aircraft: trainer,
			weather: LOW,
			part: 'final'
		});
		const wentAround = (secondsAfter: number) => {
			const { track } = flyByRobot(card, trainer, area, TECHNIQUES['fast-finisher'], 3, 3600);
			const gate = gradeFlight(track, card, standard, trainer).approach!.gate!;
			expect(gate.off).not.toEqual([]);
			track
				.column('decision')
				.fill(DECISION['go-around'], Math.round((gate.atSeconds + secondsAfter) * track.rateHz));
			return kinds(gradeFlight(track, card, standard, trainer));
		};
		expect(wentAround(3)).not.toContain('unstable-approach');
		expect(wentAround(7)).toContain('unstable-approach');
	});
});
