import { redirect } from '@sveltejs/kit';
import { FIRST_HELP } from '$lib/server/services/help/help.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => redirect(307, `/help/${FIRST_HELP}`);
