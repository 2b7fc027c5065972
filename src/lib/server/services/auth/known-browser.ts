import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { Knex } from 'knex';
import { secretOf } from '../../data/index.js';

export const KNOWN_COOKIE = 'hanza_known';
/** On a browser that several use, so many are remembered. */
const MOST = 8;
const BETWEEN = '~';

const sealOf = async (db: Knex, userId: string, nonce: string): Promise<Buffer> =>
	createHmac('sha256', await secretOf(db, 'known-browsers'))
		.update(`${userId}.${nonce}`)
		.digest();

/** The cookie of a browser on which a person has signed in; the others that it knows stay in it. */
export async function rememberBrowser(db: Knex, userId: string, before: string | undefined): Promise<string> {
	const nonce = randomBytes(12).toString('base64url');
	const mark = `${nonce}.${(await sealOf(db, userId, nonce)).toString('base64url')}`;
	return [mark, ...(before ?? '').split(BETWEEN).filter(Boolean)].slice(0, MOST).join(BETWEEN);
}

/** The mark by which a person has signed in on this browser before; null where it knows them not. */
export async function markOf(db: Knex, userId: string, cookie: string | undefined): Promise<string | null> {
	for (const mark of (cookie ?? '').split(BETWEEN).slice(0, MOST)) {
		const [nonce, seal] = mark.split('.');
		if (!nonce || !seal) continue;
		const right = await sealOf(db, userId, nonce);
		const given = Buffer.from(seal, 'base64url');
		if (given.length === right.length && timingSafeEqual(given, right)) return nonce;
	}
	return null;
}
