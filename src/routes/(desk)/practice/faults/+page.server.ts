import { redirect } from '@sveltejs/kit';
import { FIRST_FAULT } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => redirect(307, `/practice/faults/${FIRST_FAULT}`);
