import { error } from '@sveltejs/kit';
import { TOOL_IDS } from '$lib/bench/tools.js';
import type { PageLoad } from './$types';

export const load: PageLoad = ({ params, url }) => {
	const id = TOOL_IDS.find((one) => one === params.tool);
	if (!id) error(404, 'There is nothing here, or it is not yours.');
	return { id, query: url.search };
};
