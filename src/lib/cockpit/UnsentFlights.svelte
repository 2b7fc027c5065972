<script lang="ts">
	import { onMount } from 'svelte';
	import { invalidateAll } from '$app/navigation';
	import { formatClock } from '@hanza/core';
	import { fileOf, sendUnsent, unsentOf, type Unsent } from './unsent.js';

	interface Props {
		/** Whose flights: what others have flown on this browser is not theirs to see. */
		person: string;
		/** What each flight was, by its id, as far as it is known. */
		names: Readonly<Record<string, string>>;
	}
	/** What was flown on this browser and has not reached the server: said, sent again, saved as a file. */
	const { person, names }: Props = $props();
	let unsent = $state.raw<Unsent[]>([]);
	let said = $state('');
	let busy = $state(false);

	const refresh = async (): Promise<void> => {
		unsent = await unsentOf(person);
	};
	onMount(() => void refresh().catch(() => {}));

	async function send(one: Unsent): Promise<void> {
		busy = true;
		const problem = await sendUnsent(one);
		said = problem ? `It was not taken: ${problem}` : 'All of it has arrived.';
		busy = false;
		await Promise.all([refresh(), invalidateAll()]);
	}
	function save(one: Unsent): void {
		const address = URL.createObjectURL(
			new Blob([JSON.stringify(fileOf(one))], { type: 'application/json' })
		);
		Object.assign(document.createElement('a'), {
			href: address,
			download: `hanza-flight-${one.attempt.slice(0, 8)}.json`
		}).click();
		setTimeout(() => URL.revokeObjectURL(address), 1000);
	}
</script>

{#if unsent.length > 0}
	<section class="sheet mt-3 border-caution p-4" aria-label="Not delivered">
		<h2>Flown here, and not delivered</h2>
		<ul class="mt-2 grid gap-3">
			{#each unsent as one (one.attempt)}
				<li class="flex flex-wrap items-center gap-3">
					<span class="grow"
						>{names[one.attempt] ?? 'A flight of yours'}: {formatClock(one.chunks.length)} wait in this browser
						{#if one.reason}<span class="block text-sm text-ink-soft">{one.reason}</span>{/if}</span
					>
					<button class="button button-main" disabled={busy} onclick={() => send(one)}>Send it now</button>
					<button class="button" onclick={() => save(one)}>Save as a file</button>
				</li>
			{/each}
		</ul>
	</section>
{/if}
{#if said}<p class="mt-2 text-sm" role="status">{said}</p>{/if}
