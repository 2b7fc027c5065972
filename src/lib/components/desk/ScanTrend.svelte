<script lang="ts">
	import { SCHOOLS } from '@hanza/core';
	import type { ScanPoint } from '$lib/server/services/index.js';
	import { formatMoment } from './format.js';

	const { points, here = null }: { points: ScanPoint[]; here?: string | null } = $props();
	const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share * 100)} %`);
	const WIDTH = 260;
	const HEIGHT = 60;
	const x = (i: number) => 10 + (i / Math.max(1, points.length - 1)) * (WIDTH - 20);
	const y = (share: number) => HEIGHT - 8 - share * (HEIGHT - 16);
	const path = $derived(
		points
			.map(({ schoolMatch }, i) =>
				schoolMatch === null ? '' : `${i === 0 ? 'M' : 'L'}${x(i).toFixed(1)} ${y(schoolMatch).toFixed(1)}`
			)
			.join('')
	);
</script>

{#if points.length > 1}
	<section class="sheet mt-4 p-3" aria-label="Scan over the last flights">
		<div class="flex flex-wrap items-center justify-between gap-4">
			<h2>Scan over the last {points.length} flights that have one</h2>
			<svg
				viewBox="0 0 {WIDTH} {HEIGHT}"
				class="h-14"
				role="img"
				aria-label="As the school goes, flight by flight"
			>
				<line x1="10" x2={WIDTH - 10} y1={y(0)} y2={y(0)} class="axis" />
				<line x1="10" x2={WIDTH - 10} y1={y(1)} y2={y(1)} class="axis" />
				<path d={path} class="trace" />
				{#each points as { schoolMatch, attemptId }, i (attemptId)}
					{#if schoolMatch !== null}<circle
							cx={x(i)}
							cy={y(schoolMatch)}
							r={attemptId === here ? 4 : 2.5}
							class="point"
						/>{/if}
				{/each}
			</svg>
		</div>
		<table class="table mt-2 text-sm">
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

<style>
	.axis {
		stroke: var(--color-line);
	}
	.trace {
		fill: none;
		stroke: var(--color-trace);
		stroke-width: 1.6;
	}
	.point {
		fill: var(--color-trace);
	}
</style>
