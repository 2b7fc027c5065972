<script lang="ts">
	import { SCHOOLS } from '@hanza/core';
	import type { ScanPoint } from '$lib/contracts/views.js';
	import { formatMoment } from '$lib/ui/format.js';
	import Sparkline from '$lib/charts/Sparkline.svelte';

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
		<table class="table stacks mt-2 text-sm">
			<thead>
				<tr>
					<th>Flown</th><th>Card</th><th>School</th><th class="number">as the school goes</th>
					<th class="number">back to attitude</th><th class="number">round</th>
					<th class="number">stares</th><th class="number">left out</th>
				</tr>
			</thead>
			<tbody>
				{#each points as point (point.attemptId)}
					<tr class={point.attemptId === here ? 'font-semibold' : ''}>
						<td><a href="/debrief/{point.attemptId}">{formatMoment(point.startedAt)}</a></td>
						<td>{point.cardName}</td>
						<td>{SCHOOLS[point.school].name}</td>
						<td class="number">{percent(point.schoolMatch)}</td>
						<td class="number">{percent(point.returnRate)}</td>
						<td class="number">{point.roundSeconds === null ? '–' : `${point.roundSeconds.toFixed(1)} s`}</td>
						<td class="number">{point.fixations}</td>
						<td class="number">{point.omissions}</td>
					</tr>
				{/each}
			</tbody>
		</table>
	</section>
{/if}
