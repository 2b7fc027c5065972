import { page } from '$lib/server/http.js';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = (event) =>
	page(event, null, ({ person: { name, role, isBoth } }) => ({ person: { name, role, isBoth } }));
