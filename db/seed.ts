import {
	DRILLS,
	encodeChunk,
	flyByRobot,
	question,
	SeededRandom,
	TECHNIQUES,
	type DrillId,
	type PilotId,
	type TaskCard,
	type Technique,
	type Track
} from '@hanza/core';
import type { Knex } from 'knex';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';
import { openDatabase } from '../src/lib/server/db.js';
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
	hashPassword,
	markRound
} from '../src/lib/server/services/index.js';

/** How near a demo student flies to the steady robot (0) or the hasty one (1), flight by flight. */
interface DemoStudent {
	login: string;
	name: string;
	haste: number[];
	/** Days before today of each flight. */
	daysAgo: number[];
	remark?: string;
	/** Cards set beside the one of the month, by id. */
	more?: string[];
	/** Attitude flying of the month: card, days ago, and how it was flown; with the looks where the panel was veiled. */
	attitude?: { card: string; daysAgo: number; pilot: PilotId; veiled?: boolean; light?: boolean }[];
	/** Rounds of drills: how often the answers were right. */
	drills?: { drill: DrillId; knows: number }[];
}

const STUDENTS: DemoStudent[] = [
	{
		login: 'ilse',
		name: 'Ilse Varnholm',
		haste: [1, 0.8, 0.45, 0.2, 0.05],
		daysAgo: [26, 21, 15, 8, 2],
		remark: 'Good patience on the slow-down. Next: the same in wind.',
		attitude: [
			{ card: 'straight-level', daysAgo: 25, pilot: 'starer', veiled: true, light: true },
			{ card: 'standard-turns', daysAgo: 24, pilot: 'holder' },
			{ card: 'straight-level', daysAgo: 20, pilot: 'omitter', veiled: true, light: true },
			{ card: 'racetrack-climbs', daysAgo: 18, pilot: 'coaster' },
			{ card: 'standard-turns', daysAgo: 13, pilot: 'juggler' },
			{ card: 'vertical-s-a', daysAgo: 11, pilot: 'chaser' },
			{ card: 'straight-level', daysAgo: 9, pilot: 'steady', veiled: true, light: true },
			{ card: 'standard-turns', daysAgo: 6, pilot: 'steady' },
			{ card: 'compass-turns', daysAgo: 5, pilot: 'steady' },
			{ card: 'upset-moderate', daysAgo: 4, pilot: 'steady' },
			{ card: 'find-your-numbers', daysAgo: 3, pilot: 'steady' }
		],
		drills: [
			{ drill: 'primary', knows: 0.6 },
			{ drill: 'standard-bank', knows: 0.8 },
			{ drill: 'primary', knows: 0.9 }
		]
	},
	{
		login: 'teo',
		name: 'Teo Marrask',
		haste: [0.9, 1, 0.95],
		daysAgo: [19, 9, 3],
		attitude: [
			{ card: 'intercept-inbound', daysAgo: 25, pilot: 'through-turner' },
			{ card: 'track-crosswind', daysAgo: 24, pilot: 'needle-chaser' },
			{ card: 'arc', daysAgo: 22, pilot: 'steady' }
		]
	},
	{
		login: 'runa',
		name: 'Runa Calvey',
		haste: [0.5, 0.1],
		daysAgo: [24, 16],
		more: ['upset-mild'],
		attitude: [
			{ card: 'oval', daysAgo: 22, pilot: 'holder' },
			{ card: 'vacuum-partial', daysAgo: 17, pilot: 'steady' }
		]
	},
	{
		login: 'obed',
		name: 'Obed Linnaker',
		haste: [0.3, 0.55, 0.15, 0],
		daysAgo: [20, 13, 6, 1],
		more: ['break-out', 'complex-descent', 'track-crosswind', 'hold-direct', 'two-radials', 'homing'],
		attitude: [
			{ card: 'track-crosswind', daysAgo: 12, pilot: 'drifter' },
			{ card: 'hold-teardrop', daysAgo: 10, pilot: 'wrong-enterer' },
			{ card: 'hold-direct', daysAgo: 9, pilot: 'clock-forgetter' },
			{ card: 'two-radials', daysAgo: 5, pilot: 'steady' },
			{ card: 'homing', daysAgo: 4, pilot: 'steady' },
			{ card: 'hold-direct', daysAgo: 2, pilot: 'steady' }
		]
	},
	{
		login: 'mirja',
		name: 'Mirja Toft-Hale',
		haste: [],
		daysAgo: []
	}
];

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

/** A flight as if it had been flown: begun, sent, ended and graded by the same code as any. */
async function keepFlight(
	db: Knex,
	student: Person,
	card: TaskCard,
	track: Track,
	startedAt: Date,
	seconds: number,
	assignmentId: string | null = null
): Promise<string> {
	const standard = standardCatalog.get('us-instrument');
	const attemptId = await beginFlight(db, student, {
		assignmentId,
		card,
		standard,
		assist: 'direct',
		startedAt
	});
	await addChunk(db, attemptId, {
		seq: 0,
		body: encodeChunk({ first: 0, track }),
		samples: track.length,
		resume: null
	});
	const attempt = (await findAttempt(db, attemptId))!;
	await endFlight(db, attempt, 'finished', new Date(startedAt.getTime() + seconds * 1000));
	return attemptId;
}

/** The weather of a lesson in light air, so that there is something to do. */
const inLightAir = (card: TaskCard): TaskCard => ({
	...card,
	weather: { ...card.weather, turbulence: 'light' }
});

async function seed(url: string): Promise<void> {
	const db = openDatabase(url);
	try {
		if (await isDemo(db)) return;
		const card = cardCatalog.get('approach-descent');
		const standard = standardCatalog.get('us-instrument');
		const aircraft = aircraftCatalog.get(card.aircraft);
		const area = areaCatalog.get(card.area);
		// Demo people enter by the choice on the first page; their password is the same simple word.
		const passwordHash = await hashPassword('practice');
		const instructorId = await addPerson(db, {
			login: 'harun',
			name: 'Harun Aldbeck',
			role: 'instructor',
			instructorId: null,
			passwordHash
		});
		const now = Date.now();
		for (const [s, person] of STUDENTS.entries()) {
			const id = await addPerson(db, {
				login: person.login,
				name: person.name,
				role: 'student',
				instructorId,
				passwordHash
			});
			const student = (await findPerson(db, id))!;
			const assignmentId = await addAssignment(db, {
				studentId: id,
				instructorId,
				card,
				standardId: standard.id,
				assist: 'any',
				note: 'Speed first, then the descent. Fly it until it is dull.',
				createdAt: new Date(now - ((person.daysAgo[0] ?? 1) + 1) * 86_400_000)
			});
			for (const [nth, cardId] of (person.more ?? []).entries())
				await addAssignment(db, {
					studentId: id,
					instructorId,
					card: cardCatalog.get(cardId),
					standardId: standard.id,
					assist: 'any',
					note: '',
					createdAt: new Date(now - (nth + 2) * 3_600_000)
				});
			for (const [i, flown] of (person.attitude ?? []).entries()) {
				const asked = cardCatalog.get(flown.card);
				const set = {
					...(flown.light ? inLightAir(asked) : asked),
					...(flown.veiled ? { veil: 'blur' as const } : {})
				};
				const startedAt = new Date(now - flown.daysAgo * 86_400_000 - ((s * 53 + i * 67) % 240) * 60_000);
				const flight = flyByRobot(
					set,
					aircraftCatalog.get(set.aircraft),
					area,
					TECHNIQUES[flown.pilot],
					300 * (s + 1) + i
				);
				const attemptId = await keepFlight(
					db,
					student,
					set,
					flight.track,
					startedAt,
					flight.simulatedSeconds
				);
				if (flown.veiled) await addLooks(db, attemptId, 'veil', flight.looks);
			}
			const context = drillContext(aircraft, area);
			for (const [i, { drill, knows }] of (person.drills ?? []).entries()) {
				const random = new SeededRandom(s * 31 + i);
				const answers = DRILLS[drill]
					.items(context)
					.slice(0, 10)
					.map((item, n) => {
						const { answer } = question(drill, item, n, context);
						return { item, seed: n, given: random.next() < knows ? answer.right : -1 };
					});
				await markRound(db, student, drill, context, {
					id: crypto.randomUUID(),
					seconds: 70 + 8 * i,
					answers
				});
			}
			for (const [i, daysAgo] of person.daysAgo.entries()) {
				const startedAt = new Date(now - daysAgo * 86_400_000 - ((s * 97 + i * 41) % 300) * 60_000);
				const flight = flyByRobot(card, aircraft, area, blend(person.haste[i]!), 100 * (s + 1) + i);
				const endedAt = new Date(startedAt.getTime() + flight.simulatedSeconds * 1000);
				const attemptId = await keepFlight(
					db,
					student,
					card,
					flight.track,
					startedAt,
					flight.simulatedSeconds,
					assignmentId
				);
				const newest = i === person.daysAgo.length - 1;
				if (newest && person.remark)
					await addRemark(db, {
						attemptId,
						authorId: instructorId,
						atSeconds: 62,
						text: person.remark,
						createdAt: new Date(endedAt.getTime() + 3_600_000)
					});
				if (person.login === 'runa' && i === 0) {
					const { verdict } = (await findAttempt(db, attemptId))!;
					await addOverride(db, {
						attemptId,
						authorId: instructorId,
						item: 'verdict',
						computed: verdict ?? 'not shown',
						value: verdict === 'met' ? 'not met' : 'met',
						reason:
							verdict === 'met'
								? 'I had to prompt the power at the level-off.'
								: 'The excursion was my doing: I moved the throttle.',
						createdAt: new Date(endedAt.getTime() + 1_800_000)
					});
				}
			}
		}
		await markDemo(db);
	} finally {
		await db.destroy();
	}
}

await seed(process.env.DATABASE_URL!);
