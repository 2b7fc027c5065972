import { describe, expect, it } from 'vitest';
import { addPerson } from '../../src/lib/server/data/index.js';
import {
	closeSession,
	hashPassword,
	openSession,
	personOfToken,
	rememberBrowser,
	signIn,
	TooManyTries
} from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();

describe('signing in', () => {
	const account = async () =>
		addPerson(at.db, {
			login: 'dagny',
			name: 'Dagny Orvell',
			role: 'student',
			instructorId: null,
			passwordHash: await hashPassword('right horse')
		});

	it('works with the right password only, and stores no password', async () => {
		await account();
		expect((await signIn(at.db, 'dagny', 'right horse', '::1'))?.name).toBe('Dagny Orvell');
		expect(await signIn(at.db, 'dagny', 'wrong', '::1')).toBeNull();
		expect(await signIn(at.db, 'nobody', 'right horse', '::1')).toBeNull();
		const { password_hash } = await at.db('users').where({ login: 'dagny' }).first();
		expect(password_hash).toMatch(/^\$argon2id\$/);
	});

	it('has to wait after six failures from an address, even with the right password, but not for long', async () => {
		await account();
		for (let i = 0; i < 6; i++) expect(await signIn(at.db, 'dagny', 'wrong', '10.0.0.1')).toBeNull();
		await expect(signIn(at.db, 'dagny', 'right horse', '10.0.0.1')).rejects.toThrow('Wait a minute');
		// Somebody else's tries do not lock the right person out: not elsewhere, …
		expect((await signIn(at.db, 'dagny', 'right horse', '10.0.0.99'))?.login).toBe('dagny');
		// … and not at the same address later.
		await at.db('rate_limits').update({ expire: Date.now() - 1000 });
		expect((await signIn(at.db, 'dagny', 'right horse', '10.0.0.1'))?.login).toBe('dagny');
	});

	it('two hundred wrong passwords at once are not two hundred tries', async () => {
		await account();
		const tried = await Promise.allSettled(
			Array.from({ length: 200 }, () => signIn(at.db, 'dagny', 'wrong', '10.0.0.1'))
		);
		expect(tried.filter(({ status }) => status === 'fulfilled')).toHaveLength(6);
		for (const one of tried) if (one.status === 'rejected') expect(one.reason).toBeInstanceOf(TooManyTries);
	}, 60_000);

	it('from everywhere at once is stopped, too; on a browser that knows the person it goes on', async () => {
		const id = await account();
		const other = await somebody(at.db, 'student');
		const known = await rememberBrowser(at.db, id, await rememberBrowser(at.db, other.id, undefined));
		const tried = await Promise.allSettled(
			Array.from({ length: 70 }, (_, i) => signIn(at.db, 'dagny', 'wrong', `10.0.1.${i}`))
		);
		expect(tried.filter(({ status }) => status === 'fulfilled')).toHaveLength(60);
		await expect(signIn(at.db, 'dagny', 'right horse', '10.0.2.1')).rejects.toThrow(TooManyTries);
		expect((await signIn(at.db, 'dagny', 'right horse', '10.0.2.1', known))?.login).toBe('dagny');
		// A mark that was made up, or is another's, opens nothing.
		for (const cookie of ['x.y', known.split('~')[1]!, `${known.slice(0, -4)}AAAA`.split('~')[1]!])
			await expect(signIn(at.db, 'dagny', 'right horse', '10.0.2.1', cookie)).rejects.toThrow(TooManyTries);
	}, 60_000);

	it('a school behind one address is not one person', async () => {
		await account();
		for (let i = 0; i < 30; i++) await signIn(at.db, `pupil-${i}`, 'wrong', '10.0.0.1');
		expect((await signIn(at.db, 'dagny', 'right horse', '10.0.0.1'))?.login).toBe('dagny');
	}, 60_000);

	it('forgets a login’s failures once it has succeeded', async () => {
		await account();
		for (let i = 0; i < 5; i++) await signIn(at.db, 'dagny', 'wrong', '::1');
		await signIn(at.db, 'dagny', 'right horse', '::1');
		await signIn(at.db, 'dagny', 'wrong', '::1');
		expect((await signIn(at.db, 'dagny', 'right horse', '::1'))?.login).toBe('dagny');
	});
});

describe('a session', () => {
	it('belongs to its token until it is closed or has expired; the token itself is not stored', async () => {
		const person = await somebody(at.db, 'student');
		const { token } = await openSession(at.db, person.id);
		expect((await personOfToken(at.db, token))?.id).toBe(person.id);
		expect(await personOfToken(at.db, `${token}x`)).toBeUndefined();
		const [row] = await at.db('sessions').select();
		expect(Buffer.from(row.token_hash).toString('base64url')).not.toBe(token);
		await at.db('sessions').update({ expires_at: at.db.raw(`now() - interval '1 second'`) });
		expect(await personOfToken(at.db, token)).toBeUndefined();
		const again = await openSession(at.db, person.id);
		await closeSession(at.db, again.token);
		expect(await personOfToken(at.db, again.token)).toBeUndefined();
	});
});
