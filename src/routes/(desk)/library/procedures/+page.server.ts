import { page } from '$lib/server/http.js';
import { procedureRows } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) => page(event, null, () => ({ procedures: procedureRows() }));
