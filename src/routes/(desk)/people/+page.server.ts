import * as Type from '@sinclair/typebox';
import { readForm, refusedForm, textsOf } from '$lib/server/forms.js';
import { action, orRefused, page, placeOf } from '$lib/server/http.js';
import {
	Address,
	handOver,
	invite,
	inviteToReset,
	isMailOn,
	letLeave,
	mailInvitation,
	peoplePage,
	rename,
	setBoth,
	takeInvitationBack,
	teachToo
} from '$lib/server/services/index.js';
import type { Actions, PageServerLoad, RequestEvent } from './$types';

export const load: PageServerLoad = (event) =>
	page(event, 'instructor', ({ db, person }) => peoplePage(db, person));

const name = Type.String({ minLength: 1, maxLength: 80, description: 'a name' });
const Invited = Type.Object({
	name,
	role: Type.Union([Type.Literal('instructor'), Type.Literal('student')]),
	instructor: Type.String({ maxLength: 64 }),
	email: Address
});
const said = (message: string, refusal: Parameters<typeof placeOf>[0]) =>
	refusedForm(
		{},
		{},
		`${placeOf(refusal) === 'person' ? 'Whoever leaves ' : ''}${message.replace(/^\/\S+ /, '')}`
	).data;
const linkOf = ({ url }: RequestEvent, token: string): string => `${url.origin}/invited/${token}`;

export const actions: Actions = {
	invite: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = readForm(await event.request.formData(), Invited);
			if (!form.ok) return form.refused;
			const { name, role, instructor, email } = form.value;
			const token = await orRefused(
				() => invite(db, person, { name, role, instructorId: instructor || null, email: email || null }),
				said
			);
			if (typeof token !== 'string') return token;
			const made = { link: linkOf(event, token), for: name };
			if (!email || !isMailOn()) return made;
			// The link is there in any case: what could not be sent is handed over.
			const unsent = await orRefused(
				async () => mailInvitation(db, person, { name, email, link: made.link }),
				(message) => ({ message: `It ${message.replace(/^\/\S+ /, '')}.` })
			);
			return unsent ? { ...made, unsent: unsent.data.message } : { ...made, sentTo: email };
		}),
	reset: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const { person: id = '', name = '' } = textsOf(await event.request.formData());
			return { link: linkOf(event, await inviteToReset(db, person, id)), for: name };
		}),
	withdraw: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			await takeInvitationBack(db, person, textsOf(await event.request.formData()).invitation ?? '');
		}),
	handOver: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const { person: id = '', instructor = '' } = textsOf(await event.request.formData());
			return orRefused(() => handOver(db, person, id, instructor), said);
		}),
	beside: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const { person: id = '', instructor = '', on = '' } = textsOf(await event.request.formData());
			return orRefused(() => teachToo(db, person, id, instructor, on === 'yes'), said);
		}),
	both: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const { person: id = '', instructor = '', both = '' } = textsOf(await event.request.formData());
			return orRefused(
				() => setBoth(db, person, id, { isBoth: both === 'yes', instructorId: instructor || null }),
				said
			);
		}),
	leave: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const { person: id = '', away = '' } = textsOf(await event.request.formData());
			return orRefused(() => letLeave(db, person, id, away === 'yes'), said);
		}),
	rename: (event) =>
		action(event, 'instructor', async ({ db, person }) => {
			const form = await event.request.formData();
			const read = readForm(form, Type.Object({ name }));
			if (!read.ok) return read.refused;
			await rename(db, person, textsOf(form).person ?? '', read.value.name);
		})
};
