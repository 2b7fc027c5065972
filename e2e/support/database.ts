import type { Knex } from 'knex';
import type { TaskCard } from '@hanza/core';
import { openDatabase } from '../../src/lib/server/db.js';
import { addAssignment, addPerson } from '../../src/lib/server/data/index.js';
import { hashPassword } from '../../src/lib/server/services/auth/auth.js';
import { cardCatalog } from '../../data/index.js';
import { copyOf, UNTOUCHED } from '../../scripts/serve.mjs';

/** The database behind the application under test. */
export async function withDatabase<T>(work: (db: Knex) => Promise<T>): Promise<T> {
	const db = openDatabase(process.env.DATABASE_URL!);
	try {
		return await work(db);
	} finally {
		await db.destroy();
	}
}

/** A database with nothing in it, on the server of the one under test. */
export const emptyDatabase = (name: string): Promise<string> =>
	copyOf(process.env.DATABASE_URL!, name, 'template0');

/** Another with the demo in it as it was loaded. */
export const demoDatabase = (name: string): Promise<string> =>
	copyOf(process.env.DATABASE_URL!, name, UNTOUCHED);

/** A card like the first one, short enough to be flown in a test. */
export function shortCard(): TaskCard {
	const card = structuredClone(cardCatalog.get('approach-descent'));
	const [level, slow, descent, levelOff, hold] = card.phases;
	card.id = 'short-descent';
	card.name = 'Short descent';
	level!.end = { kind: 'elapsed', seconds: 4 };
	slow!.targets.airspeedKias!.value = 98;
	descent!.targets.airspeedKias!.value = 98;
	slow!.end = { kind: 'below', channel: 'verticalSpeedFpm', value: -250, heldSeconds: 3 };
	descent!.end = { kind: 'below', channel: 'indicatedAltitudeFt', value: 2860 };
	for (const phase of [levelOff!, hold!]) {
		phase.targets.altitudeFt!.value = 2800;
		phase.targets.airspeedKias!.value = 98;
		phase.end = { kind: 'elapsed', seconds: 6 };
	}
	return card;
}

let people = 0;

/** A student of their own for a test, with a task set; signs in with the password "practice". */
export async function studentWithTask(
	card: TaskCard,
	assist: 'direct' | 'attitude' | 'any' = 'attitude'
): Promise<{ login: string; name: string; id: string; assignmentId: string }> {
	return withDatabase(async (db) => {
		const instructor = await db('users').where({ login: 'harun' }).first('id');
		const login = `test-${process.pid}-${++people}`;
		const name = `Test Student ${process.pid}-${people}`;
		const id = await addPerson(db, {
			login,
			name,
			role: 'student',
			instructorId: instructor.id,
			passwordHash: await hashPassword('practice')
		});
		const assignmentId = await addAssignment(db, {
			studentId: id,
			instructorId: instructor.id,
			card,
			standardId: 'us-instrument',
			assist,
			note: ''
		});
		return { login, name, id, assignmentId };
	});
}
