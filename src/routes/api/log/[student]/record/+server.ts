import { error, type RequestHandler } from '@sveltejs/kit';
import { page } from '$lib/server/http.js';
import { ownerOf, recordFile } from '$lib/server/services/index.js';

/** A student's whole record: their own without asking anybody, and to their instructor. */
export const GET: RequestHandler = (event) => {
	if (!event.locals.person) error(401, 'Sign in first.');
	return page(event, null, async ({ db, person }) => {
		const { name, bytes } = await recordFile(db, person, ownerOf(person, event.params.student!));
		return new Response(Buffer.from(bytes), {
			headers: { 'Content-Type': 'application/zip', 'Content-Disposition': `attachment; filename="${name}"` }
		});
	});
};
