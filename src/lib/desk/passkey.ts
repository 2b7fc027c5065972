import { deserialize } from '$app/forms';
import { startAuthentication, startRegistration } from '@simplewebauthn/browser';

/** What the browser answered to what the server asked, as a form brings it; or why there is nothing. */
export type PasskeyAnswer = { challengeId: string; answer: string } | { refused: string };

/** What the server asks a device to sign. */
async function asked<T>(action: string): Promise<{ challengeId: string; options: T } | { refused: string }> {
	const reply = await fetch(action, {
		method: 'POST',
		body: new FormData(),
		headers: { 'x-sveltekit-action': 'true' }
	});
	const result = deserialize(await reply.text());
	if (result.type === 'success') return result.data as unknown as { challengeId: string; options: T };
	const { errors, message } = ((result.type === 'failure' && result.data) || {}) as {
		errors?: { passkey?: string };
		message?: string;
	};
	return { refused: errors?.passkey ?? message ?? 'It could not be asked for: try again.' };
}

async function answered<T>(action: string, answer: (options: T) => Promise<unknown>): Promise<PasskeyAnswer> {
	const given = await asked<T>(action);
	if ('refused' in given) return given;
	try {
		return { challengeId: given.challengeId, answer: JSON.stringify(await answer(given.options)) };
	} catch (error) {
		const { name } = error as Error;
		if (name === 'InvalidStateError') return { refused: 'This device has a passkey for you already.' };
		return {
			refused:
				name === 'NotAllowedError'
					? 'Nothing was signed: it was broken off, or took too long.'
					: 'This browser or device makes no passkeys here.'
		};
	}
}

type Making = Parameters<typeof startRegistration>[0]['optionsJSON'];
type Signing = Parameters<typeof startAuthentication>[0]['optionsJSON'];

/** Makes a new key on this device. @param action the form action that says what by. */
export const makePasskey = (action: string): Promise<PasskeyAnswer> =>
	answered<Making>(action, (optionsJSON) => startRegistration({ optionsJSON }));

/** Signs with a key of this device. @param action the form action that says what. */
export const signWithPasskey = (action: string): Promise<PasskeyAnswer> =>
	answered<Signing>(action, (optionsJSON) => startAuthentication({ optionsJSON }));
