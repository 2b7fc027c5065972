import type { Knex } from 'knex';
import {
	generateAuthenticationOptions,
	generateRegistrationOptions,
	verifyAuthenticationResponse,
	verifyRegistrationResponse,
	type AuthenticationResponseJSON,
	type AuthenticatorTransport,
	type PublicKeyCredentialCreationOptionsJSON,
	type PublicKeyCredentialRequestOptionsJSON,
	type RegistrationResponseJSON
} from '@simplewebauthn/server';
import { InputError } from '@hanza/core';
import {
	addChallenge,
	addPasskey,
	findPasskey,
	findPerson,
	passkeysOf,
	removePasskey,
	takeChallenge,
	usedPasskey,
	type Person
} from '../../data/index.js';
import { found, isRecordId } from '../../policy.js';
import { countFrom } from './limits.js';

/** Where this application is: a key is for one place, and opens nothing elsewhere. */
const hostOf = (origin: string): string => new URL(origin).hostname;
const MOST_KEYS = 20;

/** What the browser answers, as it came: the library checks each part of it. */
function answerIn<T>(text: string): T {
	try {
		return JSON.parse(text) as T;
	} catch {
		throw new InputError('/passkey', 'must be what the browser has answered');
	}
}
/** The library says why by throwing; nobody outside is told. */
async function orNull<T>(work: () => Promise<T>): Promise<T | null> {
	try {
		return await work();
	} catch {
		return null;
	}
}
const transportsOf = (names: string[]) => names as AuthenticatorTransport[];

/** What a browser makes a new key of somebody's by. */
export async function newPasskey(
	db: Knex,
	person: Person,
	origin: string
): Promise<{ challengeId: string; options: PublicKeyCredentialCreationOptionsJSON }> {
	const known = await passkeysOf(db, person.id);
	if (known.length >= MOST_KEYS)
		throw new InputError('/passkey', `must be one of ${MOST_KEYS} at the most: remove one first`);
	const options = await generateRegistrationOptions({
		rpName: 'Hanza',
		rpID: hostOf(origin),
		userName: person.login,
		userDisplayName: person.name,
		userID: new Uint8Array(Buffer.from(person.id)),
		attestationType: 'none',
		excludeCredentials: known.map(({ id, transports }) => ({ id, transports: transportsOf(transports) })),
		authenticatorSelection: { residentKey: 'required', userVerification: 'required' }
	});
	return { options, challengeId: await addChallenge(db, options.challenge, person.id) };
}

/** Keeps a new key. @throws InputError for one that does not answer what was asked. */
export async function keepPasskey(
	db: Knex,
	person: Person,
	origin: string,
	{ challengeId, answer, name }: { challengeId: string; answer: string; name: string }
): Promise<void> {
	const challenge = isRecordId(challengeId) ? await takeChallenge(db, challengeId, person.id) : null;
	const response = answerIn<RegistrationResponseJSON>(answer);
	const checked =
		challenge &&
		(await orNull(() =>
			verifyRegistrationResponse({
				response,
				expectedChallenge: challenge,
				expectedOrigin: origin,
				expectedRPID: hostOf(origin)
			})
		));
	if (!checked || !checked.verified)
		throw new InputError('/passkey', 'must answer what was asked a moment ago: try again');
	const { id, publicKey, counter, transports = [] } = checked.registrationInfo.credential;
	if (await findPasskey(db, id)) throw new InputError('/passkey', 'is kept already');
	await addPasskey(db, { id, userId: person.id, publicKey, counter, transports, name });
}

/** What any browser is asked to sign in by; whose key it is, the answer says. */
export async function askPasskey(
	db: Knex,
	origin: string,
	address: string
): Promise<{ challengeId: string; options: PublicKeyCredentialRequestOptionsJSON }> {
	await countFrom(db, address);
	const options = await generateAuthenticationOptions({
		rpID: hostOf(origin),
		userVerification: 'required'
	});
	return { options, challengeId: await addChallenge(db, options.challenge, null) };
}

/** Whose key has signed, or null. */
export async function signInByPasskey(
	db: Knex,
	origin: string,
	{ challengeId, answer }: { challengeId: string; answer: string }
): Promise<Person | null> {
	const challenge = isRecordId(challengeId) ? await takeChallenge(db, challengeId, null) : null;
	const response = answerIn<AuthenticationResponseJSON>(answer);
	const key = typeof response.id === 'string' ? await findPasskey(db, response.id) : undefined;
	if (!challenge || !key) return null;
	const checked = await orNull(() =>
		verifyAuthenticationResponse({
			response,
			expectedChallenge: challenge,
			expectedOrigin: origin,
			expectedRPID: hostOf(origin),
			credential: {
				id: key.id,
				publicKey: new Uint8Array(key.publicKey),
				counter: key.counter,
				transports: transportsOf(key.transports)
			}
		})
	);
	if (!checked?.verified) return null;
	await usedPasskey(db, key.id, checked.authenticationInfo.newCounter);
	return (await findPerson(db, key.userId)) ?? null;
}

export async function dropPasskey(db: Knex, person: Person, id: string): Promise<void> {
	found((await removePasskey(db, person.id, id)) > 0 ? true : null);
}
