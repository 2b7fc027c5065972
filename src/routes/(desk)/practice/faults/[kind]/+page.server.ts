import { page } from '$lib/server/http.js';
import { galleryPage } from '$lib/server/services/index.js';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = (event) => page(event, null, () => galleryPage(event.params.kind));
