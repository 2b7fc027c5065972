import { decodeChunk, type Track } from '@hanza/core';
import { API } from '$lib/contracts/api.js';
import { call } from '$lib/contracts/client.js';

/** The parts of a debrief look at one recording: it is asked for once. */
let last: { id: string; track: Promise<Track> } | null = null;

export function recordingOf(attemptId: string): Promise<Track> {
	if (last?.id === attemptId) return last.track;
	const track = load(attemptId);
	last = { id: attemptId, track };
	// What failed may go better the next time.
	track.catch(() => (last = null));
	return track;
}

async function load(id: string): Promise<Track> {
	return decodeChunk(new Uint8Array(await call(API.recording, null, { params: { id } }))).track;
}
