import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
	addAssignment,
	cardUses,
	findPerson,
	studentsOf,
	type Person
} from '../../src/lib/server/data/index.js';
import {
	ownStudent,
	visibleArea,
	visibleAssignment,
	visibleAttempt,
	visibleStudent
} from '../../src/lib/server/policy.js';
import {
	acceptInvitation,
	acceptReset,
	askPasskey,
	beginFlight,
	changeAddress,
	changeOver,
	copyArea,
	handOver,
	invite,
	inviteToReset,
	keepPasskey,
	letLeave,
	mailReset,
	newPasskey,
	openSession,
	peoplePage,
	personOfToken,
	rename,
	rosterPage,
	setBoth,
	signIn,
	signInByPasskey,
	teachToo
} from '../../src/lib/server/services/index.js';
import { cardCatalog, standardCatalog } from '../../data/index.js';
import { startMailStandIn } from '../../scripts/mail-stand-in.mjs';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const NOT_THERE = { name: 'NotFoundError' };
const card = cardCatalog.get('oval');
const standard = standardCatalog.get('us-instrument');

async function aHead(): Promise<Person> {
	const head = await somebody(at.db, 'instructor');
	await at.db('users').where({ id: head.id }).update({ is_head: true });
	return (await findPerson(at.db, head.id))!;
}
const again = async ({ id }: Person): Promise<Person> => (await findPerson(at.db, id))!;

describe('several who teach one student', () => {
	it('see and do all of it, each for as long as they teach; nobody else does', async () => {
		const head = await aHead();
		const first = await somebody(at.db, 'instructor');
		const second = await somebody(at.db, 'instructor');
		const student = await somebody(at.db, 'student', first.id);
		const flight = await beginFlight(at.db, student, {
			assignmentId: null,
			card,
			standard,
			assist: 'direct'
		});
		await at.db('attempts').where({ id: flight }).update({ status: 'finished' });
		const task = await addAssignment(at.db, {
			studentId: student.id,
			instructorId: first.id,
			card,
			standardId: standard.id,
			assist: 'any',
			note: ''
		});
		const seenBy = async (one: Person) => ({
			student: (await ownStudent(at.db, one, student.id)) !== null,
			record: (await visibleStudent(at.db, one, student.id)) !== null,
			flight: (await visibleAttempt(at.db, one, flight)) !== null,
			task: (await visibleAssignment(at.db, one, task)) !== null,
			listed: (await studentsOf(at.db, one.id)).length === 1,
			roster: (await rosterPage(at.db, one)).length === 1,
			uses: (await cardUses(at.db, one.id)).length === 1
		});
		const all = (value: boolean) => Object.fromEntries(Object.keys(none).map((key) => [key, value]));
		const none = await seenBy(second);
		expect(none).toEqual(all(false));
		// Only who teaches first, or the head, takes another in.
		await expect(teachToo(at.db, second, student.id, second.id, true)).rejects.toMatchObject(NOT_THERE);
		await expect(teachToo(at.db, first, student.id, student.id, true)).rejects.toThrow('/instructor must be');
		await expect(teachToo(at.db, first, student.id, first.id, true)).rejects.toThrow('another than who');
		await teachToo(at.db, first, student.id, second.id, true);
		await teachToo(at.db, first, student.id, second.id, true);
		expect(await seenBy(second)).toEqual(all(true));
		expect((await again(student)).teacherIds).toEqual([first.id, second.id]);
		// The student may fly in an area that either of them keeps.
		const area = await copyArea(at.db, second, 'veskar');
		expect(await visibleArea(at.db, await again(student), area)).not.toBeNull();
		expect(await visibleArea(at.db, first, area)).toBeNull();
		expect((await peoplePage(at.db, second)).people.map(({ id }) => id).sort()).toEqual(
			[second.id, student.id].sort()
		);
		await expect(handOver(at.db, second, student.id, second.id)).rejects.toMatchObject(NOT_THERE);

		await teachToo(at.db, head, student.id, second.id, false);
		expect(await seenBy(second)).toEqual({ ...all(false) });
		// A hand-over to one who taught beside leaves one row, and leaving the school none.
		await teachToo(at.db, first, student.id, second.id, true);
		await handOver(at.db, first, student.id, second.id);
		expect((await again(student)).teacherIds).toEqual([second.id]);
		await teachToo(at.db, second, student.id, first.id, true);
		await letLeave(at.db, head, first.id, true);
		expect((await again(student)).teacherIds).toEqual([second.id]);
	});
});

describe('one person who is instructor and student', () => {
	it('is one of them at a time, on each device by itself, and sees nothing of the other', async () => {
		const head = await aHead();
		const both = await somebody(at.db, 'instructor');
		const own = await somebody(at.db, 'student', both.id);
		await expect(
			setBoth(at.db, both, both.id, { isBoth: true, instructorId: head.id })
		).rejects.toMatchObject(NOT_THERE);
		await expect(setBoth(at.db, head, both.id, { isBoth: true, instructorId: both.id })).rejects.toThrow(
			'must be somebody else'
		);
		const { token } = await openSession(at.db, both.id);
		const { token: other } = await openSession(at.db, both.id);
		await expect(changeOver(at.db, both, token)).rejects.toMatchObject(NOT_THERE);
		await setBoth(at.db, head, both.id, { isBoth: true, instructorId: head.id });

		const teacher = (await personOfToken(at.db, token))!;
		expect(teacher).toMatchObject({ role: 'instructor', isBoth: true, instructorId: null, teacherIds: [] });
		expect(await ownStudent(at.db, teacher, own.id)).not.toBeNull();
		expect(await visibleStudent(at.db, teacher, both.id)).toBeNull();
		await changeOver(at.db, teacher, token);
		const student = (await personOfToken(at.db, token))!;
		expect(student).toMatchObject({ role: 'student', isHead: false, teacherIds: [head.id] });
		expect((await personOfToken(at.db, other))!.role).toBe('instructor');
		expect(await ownStudent(at.db, student, own.id)).toBeNull();
		expect(await visibleStudent(at.db, student, both.id)).toMatchObject({ id: both.id });
		const flight = await beginFlight(at.db, student, {
			assignmentId: null,
			card,
			standard,
			assist: 'direct'
		});
		expect(await visibleAttempt(at.db, student, flight)).not.toBeNull();
		expect(await visibleAttempt(at.db, teacher, flight)).toBeNull();
		expect(await visibleAttempt(at.db, head, flight)).not.toBeNull();
		expect((await studentsOf(at.db, head.id)).map(({ id }) => id)).toContain(both.id);

		// Who teaches them as a student does not come into the account of an instructor; a head does.
		const teacherOfBoth = await somebody(at.db, 'instructor');
		await handOver(at.db, head, both.id, teacherOfBoth.id);
		await expect(inviteToReset(at.db, teacherOfBoth, both.id)).rejects.toMatchObject(NOT_THERE);
		await expect(rename(at.db, teacherOfBoth, both.id, 'X')).rejects.toMatchObject(NOT_THERE);
		expect(await inviteToReset(at.db, head, both.id)).toBeTruthy();
		await handOver(at.db, teacherOfBoth, both.id, head.id);

		// Only one again: the device that was a student's is an instructor's, and what was flown stays.
		await setBoth(at.db, head, both.id, { isBoth: false, instructorId: null });
		expect((await personOfToken(at.db, token))!.role).toBe('instructor');
		expect((await studentsOf(at.db, head.id)).map(({ id }) => id)).not.toContain(both.id);
		expect(await at.db('attempts').where({ id: flight }).first('id')).toBeTruthy();
		expect((await again(both)).instructorId).toBeNull();
	});

	it('a head who is a student at the moment keeps nobody', async () => {
		const head = await aHead();
		const other = await somebody(at.db, 'instructor');
		await setBoth(at.db, head, head.id, { isBoth: true, instructorId: other.id });
		const { token } = await openSession(at.db, head.id);
		await changeOver(at.db, head, token);
		const student = (await personOfToken(at.db, token))!;
		await expect(peoplePage(at.db, student)).rejects.toMatchObject(NOT_THERE);
		await expect(letLeave(at.db, student, other.id, true)).rejects.toMatchObject(NOT_THERE);
	});
});

describe('mail', () => {
	const letters: { to: string[]; text: string }[] = [];
	let server: { url: string; stop: () => Promise<void> };
	beforeEach(async () => {
		letters.length = 0;
		server = await startMailStandIn((letter) => letters.push(letter));
		process.env.SMTP_URL = server.url;
		process.env.MAIL_FROM = 'Hanza <hanza@school.example>';
	});
	afterEach(async () => {
		delete process.env.SMTP_URL;
		delete process.env.MAIL_FROM;
		await server.stop();
	});
	const linkOf = (token: string) => `https://hanza.example/invited/${token}`;

	it('brings a link for a new password to whoever has an address, once, and tells nobody else anything', async () => {
		const head = await aHead();
		const token = await invite(at.db, head, {
			role: 'student',
			name: 'Cato',
			instructorId: null,
			email: 'cato@post.example'
		});
		const cato = await acceptInvitation(at.db, token, {
			name: 'Cato Veium',
			login: 'cato',
			password: 'a long enough word'
		});
		await expect(changeAddress(at.db, head, 'Cato@Post.example')).rejects.toThrow('/email is somebody');
		for (const nobody of ['nobody', 'nobody@post.example', head.login]) {
			const { sent } = await mailReset(at.db, nobody, '::1', linkOf);
			await sent;
		}
		expect(letters).toEqual([]);
		const { sent } = await mailReset(at.db, ' CATO@post.example ', '::1', linkOf);
		await sent;
		expect(letters).toHaveLength(1);
		expect(letters[0]!.to).toEqual(['cato@post.example']);
		const link = /invited\/([\w-]+)/.exec(letters[0]!.text)![1]!;
		await at.db('passkeys').insert({
			id: 'left-behind',
			user_id: cato.id,
			public_key: Buffer.from([1]),
			counter: 0,
			transports: '[]',
			name: 'of whoever was in it'
		});
		await acceptReset(at.db, link, 'another long word');
		expect(await at.db('passkeys').where({ user_id: cato.id })).toEqual([]);
		expect((await signIn(at.db, 'cato', 'another long word', '::1'))?.id).toBe(cato.id);
		await expect(acceptReset(at.db, link, 'a third long word')).rejects.toMatchObject(NOT_THERE);
	});

	it('is not to be used to fill somebody’s box', async () => {
		const head = await aHead();
		await changeAddress(at.db, head, 'head@post.example');
		const asked = await Promise.allSettled(
			Array.from({ length: 12 }, () => mailReset(at.db, head.login, '::1', linkOf))
		);
		for (const one of asked) if (one.status === 'fulfilled') await one.value.sent;
		expect(asked.filter(({ status }) => status === 'rejected')).toHaveLength(6);
		expect(letters).toHaveLength(6);
	});
});

describe('a passkey', () => {
	const ORIGIN = 'http://localhost:4310';
	it('is nothing without its challenge, with another’s, or with what no device has signed', async () => {
		const one = await somebody(at.db, 'student');
		const other = await somebody(at.db, 'student');
		const { challengeId } = await newPasskey(at.db, one, ORIGIN);
		const made = {
			challengeId,
			answer: '{"id":"x","rawId":"x","response":{},"type":"public-key"}',
			name: 'x'
		};
		await expect(keepPasskey(at.db, other, ORIGIN, made)).rejects.toThrow('/passkey must answer');
		await expect(keepPasskey(at.db, one, ORIGIN, made)).rejects.toThrow('/passkey must answer');
		await expect(keepPasskey(at.db, one, ORIGIN, { ...made, answer: 'no JSON' })).rejects.toThrow('/passkey');
		const asked = await askPasskey(at.db, ORIGIN, '::1');
		await at.db('passkeys').insert({
			id: 'x',
			user_id: one.id,
			public_key: Buffer.from([1, 2, 3]),
			counter: 0,
			transports: '[]',
			name: 'x'
		});
		const signed = { challengeId: asked.challengeId, answer: made.answer };
		expect(await signInByPasskey(at.db, ORIGIN, signed)).toBeNull();
		// Taken once, also by a wrong answer.
		expect(await at.db('passkey_challenges').where({ id: asked.challengeId }).first('id')).toBeUndefined();
	});
});

it('every foreign key has an index', async () => {
	const { rows } = await at.db.raw(`
		select c.conrelid::regclass::text || '.' || a.attname as column
		from pg_constraint c
		join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
		where c.contype = 'f' and not exists (
			select 1 from pg_index i where i.indrelid = c.conrelid and i.indkey[0] = c.conkey[1])
		order by 1`);
	expect(rows.map(({ column }: { column: string }) => column)).toEqual([]);
});
