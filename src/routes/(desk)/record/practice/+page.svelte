<script lang="ts">
	import { formatDay, formatDuration } from '$lib/ui/format.js';
	import Table from '$lib/ui/Table.svelte';
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
<div class="mt-4">
	<Table
		caption="Log"
		empty="Nothing flown yet."
		rows={data.entries}
		href={({ id }) => `/debrief/${id}`}
		columns={[
			{ id: 'date', head: 'Date', value: (row) => new Date(row.startedAt).getTime() },
			{ id: 'device', head: 'Device' },
			{ id: 'flown', head: 'Flown', value: (row) => row.cardName },
			{ id: 'verdict', head: 'Verdict', value: (row) => row.overridden ?? row.verdict },
			{ id: 'counts', head: 'Counts', number: true },
			{ id: 'practice', head: 'Practice', value: (row) => row.practiceSeconds, number: true },
			{ id: 'open', head: '', number: true }
		]}
	>
		{#snippet cell(entry, id)}
			{#if id === 'date'}<span class="whitespace-nowrap">{formatDay(entry.startedAt)}</span>
			{:else if id === 'device'}Hanza trainer, not approved
			{:else if id === 'flown'}{entry.cardName}{entry.status === 'interrupted' ? ', broken off' : ''}
			{:else if id === 'verdict'}<Verdict verdict={entry.overridden ?? entry.verdict} />
			{:else if id === 'counts'}<span class="text-ink-soft">–</span>
			{:else if id === 'practice'}{formatDuration(entry.practiceSeconds)}
			{:else}<a href="/debrief/{entry.id}">Debrief</a>{/if}
		{/snippet}
	</Table>
</div>
