import { API } from '$lib/contracts/api.js';
import { route } from '$lib/server/http.js';
import { addAttemptChunk } from '$lib/server/services/index.js';
import type { RequestHandler } from './$types';

const MOST_BYTES = 512 * 1024;

/** Keeps a chunk of the caller's own flight; the same chunk twice is no error. */
export const PUT: RequestHandler = route(
	API.saveChunk,
	async ({ db, person, params, body, url }) => {
		const seq = Number(params.seq);
		await addAttemptChunk(db, person, params.id!, seq, body, url.searchParams.get('device'));
		return { kept: seq, attempt: params.id! };
	},
	{ mostBytes: MOST_BYTES }
);
