import type { AssistLevel } from '@hanza/core';

/** Begins a flight of a task. @returns its id, or null when the server could not be reached. */
export async function beginAttempt(assignmentId: string, assist: AssistLevel): Promise<string | null> {
	try {
		const response = await fetch('/api/attempts', {
			method: 'POST',
			headers: { 'Content-Type': 'application/json' },
			body: JSON.stringify({ assignmentId, assist })
		});
		return response.ok ? ((await response.json()) as { id: string }).id : null;
	} catch {
		return null;
	}
}
