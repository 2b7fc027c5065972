<script lang="ts">
	import { goto } from '$app/navigation';
	import type { AssistLevel } from '@hanza/core';
	import { beginAttempt } from '$lib/cockpit/begin.js';

	interface Props {
		assignmentId: string;
		assist: AssistLevel;
		text?: string;
		main?: boolean;
		/** Of the task, where several stand beside each other. */
		name?: string;
	}
	const { assignmentId, assist, text = 'Fly', main = false, name }: Props = $props();
	let busy = $state(false);
	let failed = $state(false);

	async function fly(): Promise<void> {
		busy = true;
		const id = await beginAttempt(assignmentId, assist);
		failed = id === null;
		// Until the cockpit is there: a second press would begin a second flight.
		if (id) await goto(`/fly/${id}`);
		busy = false;
	}
</script>

<button
	class="button"
	class:button-main={main}
	aria-label={name ? `${text}: ${name}` : undefined}
	onclick={fly}
	disabled={busy}>{text}</button
>
{#if failed}<span class="text-limit" role="alert">The server could not be reached. Try again.</span>{/if}
