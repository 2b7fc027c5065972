import type { AssistLevel } from '@hanza/core';
import { API } from '$lib/contracts/api.js';
import { call } from '$lib/contracts/client.js';

/** Begins a flight of a task. @returns its id, or null when it could not be begun. */
export async function beginAttempt(assignmentId: string, assist: AssistLevel): Promise<string | null> {
	try {
		return (await call(API.beginAttempt, { assignmentId, assist })).id;
	} catch {
		return null;
	}
}
