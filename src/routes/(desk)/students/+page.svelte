<script lang="ts">
	import Sparkline from '$lib/charts/Sparkline.svelte';
	import Term from '$lib/help/Term.svelte';
	import { formatMoment, formatShortDay } from '$lib/ui/format.js';
	import Table from '$lib/ui/Table.svelte';

	const { data } = $props();
	type Entry = (typeof data.entries)[number];
	const ended = ({ last }: Entry) => last.filter(({ status }) => status !== 'flying');
	const standing = (flight: Entry['last'][number]) => flight.overridden ?? flight.verdict;
	/** Oldest first, as one reads. */
	const points = (entry: Entry) =>
		ended(entry)
			.toReversed()
			.map((flight) => ({
				id: flight.id,
				value: flight.score === null ? null : flight.score / 100,
				failed: standing(flight) !== 'met',
				href: `/debrief/${flight.id}`,
				text: `${flight.cardName}, ${formatShortDay(flight.startedAt)}${flight.score === null ? '' : `: ${Math.round(flight.score)}`}`
			}));
	const MOST = 2;
</script>

<svelte:head><title>Students · Hanza</title></svelte:head>

<h1 class="mb-3">Students</h1>
<Table
	caption="Students"
	empty="No students yet."
	filterFrom={1}
	rows={data.entries}
	href={({ id }) => `/students/${id}`}
	columns={[
		{ id: 'name', head: 'Student', value: (row) => row.name },
		{ id: 'flights', head: 'Last flights', value: (row) => ended(row)[0]?.score ?? null },
		{
			id: 'fails',
			head: 'What fails, and since when',
			value: (row) => row.fails.map(({ name }) => name).join(' ')
		},
		{ id: 'set', head: 'Set', value: (row) => row.set.join(' ') },
		{
			id: 'seen',
			head: 'Last seen',
			value: (row) => (row.last[0] ? new Date(row.last[0].startedAt).getTime() : null)
		},
		{ id: 'do', head: '', number: true }
	]}
>
	{#snippet cell(row, id)}
		{#if id === 'name'}
			<a class="font-semibold whitespace-nowrap" href="/students/{row.id}">{row.name}</a>
			{#each row.attention.filter( ({ text }) => /twice running|down|broken off|nothing set|not flown/.test(text) ) as { text, attemptId } (text)}
				<span class="block text-sm"
					><span class="text-caution" aria-hidden="true">▲</span>
					{#if attemptId}<a href="/debrief/{attemptId}">{text}</a>{:else}{text}{/if}</span
				>
			{/each}
		{:else if id === 'flights'}
			{#if points(row).length > 0}
				<Sparkline points={points(row)} label="Last flights of {row.name}, oldest first" />
			{:else}<span class="text-ink-soft">none yet</span>{/if}
		{:else if id === 'fails'}
			<span>
				{#each row.fails.slice(0, MOST) as fault (fault.kind)}
					<span class="block"
						><Term to="faults#{fault.kind}">{fault.name}</Term>
						<a class="text-sm" href="/debrief/{fault.attemptId}">since {formatShortDay(fault.since)}</a></span
					>
				{:else}<span class="text-ink-soft">nothing</span>{/each}
				{#if row.fails.length > MOST}<a class="text-sm" href="/students/{row.id}/faults"
						>and {row.fails.length - MOST} more</a
					>{/if}
			</span>
		{:else if id === 'set'}
			<span class="text-sm">
				{row.set.slice(0, MOST).join(', ') || 'nothing'}{row.set.length > MOST
					? `, ${row.set.length - MOST} more`
					: ''}
			</span>
		{:else if id === 'seen'}
			<span class="whitespace-nowrap"
				>{row.inTheAir ? 'in the air' : row.last[0] ? formatMoment(row.last[0].startedAt) : 'never'}</span
			>
		{:else}
			<span class="flex justify-end gap-2 max-sm:justify-start">
				{#if row.inTheAir}<a class="button button-main" href="/watch/{row.inTheAir}">Watch</a>{/if}
				{#if ended(row)[0]}<a class="button" href="/debrief/{ended(row)[0]!.id}">Debrief</a>{/if}
				<a class="button" href="/set?student={row.id}" aria-label="Set a task for {row.name}">Set</a>
			</span>
		{/if}
	{/snippet}
</Table>
