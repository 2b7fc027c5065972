<script lang="ts">
	import { RECORDING_RATE_HZ } from '@hanza/core';
	import type { AttemptRow } from '$lib/contracts/views.js';
	import DateField from '$lib/ui/DateField.svelte';
	import { formatDuration, formatMoment, tally } from '$lib/ui/format.js';
	import Table from '$lib/ui/Table.svelte';
	import Verdict from '$lib/ui/Verdict.svelte';

	const { flights, caption }: { flights: AttemptRow[]; caption: string } = $props();
	/** From this day on. */
	let since = $state<string | null>(null);
	const shown = $derived(
		since === null
			? flights
			: flights.filter(({ startedAt }) => new Date(startedAt) >= new Date(`${since}T00:00`))
	);
	const STATES = { flying: 'not finished', interrupted: 'broken off', finished: '' };
</script>

<Table
	{caption}
	empty={flights.length === 0 ? 'Nothing flown yet.' : 'Nothing flown since that day.'}
	rows={shown}
	filterFrom={flights.length < 8 ? 99 : 1}
	href={({ id, status }) => (status === 'flying' ? null : `/debrief/${id}`)}
	columns={[
		{ id: 'flown', head: 'Flown', value: (row) => new Date(row.startedAt).getTime() },
		{ id: 'card', head: 'Card', value: (row) => row.cardName },
		{ id: 'verdict', head: 'Verdict', value: (row) => row.overridden ?? row.verdict },
		{ id: 'score', head: 'Score', value: (row) => row.score, number: true },
		{ id: 'faults', head: 'Faults', value: (row) => row.faults.join(', ') },
		{ id: 'assist', head: 'Assist', value: (row) => row.assist },
		{ id: 'time', head: 'Time', value: (row) => row.samples, number: true },
		{ id: 'open', head: '', number: true }
	]}
>
	{#snippet tools()}
		{#if flights.length >= 8}<DateField label="Flown since" bind:value={since} />{/if}
	{/snippet}
	{#snippet cell(row, id)}
		{#if id === 'flown'}<span class="whitespace-nowrap">{formatMoment(row.startedAt)}</span>
		{:else if id === 'card'}{row.cardName}
		{:else if id === 'verdict'}
			<span>
				{#if row.status !== 'flying'}<Verdict verdict={row.overridden ?? row.verdict} />{/if}
				{#if row.overridden}<span class="block text-sm text-ink-soft"
						>instructor; computed: {row.verdict}</span
					>{/if}
				{#if row.tooFast}<span class="block text-sm text-caution">▲ faster than it can be flown</span>{/if}
				{#if STATES[row.status]}<span class="block text-sm text-ink-soft">{STATES[row.status]}</span>{/if}
			</span>
		{:else if id === 'score'}{row.score === null ? '' : Math.round(row.score)}
		{:else if id === 'faults'}<span class="text-sm"
				>{tally(row.faults) || (row.status === 'flying' ? '' : 'none found')}</span
			>
		{:else if id === 'assist'}<span class="text-sm"
				>{row.assist === 'attitude' ? 'attitude held' : 'direct'}</span
			>
		{:else if id === 'time'}{formatDuration(row.samples / RECORDING_RATE_HZ)}
		{:else if row.status !== 'flying'}<a href="/debrief/{row.id}">Debrief</a>{/if}
	{/snippet}
</Table>
