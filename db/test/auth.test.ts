import { describe, expect, it } from 'vitest';
import { addPerson } from '../../src/lib/server/data/index.js';
import {
	closeSession,
	hashPassword,
	openSession,
	personOfToken,
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

	it('has to wait after six failures for a login, even with the right password', async () => {
		await account();
		for (let i = 0; i < 6; i++) await signIn(at.db, 'dagny', 'wrong', `10.0.0.${i}`);
		await expect(signIn(at.db, 'dagny', 'right horse', '10.0.0.99')).rejects.toThrow(TooManyTries);
		await at.db('sign_in_failures').update({ at: at.db.raw(`now() - interval '16 minutes'`) });
		expect((await signIn(at.db, 'dagny', 'right horse', '10.0.0.99'))?.login).toBe('dagny');
	});

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
