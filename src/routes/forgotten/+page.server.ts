import * as Type from '@sinclair/typebox';
import { error, fail } from '@sveltejs/kit';
import { readForm } from '$lib/server/forms.js';
import { visitor } from '$lib/server/http.js';
import { isMailOn, mailReset, TooManyTries } from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

/** Where no mail is sent there is no such page: the head makes the link. */
const onlyWithMail = (): void => {
	if (!isMailOn()) error(404, 'There is nothing here, or it is not yours.');
};
export const load: PageServerLoad = onlyWithMail;

const Forgotten = Type.Object({
	who: Type.String({ minLength: 1, maxLength: 200, description: 'your name here or your address' })
});

export const actions: Actions = {
	default: async ({ request, getClientAddress, url }) => {
		onlyWithMail();
		const form = readForm(await request.formData(), Forgotten);
		if (!form.ok) return form.refused;
		try {
			const { sent } = await visitor((db) =>
				mailReset(db, form.value.who, getClientAddress(), (token) => `${url.origin}/invited/${token}`)
			);
			// Nobody waits for it, and an answer that takes longer would tell who is known here.
			sent.catch(({ code, responseCode }: { code?: string; responseCode?: number }) =>
				console.error(JSON.stringify({ level: 'error', message: 'mail not sent', code, responseCode }))
			);
		} catch (refused) {
			if (refused instanceof TooManyTries)
				return fail(429, { entered: form.entered, errors: { who: refused.message } });
			throw refused;
		}
		return { asked: true };
	}
};
