<script lang="ts">
	import Term from '$lib/help/Term.svelte';
	import Table from '$lib/ui/Table.svelte';

	const { data } = $props();
</script>

<svelte:head><title>Procedures · Hanza</title></svelte:head>

<h1>Procedures</h1>
<p class="mt-1 text-ink-soft">
	<Term to="approaches">Instrument approaches</Term> of the invented airports, each as data: sheet, brief, targets
	in flight and grade are made of it. Not for navigation.
</p>
<div class="mt-4">
	<Table
		caption="Procedures"
		empty="No procedure."
		rows={data.procedures}
		href={({ id }) => `/library/procedures/${id}`}
		columns={[
			{ id: 'airport', head: 'Airport', value: (row) => row.airportName },
			{ id: 'name', head: 'Approach', value: (row) => row.name },
			{ id: 'guidance', head: 'Guided by', value: (row) => row.guidance },
			{ id: 'entry', head: 'Begins', value: (row) => row.entry },
			{ id: 'runway', head: 'Leads to', value: (row) => row.runway },
			{ id: 'lowest', head: 'Lowest minimum, ft', value: (row) => row.lowestFt, number: true },
			{ id: 'check', head: 'Check', value: (row) => row.problems.length }
		]}
	>
		{#snippet cell(row, id)}
			{#if id === 'airport'}{row.airportName} <span class="text-ink-soft">{row.airport}</span>
			{:else if id === 'name'}<a href="/library/procedures/{row.id}">{row.name}</a>
			{:else if id === 'guidance'}{row.guidance}
			{:else if id === 'entry'}{row.entry}
			{:else if id === 'runway'}{row.straightIn ? `runway ${row.runway}` : 'circling'}
			{:else if id === 'lowest'}{row.lowestFt}
			{:else if row.problems.some(({ level }) => level === 'error')}<span class="text-limit"
					>▲ cannot be flown</span
				>
			{:else if row.problems.length > 0}{row.problems.length} to look at
			{:else}<span class="text-ink-soft">sound</span>{/if}
		{/snippet}
	</Table>
</div>
