<script lang="ts">
	import { FAULT_NAMES, itemName, signed, TARGET_KINDS, type ManoeuvreRecord } from '@hanza/core';
	import Sparkline from '$lib/charts/Sparkline.svelte';
	import Table from '$lib/ui/Table.svelte';

	interface Props {
		records: ManoeuvreRecord[];
		/** Head of the first column. */
		what: string;
		empty: string;
	}
	const { records, what, empty }: Props = $props();
	/** Beyond this many points a flight a trend is worth a word. */
	const WORTH_SAYING = 1;
	const isTarget = (fail: string) => (TARGET_KINDS as string[]).includes(fail);
	const words = (fail: ManoeuvreRecord['fails'][number]['what']) =>
		isTarget(fail)
			? itemName(fail as (typeof TARGET_KINDS)[number])
			: FAULT_NAMES[fail as keyof typeof FAULT_NAMES].toLowerCase();
	const LAST = 12;
</script>

<Table
	caption={what}
	{empty}
	filterFrom={99}
	rows={records}
	columns={[
		{ id: 'name', head: what, value: (row) => row.name },
		{ id: 'flights', head: 'Flights', value: (row) => row.showings.length, number: true },
		{ id: 'scores', head: 'Scores, oldest to newest' },
		{ id: 'last', head: 'Last', value: (row) => row.showings.at(-1)?.score ?? null, number: true },
		{ id: 'trend', head: 'Trend', value: (row) => row.trend },
		{ id: 'met', head: 'Met', value: (row) => row.showings.filter(({ met }) => met).length, number: true },
		{ id: 'fails', head: 'What fails' }
	]}
>
	{#snippet cell(row, id)}
		{@const seen = row.showings.slice(-LAST)}
		{#if id === 'name'}<span class="font-semibold">{row.name}</span>
		{:else if id === 'flights'}{row.showings.length}
		{:else if id === 'scores'}
			<Sparkline
				points={seen.map(({ attemptId, score, met }) => ({
					id: attemptId,
					value: score / 100,
					failed: !met,
					href: `/debrief/${attemptId}`,
					text: String(Math.round(score))
				}))}
				label="Scores of the last {seen.length}: {seen.map(({ score }) => Math.round(score)).join(', ')}"
			/>
		{:else if id === 'last'}<a href="/debrief/{seen.at(-1)!.attemptId}">{Math.round(seen.at(-1)!.score)}</a>
		{:else if id === 'trend'}
			<span class="whitespace-nowrap text-sm">
				{#if row.trend === null}<span class="text-ink-soft">too few</span>
				{:else if Math.abs(row.trend) < WORTH_SAYING}steady
				{:else}{row.trend > 0 ? '▴ better' : '▾ worse'} ({signed(row.trend, 1)} a flight){/if}
			</span>
		{:else if id === 'met'}{row.showings.filter(({ met }) => met).length} of {row.showings.length}
		{:else}
			<span class="text-sm">
				{#each row.fails.slice(0, 3) as { what: fail, count }, i (fail)}{i ? ', ' : ''}{words(fail)}
					{count}×{:else}<span class="text-ink-soft">nothing</span>{/each}
			</span>
		{/if}
	{/snippet}
</Table>
{#if records.length > 0}<p class="px-3 py-2 text-sm text-ink-soft">
		Dot: met the standard; cross: not met. Each opens its flight.
	</p>{/if}
