import { requirePerson } from '$lib/server/guard.js';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => {
	const { name, role } = requirePerson(locals);
	return { person: { name, role } };
};
