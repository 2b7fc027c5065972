import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { InputError, readRules } from '@hanza/core';
import {
	addPerson,
	addRules,
	findCredentials,
	readRecord,
	writeRecord,
	type Person
} from '../../data/index.js';
import { heavy } from '../../heavy/pool.js';
import { found, inRole, visibleStudent } from '../../policy.js';
import { hashPassword } from '../auth/auth.js';

const SHORTEST_PASSWORD = 8;

/** A student's whole record as a file: a zip with one document in it. */
export async function recordFile(
	db: Knex,
	person: Person,
	studentId: string
): Promise<{ name: string; bytes: Uint8Array }> {
	const student = found(await visibleStudent(db, person, studentId));
	const record = await readRecord(db, student);
	return {
		name: `record-${student.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.zip`,
		bytes: await heavy('packRecord', { record })
	};
}

/** Values that fit the schema and that the database cannot keep: a day that there is not, a source that it does not know. */
async function orUnkept<T>(work: () => Promise<T>): Promise<T> {
	try {
		return await work();
	} catch (error) {
		const { code = '' } = error as { code?: string };
		// PostgreSQL's classes of "data exception" and "integrity constraint violation".
		if (!/^2[23]/.test(code)) throw error;
		throw new InputError('/file', 'has a value that cannot be kept, as a day that does not exist');
	}
}

/** Puts a record from elsewhere in, as that of a new student of this instructor. @throws InputError @returns their id. */
export async function takeRecord(
	db: Knex,
	person: Person,
	{ bytes, login, password }: { bytes: Uint8Array; login: string; password: string }
): Promise<string> {
	inRole(person, 'instructor');
	if (!/^[a-z0-9][a-z0-9._-]{1,39}$/.test(login))
		throw new InputError('/login', 'must be 2 to 40 small letters, digits, dots, dashes');
	if (password.length < SHORTEST_PASSWORD)
		throw new InputError('/password', `must have ${SHORTEST_PASSWORD} letters or more`);
	const record = await heavy('unpackRecord', { bytes });
	if (await findCredentials(db, login)) throw new InputError('/login', 'is somebody’s already');
	const passwordHash = await hashPassword(password);
	const nobody = await hashPassword(randomBytes(24).toString('hex'));
	return orUnkept(() =>
		db.transaction(async (trx) => {
			const id = await addPerson(trx, {
				login,
				name: record.people[0]!.name,
				role: 'student',
				instructorId: person.id,
				passwordHash
			});
			let ownRulesId: string | null = null;
			if (record.goal?.own) {
				ownRulesId = `own-${randomBytes(5).toString('hex')}`;
				await addRules(trx, person.id, { ...readRules(record.goal.own), id: ownRulesId });
			}
			await writeRecord(trx, record, {
				studentId: id,
				ownRulesId,
				comesAlong: ({ name, role }) =>
					addPerson(trx, {
						login: `elsewhere-${randomBytes(8).toString('hex')}`,
						name: name.endsWith('(elsewhere)') ? name : `${name} (elsewhere)`,
						role,
						instructorId: null,
						passwordHash: nobody
					})
			});
			return id;
		})
	);
}
