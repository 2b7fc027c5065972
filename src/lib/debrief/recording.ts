import { decodeChunk, type Track } from '@hanza/core';

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

async function load(attemptId: string): Promise<Track> {
	const response = await fetch(`/api/attempts/${attemptId}/recording`);
	if (!response.ok) throw new Error(String(response.status));
	return decodeChunk(new Uint8Array(await response.arrayBuffer())).track;
}
