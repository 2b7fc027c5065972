<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import '$lib/contracts/ready/unsent.js';
	import Fold from '$lib/ui/Fold.svelte';
	import { sendUnsent, unsentOfFile, type Unsent } from './unsent.js';

	let said = $state('');
	async function handIn(event: Event): Promise<void> {
		const input = event.currentTarget as HTMLInputElement;
		const file = input.files?.[0];
		if (!file) return;
		let saved: Unsent | null = null;
		try {
			saved = unsentOfFile(await file.text());
		} catch {
			said = 'This file holds no flight that was saved here.';
		}
		if (saved) {
			const problem = await sendUnsent(saved);
			said = problem ? `It was not taken: ${problem}` : 'All of it has arrived.';
			await invalidateAll();
		}
		input.value = '';
	}
</script>

<div class="mt-6 text-sm text-ink-soft">
	<Fold title="Hand in a flight that was saved as a file">
		<label class="flex flex-wrap items-center gap-2"
			>The file <input class="field" type="file" accept=".json" onchange={handIn} /></label
		>
		{#if said}<p class="mt-2" role="status">{said}</p>{/if}
	</Fold>
</div>
