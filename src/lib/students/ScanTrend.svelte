<script lang="ts">
	import { SCHOOLS } from '@hanza/core';
	import type { ScanPoint } from '$lib/contracts/views.js';
	import { formatMoment } from '$lib/ui/format.js';
	import Sparkline from '$lib/charts/Sparkline.svelte';
	import Table from '$lib/ui/Table.svelte';

	interface Props {
		points: ScanPoint[];
		here?: string | null;
		/** One alone is shown, too. */
		always?: boolean;
	}
	const { points, here = null, always = false }: Props = $props();
	const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share * 100)} %`);
</script>

{#if points.length > (always ? 0 : 1)}
	<section class="sheet mt-4 p-3" aria-label="Over the last flights">
		<div class="flex flex-wrap items-center justify-between gap-4">
			<h2>Scan over the last {points.length} flights that have one</h2>
			<Sparkline
				points={points.map(({ attemptId, schoolMatch }) => ({
					id: attemptId,
					value: schoolMatch,
					here: attemptId === here,
					href: `/debrief/${attemptId}`,
					text: percent(schoolMatch)
				}))}
				label="As the school goes, flight by flight"
			/>
		</div>
		<div class="mt-2">
			<Table
				caption="Scans"
				empty="No scan yet."
				filterFrom={20}
				rows={points.map((point) => ({ ...point, id: point.attemptId }))}
				columns={[
					{ id: 'flown', head: 'Flown', value: (row) => new Date(row.startedAt).getTime() },
					{ id: 'card', head: 'Card', value: (row) => row.cardName },
					{ id: 'school', head: 'School', value: (row) => SCHOOLS[row.school].name },
					{ id: 'match', head: 'As the school goes', value: (row) => row.schoolMatch, number: true },
					{ id: 'back', head: 'Back to attitude', value: (row) => row.returnRate, number: true },
					{ id: 'round', head: 'Round', value: (row) => row.roundSeconds, number: true },
					{ id: 'stares', head: 'Stares', value: (row) => row.fixations, number: true },
					{ id: 'out', head: 'Left out', value: (row) => row.omissions, number: true }
				]}
			>
				{#snippet cell(point, id)}
					{#if id === 'flown'}<a
							href="/debrief/{point.attemptId}"
							class={point.attemptId === here ? 'font-semibold' : ''}>{formatMoment(point.startedAt)}</a
						>
					{:else if id === 'card'}{point.cardName}
					{:else if id === 'school'}{SCHOOLS[point.school].name}
					{:else if id === 'match'}{percent(point.schoolMatch)}
					{:else if id === 'back'}{percent(point.returnRate)}
					{:else if id === 'round'}{point.roundSeconds === null ? '–' : `${point.roundSeconds.toFixed(1)} s`}
					{:else if id === 'stares'}{point.fixations}
					{:else}{point.omissions}{/if}
				{/snippet}
			</Table>
		</div>
	</section>
{/if}
