import { beforeEach, describe, expect, it } from 'vitest';
import { findPerson, studentsOf, type Person } from '../../src/lib/server/data/index.js';
import {
	acceptInvitation,
	acceptReset,
	accountPage,
	beginAttempt,
	changePassword,
	closeTask,
	DEMO_PASSWORD,
	handOver,
	hashPassword,
	invite,
	invitedPage,
	inviteToReset,
	letLeave,
	makeSchool,
	newFirstCode,
	nobodyHere,
	openSession,
	peoplePage,
	personOfToken,
	rename,
	signIn,
	signOutElsewhere,
	takeInvitationBack
} from '../../src/lib/server/services/index.js';
import { addAssignment, addPerson } from '../../src/lib/server/data/index.js';
import { cardCatalog } from '../../data/index.js';
import { withDatabase } from './database.js';

const at = withDatabase();
const PASSWORD = 'a long enough word';
const NOT_THERE = { name: 'NotFoundError' };

async function school(): Promise<Person> {
	const code = (await newFirstCode(at.db))!;
	return makeSchool(
		at.db,
		{ code, school: 'Flight school at Veskar', name: 'Asta Brenholm', login: 'asta', password: PASSWORD },
		'::1'
	);
}
async function joined(head: Person, role: Person['role'], login: string, instructorId: string | null = null) {
	const token = await invite(at.db, head, { role, name: login, instructorId });
	return acceptInvitation(at.db, token, { name: `${login} of Veskar`, login, password: PASSWORD });
}

describe('the first start', () => {
	it('makes one school, by the code alone, once', async () => {
		expect(await nobodyHere(at.db)).toBe(true);
		const code = (await newFirstCode(at.db))!;
		const entered = { code, school: 'One', name: 'A', login: 'one', password: PASSWORD };
		await expect(makeSchool(at.db, { ...entered, code: 'GUESSED' }, '::1')).rejects.toThrow('/code must be');
		// Two at once, and the code as people type it.
		const both = await Promise.allSettled([
			makeSchool(at.db, { ...entered, code: ` ${code.toLowerCase()} ` }, '::1'),
			makeSchool(at.db, { ...entered, login: 'two' }, '::1')
		]);
		expect(both.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
		await expect(makeSchool(at.db, { ...entered, login: 'three' }, '::1')).rejects.toMatchObject(NOT_THERE);
		expect(await newFirstCode(at.db)).toBeNull();
		const [head] = (
			await peoplePage(at.db, (await findPerson(at.db, (await at.db('users').first('id')).id))!)
		).people;
		expect(head).toMatchObject({ isHead: true, role: 'instructor' });
	});

	it('the code is not to be guessed by trying', async () => {
		await newFirstCode(at.db);
		const entered = { school: 'One', name: 'A', login: 'one', password: PASSWORD };
		const tried = await Promise.allSettled(
			Array.from({ length: 20 }, (_, i) => makeSchool(at.db, { ...entered, code: `GUESS-${i}` }, '::1'))
		);
		const tooMany = tried.filter((one) => one.status === 'rejected' && one.reason.name === 'TooManyTries');
		expect(tooMany).toHaveLength(14);
	});
});

describe('invitations', () => {
	let head: Person;
	beforeEach(async () => {
		head = await school();
	});

	it('work once, until they are withdrawn or have run out', async () => {
		const token = await invite(at.db, head, { role: 'instructor', name: 'Birk', instructorId: null });
		expect(await invitedPage(at.db, token)).toEqual({
			school: 'Flight school at Veskar',
			role: 'instructor',
			name: 'Birk',
			isReset: false
		});
		const entered = { name: 'Birk Solvang', login: 'birk', password: PASSWORD };
		const both = await Promise.allSettled([
			acceptInvitation(at.db, token, entered),
			acceptInvitation(at.db, token, { ...entered, login: 'birk2' })
		]);
		expect(both.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
		await expect(invitedPage(at.db, token)).rejects.toMatchObject(NOT_THERE);
		await expect(acceptReset(at.db, token, PASSWORD)).rejects.toMatchObject(NOT_THERE);

		const second = await invite(at.db, head, { role: 'student', name: 'Cato', instructorId: null });
		const [one] = (await peoplePage(at.db, head)).invitations;
		await takeInvitationBack(at.db, head, one!.id);
		await expect(acceptInvitation(at.db, second, { ...entered, login: 'cato' })).rejects.toMatchObject(
			NOT_THERE
		);

		const third = await invite(at.db, head, { role: 'student', name: 'Dina', instructorId: null });
		await at.db('invitations').update({ expires_at: new Date(Date.now() - 1000) });
		await expect(acceptInvitation(at.db, third, { ...entered, login: 'dina' })).rejects.toMatchObject(
			NOT_THERE
		);
		// A token is not stored, and a made-up one is nothing.
		expect(JSON.stringify(await at.db('invitations').select())).not.toContain(third);
		await expect(invitedPage(at.db, 'made-up')).rejects.toMatchObject(NOT_THERE);
	});

	it('a name that is taken is said, and the link still works', async () => {
		const token = await invite(at.db, head, { role: 'student', name: 'Eli', instructorId: null });
		const entered = { name: 'Eli Norheim', login: 'asta', password: PASSWORD };
		await expect(acceptInvitation(at.db, token, entered)).rejects.toThrow('/login is taken');
		const person = await acceptInvitation(at.db, token, { ...entered, login: 'eli' });
		expect(person).toMatchObject({ role: 'student', instructorId: head.id, isHead: false });
	});

	it('an instructor invites own students only, a student nobody', async () => {
		const birk = await joined(head, 'instructor', 'birk');
		await expect(
			invite(at.db, birk, { role: 'instructor', name: 'X', instructorId: null })
		).rejects.toMatchObject(NOT_THERE);
		// What an instructor asks for another is their own.
		const student = await joined(birk, 'student', 'cato', head.id);
		expect(student.instructorId).toBe(birk.id);
		for (const deed of [
			() => invite(at.db, student, { role: 'student', name: 'X', instructorId: null }),
			() => peoplePage(at.db, student),
			() => inviteToReset(at.db, student, head.id),
			() => letLeave(at.db, birk, student.id, true),
			() => rename(at.db, student, head.id, 'X')
		])
			await expect(deed()).rejects.toMatchObject(NOT_THERE);
		const other = await joined(head, 'student', 'dina', head.id);
		for (const deed of [
			() => inviteToReset(at.db, birk, other.id),
			() => handOver(at.db, birk, other.id, birk.id),
			() => rename(at.db, birk, other.id, 'X')
		])
			await expect(deed()).rejects.toMatchObject(NOT_THERE);
		expect((await peoplePage(at.db, birk)).people.map(({ login }) => login).sort()).toEqual(['birk', 'cato']);
	});
});

describe('people of a school', () => {
	it('an instructor hands over and leaves; what was theirs stays, and they are signed out', async () => {
		const head = await school();
		const birk = await joined(head, 'instructor', 'birk');
		const cato = await joined(head, 'student', 'cato', birk.id);
		const { token } = await openSession(at.db, birk.id);
		await expect(letLeave(at.db, head, birk.id, true)).rejects.toThrow('still teaches cato of Veskar');
		await expect(handOver(at.db, birk, cato.id, cato.id)).rejects.toThrow('/instructor must be');
		const task = {
			studentId: cato.id,
			instructorId: birk.id,
			card: cardCatalog.get('oval'),
			standardId: 'us-instrument',
			assist: 'any' as const,
			note: ''
		};
		const set = [await addAssignment(at.db, task), await addAssignment(at.db, task)];
		await expect(closeTask(at.db, head, set[0]!)).rejects.toMatchObject(NOT_THERE);
		await handOver(at.db, birk, cato.id, head.id);
		// What was set is taken back by whoever teaches now, and nothing new is flown on it.
		await expect(closeTask(at.db, birk, set[0]!)).rejects.toMatchObject(NOT_THERE);
		await closeTask(at.db, head, set[0]!);
		const fly = (assignmentId: string) => beginAttempt(at.db, cato, { assignmentId, assist: 'direct' });
		await expect(fly(set[0]!)).rejects.toThrow('taken back');
		expect(await fly(set[1]!)).toBeTruthy();
		expect((await studentsOf(at.db, head.id)).map(({ id }) => id)).toEqual([cato.id]);
		await letLeave(at.db, head, birk.id, true);
		expect(await personOfToken(at.db, token)).toBeUndefined();
		expect(await signIn(at.db, 'birk', PASSWORD, '::2')).toBeNull();
		const page = await peoplePage(at.db, head);
		expect(page.people.find(({ id }) => id === birk.id)!.archivedAt).not.toBeNull();
		expect(page.instructors.map(({ id }) => id)).toEqual([head.id]);
		await letLeave(at.db, head, birk.id, false);
		expect((await signIn(at.db, 'birk', PASSWORD, '::3'))?.id).toBe(birk.id);
		await expect(letLeave(at.db, head, head.id, true)).rejects.toThrow('keeps its head');
	});

	it('a new password by a link signs out everywhere; the old one is none any more', async () => {
		const head = await school();
		const cato = await joined(head, 'student', 'cato', head.id);
		const { token } = await openSession(at.db, cato.id);
		const link = await inviteToReset(at.db, head, cato.id);
		expect((await invitedPage(at.db, link)).isReset).toBe(true);
		await expect(
			acceptInvitation(at.db, link, { name: 'X', login: 'x-x', password: PASSWORD })
		).rejects.toMatchObject(NOT_THERE);
		await acceptReset(at.db, link, 'another long word');
		await expect(acceptReset(at.db, link, 'a third long word')).rejects.toMatchObject(NOT_THERE);
		expect(await personOfToken(at.db, token)).toBeUndefined();
		expect(await signIn(at.db, 'cato', PASSWORD, '::1')).toBeNull();
		expect((await signIn(at.db, 'cato', 'another long word', '::1'))?.id).toBe(cato.id);
	});

	it('the own password is changed by the one of now; other devices are signed out, one by one or all', async () => {
		const head = await school();
		const [here, there, third] = [
			(await openSession(at.db, head.id, 'Mozilla/5.0 (X11; Linux) Firefox/120')).token,
			(await openSession(at.db, head.id)).token,
			(await openSession(at.db, head.id)).token
		];
		const { devices } = await accountPage(at.db, head, here);
		expect(devices.filter(({ isThis }) => isThis)).toHaveLength(1);
		expect(devices).toHaveLength(3);
		await signOutElsewhere(at.db, head, here, devices.find(({ isThis }) => !isThis)!.id);
		expect((await accountPage(at.db, head, here)).devices).toHaveLength(2);
		const change = { before: 'wrong', password: 'another long word' };
		await expect(changePassword(at.db, head, here, change)).rejects.toThrow('/before is not');
		await changePassword(at.db, head, here, { ...change, before: PASSWORD });
		expect((await personOfToken(at.db, here))?.id).toBe(head.id);
		expect([await personOfToken(at.db, there), await personOfToken(at.db, third)]).toEqual([
			undefined,
			undefined
		]);
		expect((await signIn(at.db, 'asta', 'another long word', '::1'))?.id).toBe(head.id);
		// Another's device is nobody's business.
		const birk = await joined(head, 'instructor', 'birk');
		const [device] = (await accountPage(at.db, head, here)).devices;
		expect(await signOutElsewhere(at.db, birk, 'none', device!.id)).toBe(0);
	});

	it('who is not seen for a week is signed out', async () => {
		const head = await school();
		const { token } = await openSession(at.db, head.id);
		await at.db('sessions').update({ seen_at: at.db.raw(`now() - interval '6 days'`) });
		expect((await personOfToken(at.db, token))?.id).toBe(head.id);
		// Being here counts as seen.
		const { seen_at } = await at.db('sessions').first('seen_at');
		expect(Date.now() - seen_at.getTime()).toBeLessThan(60_000);
		await at.db('sessions').update({ seen_at: at.db.raw(`now() - interval '8 days'`) });
		expect(await personOfToken(at.db, token)).toBeUndefined();
	});

	it('the demo’s word opens nothing outside the demo', async () => {
		await addPerson(at.db, {
			login: 'somebody',
			name: 'Somebody',
			role: 'student',
			instructorId: null,
			passwordHash: await hashPassword(DEMO_PASSWORD)
		});
		const before = process.env.HANZA_DEMO;
		try {
			delete process.env.HANZA_DEMO;
			expect(await signIn(at.db, 'somebody', DEMO_PASSWORD, '::1')).toBeNull();
			process.env.HANZA_DEMO = '1';
			expect((await signIn(at.db, 'somebody', DEMO_PASSWORD, '::1'))?.login).toBe('somebody');
		} finally {
			if (before === undefined) delete process.env.HANZA_DEMO;
			else process.env.HANZA_DEMO = before;
		}
	});
});
