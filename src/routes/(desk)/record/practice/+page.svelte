<script lang="ts">
	import { formatDay, formatDuration } from '$lib/ui/format.js';
	import Verdict from '$lib/ui/Verdict.svelte';

	const { data } = $props();
	const total = $derived(data.entries.reduce((sum, entry) => sum + entry.practiceSeconds, 0));
</script>

<svelte:head><title>Log · Hanza</title></svelte:head>

<div class="flex flex-wrap items-baseline justify-between gap-4">
	<h1>Log</h1>
	<dl class="flex gap-8">
		<div>
			<dt class="text-sm text-ink-soft">Counts toward the rating</dt>
			<dd class="text-xl">0 h 00 min</dd>
		</div>
		<div>
			<dt class="text-sm text-ink-soft">Practice in this trainer, counts for nothing</dt>
			<dd class="text-xl" data-testid="practice-total">{formatDuration(total)}</dd>
		</div>
	</dl>
</div>
<p class="mt-2 max-w-prose text-sm text-ink-soft">
	A browser trainer is not a qualified or approved device. Its time stands in a column of its own and is never
	added to an hour that a regulation counts.
</p>
<div class="sheet mt-4 overflow-x-auto">
	<table class="table">
		<thead>
			<tr
				><th>Date</th><th>Device</th><th>Flown</th><th>Verdict</th><th class="number">Counts</th><th
					class="number">Practice</th
				><th></th></tr
			>
		</thead>
		<tbody>
			{#each data.entries as entry (entry.id)}
				<tr>
					<td class="whitespace-nowrap">{formatDay(entry.startedAt)}</td>
					<td>Hanza trainer, not approved</td>
					<td>{entry.cardName}{entry.status === 'interrupted' ? ', broken off' : ''}</td>
					<td><Verdict verdict={entry.overridden ?? entry.verdict} /></td>
					<td class="number text-ink-soft">–</td>
					<td class="number">{formatDuration(entry.practiceSeconds)}</td>
					<td class="number"><a href="/debrief/{entry.id}">Debrief</a></td>
				</tr>
			{:else}
				<tr><td colspan="7" class="text-ink-soft">Nothing flown yet.</td></tr>
			{/each}
		</tbody>
	</table>
</div>
