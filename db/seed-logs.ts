import { dayNumber, dayOf, emptyEntry, SeededRandom, type LogDevice, type LogEntry } from '@hanza/core';
import type { Knex } from 'knex';
import { addEntry, addVersion, putEntry, setGoal } from '../src/lib/server/data/index.js';

const HOME = 'XVES';
const AWAY = ['XOST', 'XHAM', 'XTOR'];
const KINDS = ['ILS', 'VOR', 'RNAV', 'LOC'];
const TEACHER = 'Harun Aldbeck';
const FRIEND = 'Berit Askelund';

type Part = Partial<LogEntry>;
/** A stretch of a life in a log: so many entries between two days ago, made alike. */
interface Stretch {
	count: number;
	fromDaysAgo: number;
	toDaysAgo: number;
	make: (random: SeededRandom, i: number) => Part;
}

const six = (minutes: number): number => Math.round(minutes / 6) * 6;
const of = <T>(list: readonly T[], random: SeededRandom): T =>
	list[Math.floor(random.between(0, list.length))]!;
const approachesAt = (random: SeededRandom, places: readonly string[]): LogEntry['approaches'] =>
	places.map((place) => ({ kind: of(KINDS, random), runway: of(['10', '28', '30'], random), place }));

/** Under way by the eye alone: command, sometimes across the country. */
const visual = (random: SeededRandom): Part => {
	const far = random.between(0, 1) < 0.7;
	const totalMinutes = six(random.between(60, far ? 170 : 90));
	const to = far ? of(AWAY, random) : HOME;
	return {
		to,
		totalMinutes,
		picMinutes: totalMinutes,
		crossCountryMinutes: far ? totalMinutes : 0,
		landings: far ? 1 : 4
	};
};
/** With the instructor, under the hood. */
const taught = (random: SeededRandom): Part => {
	const totalMinutes = six(random.between(72, 110));
	return {
		totalMinutes,
		dualMinutes: totalMinutes,
		instructor: TEACHER,
		instrumentInstructor: true,
		simulatedMinutes: totalMinutes - 12,
		approaches: approachesAt(random, random.between(0, 1) < 0.6 ? [HOME, HOME] : [HOME]),
		holds: random.between(0, 1) < 0.4 ? 1 : 0,
		tracking: true,
		landings: 1
	};
};
/** Under the hood with a friend to look out, or with nobody. */
const hooded =
	(safetyPilot: string) =>
	(random: SeededRandom): Part => {
		const totalMinutes = six(random.between(66, 100));
		return {
			to: of(AWAY, random),
			totalMinutes,
			picMinutes: totalMinutes,
			crossCountryMinutes: totalMinutes,
			simulatedMinutes: totalMinutes - 18,
			safetyPilot,
			approaches: approachesAt(random, [of(AWAY, random)]),
			tracking: true,
			landings: 1
		};
	};
const inDevice =
	(device: LogDevice) =>
	(random: SeededRandom): Part => {
		const totalMinutes = six(random.between(60, 120));
		return {
			device,
			aircraftType: device === 'batd' ? 'Ferrin desk trainer' : 'Ostrel panel trainer',
			registration: device === 'batd' ? 'VF-B-011' : 'VF-A-004',
			totalMinutes,
			simulatedMinutes: totalMinutes,
			dualMinutes: totalMinutes,
			instructor: TEACHER,
			instrumentInstructor: true,
			approaches: approachesAt(random, [HOME, HOME, HOME]),
			holds: 1,
			tracking: true,
			landings: 0
		};
	};
/** Rated, in cloud. */
const inCloud = (random: SeededRandom): Part => {
	const totalMinutes = six(random.between(70, 130));
	return {
		to: of(AWAY, random),
		totalMinutes,
		picMinutes: totalMinutes,
		crossCountryMinutes: totalMinutes,
		actualMinutes: six(totalMinutes * 0.4),
		instrumentRules: true,
		tracking: true,
		landings: 1
	};
};

const LOGS: Record<string, { goal?: string; confirmedBeforeDaysAgo: number; stretches: Stretch[] }> = {
	// Nearly ready: the long cross-country and the recent training are missing.
	obed: {
		confirmedBeforeDaysAgo: 60,
		stretches: [
			{ count: 38, fromDaysAgo: 700, toDaysAgo: 200, make: visual },
			{ count: 14, fromDaysAgo: 320, toDaysAgo: 130, make: taught },
			{ count: 22, fromDaysAgo: 260, toDaysAgo: 95, make: hooded(FRIEND) },
			{ count: 6, fromDaysAgo: 60, toDaysAgo: 20, make: visual }
		]
	},
	// Too many hours in devices: the cap takes some.
	teo: {
		confirmedBeforeDaysAgo: 45,
		stretches: [
			{ count: 26, fromDaysAgo: 600, toDaysAgo: 120, make: visual },
			{ count: 12, fromDaysAgo: 200, toDaysAgo: 60, make: inDevice('batd') },
			{ count: 10, fromDaysAgo: 120, toDaysAgo: 16, make: inDevice('aatd') },
			{ count: 8, fromDaysAgo: 70, toDaysAgo: 3, make: taught }
		]
	},
	// Hours under the hood alone: none of them counts.
	ilse: {
		confirmedBeforeDaysAgo: 21,
		stretches: [
			{ count: 22, fromDaysAgo: 500, toDaysAgo: 90, make: visual },
			{ count: 7, fromDaysAgo: 120, toDaysAgo: 30, make: hooded('') },
			{ count: 6, fromDaysAgo: 50, toDaysAgo: 2, make: taught }
		]
	},
	// Just begun.
	mirja: {
		confirmedBeforeDaysAgo: 400,
		stretches: [{ count: 4, fromDaysAgo: 90, toDaysAgo: 20, make: visual }]
	},
	// Rated, and soon out of recency.
	runa: {
		goal: 'us-instrument-recency',
		confirmedBeforeDaysAgo: 30,
		stretches: [
			{ count: 30, fromDaysAgo: 900, toDaysAgo: 200, make: inCloud },
			{
				count: 3,
				fromDaysAgo: 165,
				toDaysAgo: 150,
				make: (random) => ({
					...inCloud(random),
					approaches: approachesAt(random, [...AWAY].slice(0, 2)),
					holds: 1
				})
			},
			{ count: 5, fromDaysAgo: 120, toDaysAgo: 12, make: inCloud }
		]
	}
};

/** The log of a demo student up to a day, the oldest first: always the same for the day. */
export function demoLog(login: string, today: string): LogEntry[] {
	const log = LOGS[login];
	if (!log) return [];
	const random = new SeededRandom([...login].reduce((sum, letter) => sum * 31 + letter.charCodeAt(0), 7));
	const entries = log.stretches.flatMap(({ count, fromDaysAgo, toDaysAgo, make }) =>
		Array.from({ length: count }, (_, i): LogEntry => {
			const daysAgo = Math.round(
				fromDaysAgo + ((toDaysAgo - fromDaysAgo) * (i + random.between(0, 0.6))) / count
			);
			return {
				...emptyEntry(dayOf(dayNumber(today) - daysAgo)),
				aircraftType: 'Ferrin 160',
				registration: 'X-FERA',
				from: HOME,
				to: HOME,
				...make(random, i)
			};
		})
	);
	return entries.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}

/** Puts the demo students' logs in: what is older is confirmed by their instructor. */
export async function seedLogs(
	db: Knex,
	instructorId: string,
	students: readonly { login: string; id: string }[],
	today: string
): Promise<void> {
	for (const { login, id: studentId } of students) {
		const { goal, confirmedBeforeDaysAgo } = LOGS[login] ?? { confirmedBeforeDaysAgo: 0 };
		const before = dayOf(dayNumber(today) - confirmedBeforeDaysAgo);
		for (const entry of demoLog(login, today)) {
			const id = await addEntry(db, { studentId, authorId: studentId, entry });
			if (entry.date >= before) continue;
			await putEntry(db, id, { entry, version: 1, state: 'kept', confirmedById: instructorId });
			await addVersion(db, id, {
				version: 1,
				deed: 'confirmed',
				entry,
				authorId: instructorId,
				reason: null
			});
		}
		if (goal) await setGoal(db, studentId, goal);
	}
}
