import {
	DRILLS,
	encodeChunk,
	flyByRobot,
	NO_CONDITIONS,
	question,
	SeededRandom,
	TECHNIQUES,
	withConditions,
	type Conditions,
	type DrillId,
	type PilotId,
	type TaskCard,
	type Technique
} from '@hanza/core';
import type { Knex } from 'knex';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';
import { openDatabase } from '../src/lib/server/db.js';
import { seedLogs } from './seed-logs.js';
import {
	addAssignment,
	addChunk,
	addLooks,
	addOverride,
	addPerson,
	addRemark,
	findAttempt,
	findPerson,
	isDemo,
	markDemo,
	type Person
} from '../src/lib/server/data/index.js';
import {
	beginFlight,
	drillContext,
	endFlight,
	DEMO_PASSWORD,
	hashPassword,
	markRound
} from '../src/lib/server/services/index.js';

/** One flight of a demo student's month. */
interface DemoFlight {
	card: string;
	daysAgo: number;
	/** A robot with its fault, or how near to the hasty one (1) and the steady one (0). */
	by: PilotId | number | 'leaning';
	/** From where and how strong, in place of the card's. */
	wind?: [fromDeg: number, speedKt: number];
	turbulence?: 'light' | 'moderate';
	/** On a veiled panel, the looks kept. */
	veiled?: boolean;
	/** The word to the student with which it was set. */
	note?: string;
	remark?: [atSeconds: number, text: string];
	/** The instructor's verdict in place of the computed one. */
	override?: string;
	/** Not looked at yet. */
	isNews?: boolean;
}
interface DemoStudent {
	login: string;
	name: string;
	month: DemoFlight[];
	/** Tasks that are open: card, and the word with it. */
	open: [card: string, note: string][];
	/** Rounds of drills, oldest first: how often the answers were right. */
	drills: { drill: DrillId; knows: number; daysAgo: number }[];
	standard: string;
}

/** Five students at five stages: attitude flying, a relapse, one who has gone silent, radio navigation, the first day. */
const STUDENTS: DemoStudent[] = [
	{
		login: 'ilse',
		name: 'Ilse Varnholm',
		standard: 'us-instrument',
		month: [
			{ card: 'straight-level', daysAgo: 27, by: 'starer', veiled: true, turbulence: 'light' },
			{
				card: 'standard-turns',
				daysAgo: 26,
				by: 'holder',
				remark: [95, 'Half the bank before the heading. You waited for it.']
			},
			{ card: 'speed-changes', daysAgo: 24, by: 'juggler' },
			{ card: 'straight-level', daysAgo: 22, by: 'omitter', veiled: true, turbulence: 'light' },
			{ card: 'rate-climb', daysAgo: 20, by: 0.9 },
			{
				card: 'racetrack-climbs',
				daysAgo: 18,
				by: 'coaster',
				remark: [150, 'Power back in before the nose is level.']
			},
			{ card: 'half-standard-turns', daysAgo: 16, by: 'holder', wind: [40, 15] },
			{ card: 'vertical-s-a', daysAgo: 14, by: 'chaser' },
			{ card: 'approach-descent', daysAgo: 12, by: 0.8, note: 'Speed first, then the descent.' },
			{ card: 'standard-turns', daysAgo: 10, by: 'steady', wind: [300, 18] },
			{ card: 'oval', daysAgo: 8, by: 'juggler', turbulence: 'light' },
			{ card: 'compass-turns', daysAgo: 6, by: 'steady' },
			{ card: 'upset-moderate', daysAgo: 5, by: 'steady' },
			{ card: 'find-your-numbers', daysAgo: 4, by: 'steady' },
			{
				card: 'approach-descent',
				daysAgo: 3,
				by: 0.05,
				remark: [62, 'Good patience on the slow-down. Next: the same in wind.']
			},
			{ card: 'straight-level', daysAgo: 1, by: 'steady', veiled: true, turbulence: 'light', isNews: true }
		],
		open: [['approach-descent', 'Speed first, then the descent. Fly it until it is dull.']],
		drills: [
			{ drill: 'primary', knows: 0.6, daysAgo: 25 },
			{ drill: 'leads', knows: 0.7, daysAgo: 15 },
			{ drill: 'standard-bank', knows: 0.8, daysAgo: 11 },
			{ drill: 'primary', knows: 0.9, daysAgo: 5 }
		]
	},
	{
		login: 'teo',
		name: 'Teo Marrask',
		standard: 'school-sharp',
		month: [
			{ card: 'approach-descent', daysAgo: 25, by: 0.9 },
			{
				card: 'speed-changes',
				daysAgo: 23,
				by: 'untrimmed',
				remark: [70, 'Trim, then let go. Your hand holds what the wheel should.']
			},
			{ card: 'intercept-inbound', daysAgo: 21, by: 'through-turner' },
			{ card: 'approach-descent', daysAgo: 18, by: 0.4 },
			{ card: 'bracket', daysAgo: 15, by: 'needle-chaser' },
			{ card: 'approach-descent', daysAgo: 13, by: 0.05, remark: [40, 'That is it. Exactly so.'] },
			{ card: 'intercept-inbound', daysAgo: 10, by: 'steady', wind: [10, 15] },
			{ card: 'timed-turns', daysAgo: 8, by: 'distracted', turbulence: 'light' },
			{ card: 'rate-climb', daysAgo: 6, by: 1 },
			{
				card: 'break-out',
				daysAgo: 4,
				by: 1,
				note: 'The same descent, with nothing to be seen.',
				isNews: true
			},
			{ card: 'approach-descent', daysAgo: 2, by: 0.95, wind: [280, 12], isNews: true }
		],
		open: [
			['approach-descent', 'Slow down first. All the way.'],
			['track-crosswind', 'Take out half of it, and keep the other half.']
		],
		drills: [
			{ drill: 'leads', knows: 0.4, daysAgo: 22 },
			{ drill: 'needle', knows: 0.5, daysAgo: 14 },
			{ drill: 'leads', knows: 0.6, daysAgo: 3 }
		]
	},
	{
		login: 'runa',
		name: 'Runa Calvey',
		standard: 'school-learning',
		month: [
			{ card: 'oval', daysAgo: 28, by: 'holder' },
			{ card: 'upset-mild', daysAgo: 26, by: 'disordered-recoverer' },
			{
				card: 'approach-descent',
				daysAgo: 24,
				by: 0.5,
				override: 'The excursion was my doing: I moved the throttle.'
			},
			{
				card: 'vacuum-partial',
				daysAgo: 22,
				by: 'silent',
				remark: [120, 'Say what has failed as soon as you doubt it.']
			},
			{ card: 'static-partial', daysAgo: 19, by: 'steady' },
			{ card: 'upset-steep', daysAgo: 16, by: 'steady' }
		],
		open: [['upset-mild-partial', 'Airspeed and its trend first.']],
		drills: [{ drill: 'panel', knows: 0.7, daysAgo: 20 }]
	},
	{
		login: 'obed',
		name: 'Obed Linnaker',
		standard: 'eu-instrument',
		month: [
			{ card: 'rnav-course', daysAgo: 27, by: 'leaning' },
			{
				card: 'track-crosswind',
				daysAgo: 25,
				by: 'drifter',
				remark: [400, 'Same drift, same side. Half of what brought you back stays in.']
			},
			{ card: 'homing', daysAgo: 23, by: 'leaning' },
			{ card: 'intercept-outbound', daysAgo: 21, by: 'own-cutter' },
			{ card: 'hold-teardrop', daysAgo: 18, by: 'wrong-enterer' },
			{ card: 'reversal-base-turn', daysAgo: 16, by: 'leaning', wind: [330, 15] },
			{ card: 'hold-direct', daysAgo: 13, by: 'clock-forgetter' },
			{ card: 'arc', daysAgo: 11, by: 'leaning' },
			{ card: 'intercept-outbound', daysAgo: 9, by: 'leaning', wind: [200, 20] },
			{ card: 'time-to-station', daysAgo: 7, by: 'leaning' },
			{ card: 'approach-ost-loc-30-final', daysAgo: 6, by: 'leaning', wind: [340, 12] },
			{ card: 'complex-descent', daysAgo: 5, by: 'unconfigured' },
			{ card: 'bracket', daysAgo: 4, by: 'leaning', wind: [170, 22] },
			{ card: 'two-radials', daysAgo: 3, by: 'steady' },
			{
				card: 'approach-ost-loc-30-final',
				daysAgo: 2,
				by: 'step-breaker',
				remark: [150, 'Which fix frees you to go lower? Say it before you do.']
			},
			{ card: 'approach-ves-ils-10', daysAgo: 2, by: 'steady', wind: [160, 14] },
			{ card: 'hold-direct', daysAgo: 1, by: 'steady', wind: [60, 20], turbulence: 'light', isNews: true }
		],
		open: [
			['break-out', ''],
			['complex-descent', 'Gear, then the flap, then the power.'],
			['track-crosswind', ''],
			['hold-direct', 'With the entry worked out before.'],
			['two-radials', ''],
			['homing', ''],
			['approach-ham-vor', 'Brief it to the second action of the missed approach.']
		],
		drills: [
			{ drill: 'hold-entry', knows: 0.6, daysAgo: 17 },
			{ drill: 'needle', knows: 0.8, daysAgo: 12 },
			{ drill: 'hold-entry', knows: 0.9, daysAgo: 6 },
			{ drill: 'morse', knows: 0.5, daysAgo: 2 }
		]
	},
	{
		login: 'mirja',
		name: 'Mirja Toft-Hale',
		standard: 'us-instrument',
		month: [],
		open: [['approach-descent', 'Your first. Read the brief, and take your time.']],
		drills: []
	}
];

/** Of the one who keeps every altitude a little high: nobody sees it in a single flight, ft. */
const LEANS_FT = 55;

/** A technique between the two robots. */
function blend(haste: number): Technique {
	const { steady, hasty } = TECHNIQUES;
	const mix = (a: number, b: number) => a + (b - a) * haste;
	return {
		descendWithinKt: mix(steady.descendWithinKt, 16),
		levelOffLead: mix(steady.levelOffLead, hasty.levelOffLead),
		pitchRateDegPerSecond: mix(steady.pitchRateDegPerSecond, hasty.pitchRateDegPerSecond),
		wanderDeg: mix(steady.wanderDeg, hasty.wanderDeg) + 0.1
	};
}

const techniqueOf = (by: DemoFlight['by']): Technique =>
	by === 'leaning'
		? { ...TECHNIQUES.steady, holdsHighFt: LEANS_FT }
		: typeof by === 'number'
			? blend(by)
			: TECHNIQUES[by];

const DAY_MS = 86_400_000;

/** A moment of a training day, so many minutes after nine. */
function onDay(daysAgo: number, minutes: number): Date {
	const day = new Date(Date.now() - daysAgo * DAY_MS);
	day.setUTCHours(9, minutes, 0, 0);
	return day;
}

/** The card as it was set that day. */
function cardOf({ card, wind, turbulence, veiled }: DemoFlight): { card: TaskCard; conditions: Conditions } {
	const shipped = cardCatalog.get(card);
	const conditions: Conditions = {
		...NO_CONDITIONS,
		...(wind ? { windFromDeg: wind[0], windSpeedKt: wind[1] } : {}),
		...(turbulence ? { turbulence } : {}),
		...(veiled ? { veil: 'blur' as const } : {})
	};
	return { card: withConditions(shipped, conditions, aircraftCatalog.get(shipped.aircraft)), conditions };
}

/** A flight as if it had been flown: set, begun, sent, ended and graded by the same code as any. */
async function keepFlight(
	db: Knex,
	people: { student: Person; instructorId: string; standard: string },
	flown: DemoFlight,
	startedAt: Date,
	seed: number
): Promise<void> {
	const { student, instructorId } = people;
	const { card, conditions } = cardOf(flown);
	const standard = standardCatalog.get(people.standard);
	const assignmentId = await addAssignment(db, {
		studentId: student.id,
		instructorId,
		card,
		standardId: standard.id,
		assist: 'any',
		note: flown.note ?? '',
		createdAt: new Date(startedAt.getTime() - DAY_MS),
		conditions,
		chosenCard: flown.card
	});
	const flight = flyByRobot(
		card,
		aircraftCatalog.get(card.aircraft),
		areaCatalog.get(card.area),
		techniqueOf(flown.by),
		seed
	);
	const endedAt = new Date(startedAt.getTime() + flight.simulatedSeconds * 1000);
	const attemptId = await beginFlight(db, student, {
		assignmentId,
		card,
		standard,
		assist: 'direct',
		startedAt
	});
	await addChunk(db, attemptId, {
		seq: 0,
		body: encodeChunk({ first: 0, track: flight.track }),
		samples: flight.track.length,
		resume: null
	});
	await endFlight(db, (await findAttempt(db, attemptId))!, 'finished', endedAt);
	if (flown.veiled) await addLooks(db, attemptId, 'veil', flight.looks);
	const evening = new Date(endedAt.getTime() + 3_600_000);
	await db('assignments').where({ id: assignmentId }).update({ closed_at: evening });
	if (!flown.isNews) await db('attempts').where({ id: attemptId }).update({ looked_at: evening });
	if (flown.remark)
		await addRemark(db, {
			attemptId,
			authorId: instructorId,
			atSeconds: Math.min(flown.remark[0], Math.floor(flight.track.seconds)),
			text: flown.remark[1],
			createdAt: evening
		});
	if (flown.override) {
		const { verdict } = (await findAttempt(db, attemptId))!;
		await addOverride(db, {
			attemptId,
			authorId: instructorId,
			item: 'verdict',
			computed: verdict ?? 'not shown',
			value: verdict === 'met' ? 'not met' : 'met',
			reason: verdict === 'met' ? 'I had to prompt the power at the level-off.' : flown.override,
			createdAt: evening
		});
	}
}

/** A round of a drill on a day, marked by the same code as any. */
async function keepRound(
	db: Knex,
	student: Person,
	{ drill, knows, daysAgo }: DemoStudent['drills'][number],
	seed: number
): Promise<void> {
	const context = drillContext(aircraftCatalog.all[0]!, areaCatalog.all[0]!);
	const random = new SeededRandom(seed);
	const answers = DRILLS[drill]
		.items(context)
		.slice(0, 10)
		.map((item, n) => {
			const { answer } = question(drill, item, n, context);
			return { item, seed: n, given: random.next() < knows ? answer.right : -1 };
		});
	const at = new Date(Date.now() - daysAgo * DAY_MS);
	const id = crypto.randomUUID();
	await markRound(db, student, drill, context, { id, seconds: 62 + 5 * (seed % 9), answers }, at);
	await db('drill_rounds').where({ id }).update({ at });
}

async function seed(url: string): Promise<void> {
	const db = openDatabase(url);
	try {
		if (await isDemo(db)) return;
		// Demo people enter by the choice on the first page; their password is the same simple word.
		const passwordHash = await hashPassword(DEMO_PASSWORD);
		const instructorId = await addPerson(db, {
			login: 'harun',
			name: 'Harun Aldbeck',
			role: 'instructor',
			instructorId: null,
			isHead: true,
			passwordHash
		});
		const now = Date.now();
		const students: { login: string; id: string }[] = [];
		for (const [s, person] of STUDENTS.entries()) {
			const id = await addPerson(db, {
				login: person.login,
				name: person.name,
				role: 'student',
				instructorId,
				passwordHash
			});
			students.push({ login: person.login, id });
			const student = (await findPerson(db, id))!;
			for (const [i, flown] of person.month.entries()) {
				const startedAt = onDay(flown.daysAgo, (s * 53 + i * 67) % 480);
				await keepFlight(
					db,
					{ student, instructorId, standard: person.standard },
					flown,
					startedAt,
					300 * (s + 1) + i
				);
			}
			for (const [i, round] of person.drills.entries()) await keepRound(db, student, round, s * 31 + i);
			for (const [nth, [cardId, note]] of person.open.entries())
				await addAssignment(db, {
					studentId: id,
					instructorId,
					card: cardCatalog.get(cardId),
					standardId: person.standard,
					assist: 'any',
					note,
					createdAt: new Date(now - (nth + 1) * 20 * 3_600_000),
					conditions: NO_CONDITIONS,
					chosenCard: cardId
				});
		}
		await seedLogs(db, instructorId, students, new Date(now).toISOString().slice(0, 10));
		await markDemo(db);
	} finally {
		await db.destroy();
	}
}

await seed(process.env.DATABASE_URL!);
