<script lang="ts">
	import { enhance } from '$app/forms';
	import Term from '$lib/help/Term.svelte';
	import FlightLinks from '$lib/students/FlightLinks.svelte';
	import { formatShortDay } from '$lib/ui/format.js';
	import Table from '$lib/ui/Table.svelte';
	import type { PageData } from './[[view]]/$types';

	type ShownFaults = Extract<PageData['record'], { view: 'faults' }>['faults'];
	const { faults, whose }: { faults: ShownFaults; whose: 'own' | 'student' } = $props();
</script>

<Table
	caption="Faults"
	empty="No fault has been named yet."
	rows={faults}
	columns={[
		{ id: 'name', head: 'Fault', value: (row) => row.name },
		{ id: 'lately', head: 'Last three', value: (row) => row.ofLastThree, number: true },
		{ id: 'since', head: 'Since', value: (row) => row.sinceAt },
		{ id: 'flights', head: 'Flights', value: (row) => row.flights },
		{ id: 'drill', head: 'Since its drill' },
		{ id: 'do', head: 'Do' }
	]}
>
	{#snippet cell(row, id)}
		{#if id === 'name'}<Term to="faults#{row.kind}">{row.name}</Term>
		{:else if id === 'lately'}{row.ofLastThree} of 3
		{:else if id === 'since'}{#if row.sinceAt !== null}{formatShortDay(new Date(row.sinceAt))}{:else}<span
					class="text-ink-soft">not lately</span
				>{/if}
		{:else if id === 'flights'}
			<span>
				{row.flights}:
				<FlightLinks flights={row.flightRows} />
			</span>
		{:else if id === 'drill'}
			<span>
				{#if !row.drill}<span class="text-ink-soft">no drill for it</span>
				{:else if !row.drilledAt}<span class="text-ink-soft">not drilled</span>
				{:else if row.since}
					{row.since.rarer === null ? '' : row.since.rarer ? '▾ rarer: ' : 'not rarer: '}{row.since.after
						.having} of {row.since.after.of}, before {row.since.before.having} of {row.since.before.of}
				{/if}
			</span>
		{:else}
			<span class="flex flex-wrap gap-x-3 gap-y-1">
				<a href="/practice/faults/{row.kind}">Watch</a>
				{#if row.drill}<a href="/practice/drills/{row.drill.id}" data-sveltekit-preload-data="off">Drill</a
					>{/if}
				{#if row.card}
					<form method="POST" action={whose === 'own' ? '?/practise' : '?/train'} use:enhance>
						<button
							class="cursor-pointer text-accent underline"
							name={whose === 'own' ? 'card' : 'fault'}
							value={whose === 'own' ? row.card.id : row.kind}
							>{whose === 'own' ? 'Practise' : 'Set'} “{row.card.name}”</button
						>
					</form>
				{/if}
			</span>
		{/if}
	{/snippet}
</Table>
