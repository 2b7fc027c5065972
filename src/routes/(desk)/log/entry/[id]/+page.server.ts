import { fail, redirect } from '@sveltejs/kit';
import type { TypedEntry } from '@hanza/core';
import { textsOf } from '$lib/server/forms.js';
import { action, orRefused, page } from '$lib/server/http.js';
import {
	changeEntry,
	confirmEntries,
	deleteEntry,
	EntryConflict,
	EntryRefusal,
	entryPage,
	restoreEntry
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, null, async ({ db, person }) => {
		const shown = await entryPage(db, person, event.params.id);
		return { ...shown, base: `/log/${person.role === 'student' ? 'own' : shown.student.id}` };
	});

async function formOf(
	request: Request
): Promise<{ texts: Record<string, string>; version: number; reason: string }> {
	const texts = textsOf(await request.formData());
	return { texts, version: Number(texts.version), reason: (texts.reason ?? '').slice(0, 300) };
}

/** Does something to the entry; a refusal or a conflict is said beside what was typed. */
async function said(entered: Record<string, string>, work: () => Promise<unknown>) {
	try {
		return await orRefused(
			async () => {
				await work();
				return { done: true };
			},
			(message, refusal) => ({
				entered,
				errors: refusal instanceof EntryRefusal ? refusal.byField : {},
				...(refusal instanceof EntryRefusal && !refusal.byField.reason ? {} : { message })
			})
		);
	} catch (thrown) {
		if (thrown instanceof EntryConflict)
			return fail(409, { entered, errors: {}, message: thrown.message, conflict: true });
		throw thrown;
	}
}

export const actions: Actions = {
	change: (event) =>
		action(event, null, async ({ db, person }) => {
			const { texts, version, reason } = await formOf(event.request);
			return said(texts, () =>
				changeEntry(db, person, event.params.id, { version, typed: texts as TypedEntry, reason })
			);
		}),
	delete: (event) =>
		action(event, null, async ({ db, person }) => {
			const { texts, version, reason } = await formOf(event.request);
			return said(texts, () => deleteEntry(db, person, event.params.id, { version, reason }));
		}),
	restore: (event) =>
		action(event, null, async ({ db, person }) => {
			const { texts, version } = await formOf(event.request);
			return said(texts, () => restoreEntry(db, person, event.params.id, version));
		}),
	confirm: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const { texts, version } = await formOf(event.request);
			const { student } = await entryPage(db, person, event.params.id);
			const result = await said(texts, () =>
				confirmEntries(db, person, student.id, [{ id: event.params.id, version }])
			);
			if ('done' in result) redirect(303, `/log/${student.id}`);
			return result;
		})
};
