import { randomBytes } from 'node:crypto';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type { Knex } from 'knex';
import {
	CARD_EDITIONS,
	decodeChunk,
	GRADE_EDITIONS,
	InputError,
	readRules,
	STANDARD_EDITIONS
} from '@hanza/core';
import { RECORD_FILE_EDITIONS, type RecordFile } from '$lib/contracts/record-file.js';
import { gunzipSync } from 'node:zlib';
import {
	addPerson,
	addRules,
	findCredentials,
	readRecord,
	writeRecord,
	type Person
} from '../../data/index.js';
import { found, inRole, visibleStudent } from '../../policy.js';
import { hashPassword } from '../auth/auth.js';

const INSIDE = 'record.json';
/** Unpacked; a record of years of daily flying is a tenth of it. */
const MOST_BYTES = 500_000_000;
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
		bytes: zipSync({ [INSIDE]: strToU8(JSON.stringify(record)) }, { level: 6 })
	};
}

function unpacked(bytes: Uint8Array): RecordFile {
	let text: string;
	try {
		const files = unzipSync(bytes, {
			filter: ({ name, originalSize }) => name === INSIDE && originalSize <= MOST_BYTES
		});
		text = strFromU8(files[INSIDE]!);
	} catch {
		throw new InputError('/file', `must be a record as Hanza saves it: a zip with ${INSIDE} in it`);
	}
	let value: unknown;
	try {
		value = JSON.parse(text);
	} catch {
		throw new InputError('/file', `must be a record as Hanza saves it: its ${INSIDE} is no JSON`);
	}
	const record = RECORD_FILE_EDITIONS.upgrade(value);
	const places = record.people.length;
	const known = (place: number | null, at: string): void => {
		if (place !== null && place >= places)
			throw new InputError(at, `must be one of the ${places} people of the record`);
	};
	record.log.forEach(({ confirmedBy, versions }, i) => {
		known(confirmedBy, `/log/${i}/confirmedBy`);
		versions.forEach(({ author }, k) => known(author, `/log/${i}/versions/${k}/author`));
	});
	record.attempts.forEach((one, i) => {
		CARD_EDITIONS.upgrade(one.card, undefined as never, `/attempts/${i}/card`);
		STANDARD_EDITIONS.upgrade(one.standard, undefined as never, `/attempts/${i}/standard`);
		GRADE_EDITIONS.upgrade(one.grade, undefined as never, `/attempts/${i}/grade`);
		for (const { author } of [...one.remarks, ...one.overrides]) known(author, `/attempts/${i}`);
		try {
			decodeChunk(gunzipSync(Buffer.from(one.recording, 'base64')));
		} catch {
			throw new InputError(`/attempts/${i}/recording`, 'must be a recording');
		}
	});
	[...record.endorsements, ...record.checks].forEach(({ author }) => known(author, '/endorsements'));
	return record;
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
	const record = unpacked(bytes);
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
