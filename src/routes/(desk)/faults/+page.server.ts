import { redirect } from '@sveltejs/kit';
import { GALLERY } from '@hanza/core';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => redirect(307, `/faults/${GALLERY[0]!.kind}`);
