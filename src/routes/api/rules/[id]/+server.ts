import { error, type RequestHandler } from '@sveltejs/kit';
import { page } from '$lib/server/http.js';
import { ruleSetPage } from '$lib/server/services/index.js';

/** A rule set as a document. */
export const GET: RequestHandler = (event) => {
	if (!event.locals.person) error(401, 'Sign in first.');
	return page(event, null, async ({ db, person }) => {
		const { rules } = await ruleSetPage(db, person, event.params.id!);
		return new Response(JSON.stringify(rules, null, '\t'), {
			headers: {
				'Content-Type': 'application/json',
				'Content-Disposition': `attachment; filename="${rules.id}.json"`
			}
		});
	});
};
