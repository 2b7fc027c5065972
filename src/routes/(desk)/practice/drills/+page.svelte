<script lang="ts">
	import { onMount } from 'svelte';
	import { goto, invalidateAll } from '$app/navigation';
	import { formatMoment } from '$lib/ui/format.js';
	import { sendWaiting } from '$lib/drills/waiting-rounds.js';
	import Select from '$lib/ui/Select.svelte';
	import Table from '$lib/ui/Table.svelte';

	const { data } = $props();
	onMount(async () => {
		if (await sendWaiting()) await invalidateAll();
	});
	const percent = (share: number) => `${Math.round(share * 100)} %`;
</script>

<svelte:head><title>Drills · Hanza</title></svelte:head>

<div class="flex flex-wrap items-baseline justify-between gap-3">
	<h1>Drills</h1>
	<Select
		label="numbers of the"
		place="before"
		value={data.aircraft.id}
		onchange={(id) => void goto(`?aircraft=${id}`, { keepFocus: true })}
		options={data.others.map(({ id, name }) => ({ value: id, text: name }))}
	/>
</div>
<p class="mt-1 text-ink-soft">
	Ten questions, a minute or two. What you miss comes again soon; what you know, after 1, 3, 7, 16 and 35
	days.
</p>
<div class="mt-3">
	<Table
		caption="Drills"
		empty="No drill."
		filterFrom={99}
		rows={data.drills}
		columns={[
			{ id: 'name', head: 'Drill', value: (row) => row.name },
			{ id: 'due', head: 'Due', value: (row) => row.due, number: true },
			{ id: 'last', head: 'Last', value: (row) => (row.last ? new Date(row.last.at).getTime() : null) },
			{ id: 'best', head: 'Best', value: (row) => row.best, number: true },
			{ id: 'rounds', head: 'Rounds', value: (row) => row.rounds, number: true },
			{ id: 'do', head: '', number: true }
		]}
	>
		{#snippet cell(drill, id)}
			{#if id === 'name'}
				<span>
					<span class="font-semibold">{drill.name}</span>
					<span class="block text-sm text-ink-soft">{drill.what}</span>
				</span>
			{:else if id === 'due'}{drill.due || ''}
			{:else if id === 'last'}
				<span>
					{#if drill.last}
						{drill.last.right} of {drill.last.asked}
						<span class="block text-sm text-ink-soft"
							>{formatMoment(drill.last.at)}, {Math.round(drill.last.seconds)} s</span
						>
					{:else}<span class="text-ink-soft">not yet</span>{/if}
				</span>
			{:else if id === 'best'}{drill.best === null ? '' : percent(drill.best)}
			{:else if id === 'rounds'}{drill.rounds || ''}
			{:else}
				<a
					class="button {drill.due > 0 || drill.rounds === 0 ? 'button-main' : ''}"
					href="/practice/drills/{drill.id}?aircraft={data.aircraft.id}"
					aria-label="Start: {drill.name}"
					data-sveltekit-preload-data="off">Start</a
				>
			{/if}
		{/snippet}
	</Table>
</div>
