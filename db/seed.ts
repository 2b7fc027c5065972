import { flyByRobot, encodeChunk, TECHNIQUES, type Technique } from '@hanza/core';
import { aircraftShelf, areaShelf, cardShelf, standardShelf } from '$data';
import { openDatabase } from '../src/lib/server/db.js';
import {
	addAssignment,
	addChunk,
	addOverride,
	addPerson,
	addRemark,
	findAttempt,
	findPerson,
	isDemo,
	markDemo
} from '../src/lib/server/data/index.js';
import { beginFlight, endFlight, hashPassword } from '../src/lib/server/services/index.js';

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
}

const STUDENTS: DemoStudent[] = [
	{
		login: 'ilse',
		name: 'Ilse Varnholm',
		haste: [1, 0.8, 0.45, 0.2, 0.05],
		daysAgo: [26, 21, 15, 8, 2],
		remark: 'Good patience on the slow-down. Next: the same in wind.'
	},
	{ login: 'teo', name: 'Teo Marrask', haste: [0.9, 1, 0.95], daysAgo: [19, 9, 3] },
	{ login: 'runa', name: 'Runa Calvey', haste: [0.5, 0.1], daysAgo: [24, 16] },
	{
		login: 'obed',
		name: 'Obed Linnaker',
		haste: [0.3, 0.55, 0.15, 0],
		daysAgo: [20, 13, 6, 1],
		more: ['break-out', 'complex-descent']
	},
	{ login: 'mirja', name: 'Mirja Toft-Hale', haste: [], daysAgo: [] }
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

async function seed(url: string): Promise<void> {
	const db = openDatabase(url);
	try {
		if (await isDemo(db)) return;
		const card = cardShelf.get('approach-descent');
		const standard = standardShelf.get('us-instrument');
		const aircraft = aircraftShelf.get(card.aircraft);
		const area = areaShelf.get(card.area);
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
					card: cardShelf.get(cardId),
					standardId: standard.id,
					assist: 'any',
					note: '',
					createdAt: new Date(now - (nth + 2) * 3_600_000)
				});
			for (const [i, daysAgo] of person.daysAgo.entries()) {
				const startedAt = new Date(now - daysAgo * 86_400_000 - ((s * 97 + i * 41) % 300) * 60_000);
				const flight = flyByRobot(card, aircraft, area, blend(person.haste[i]!), 100 * (s + 1) + i);
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
				const endedAt = new Date(startedAt.getTime() + flight.simulatedSeconds * 1000);
				const attempt = (await findAttempt(db, attemptId))!;
				await endFlight(db, attempt, 'finished', endedAt);
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
