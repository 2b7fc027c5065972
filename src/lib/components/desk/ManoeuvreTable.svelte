<script lang="ts">
	import { FAULT_NAMES, itemName, signed, TARGET_KINDS, type ManoeuvreRecord } from '@hanza/core';

	const { records }: { records: ManoeuvreRecord[] } = $props();
	const WIDTH = 150;
	const HEIGHT = 34;
	/** Beyond this many points a flight a trend is worth a word. */
	const WORTH_SAYING = 1;
	const isTarget = (what: string) => (TARGET_KINDS as string[]).includes(what);
	const words = (what: ManoeuvreRecord['fails'][number]['what']) =>
		isTarget(what)
			? itemName(what as (typeof TARGET_KINDS)[number])
			: FAULT_NAMES[what as keyof typeof FAULT_NAMES].toLowerCase();
	const last = 12;
</script>

<table class="table">
	<thead>
		<tr>
			<th>Manoeuvre</th><th class="number">Flights</th><th>Scores, oldest to newest</th>
			<th class="number">Last</th><th>Trend</th><th class="number">Met</th><th>What fails</th>
		</tr>
	</thead>
	<tbody>
		{#each records as { id, name, showings, trend, fails } (id)}
			{@const seen = showings.slice(-last)}
			{@const x = (i: number) => 6 + (i / Math.max(1, seen.length - 1)) * (WIDTH - 12)}
			{@const y = (score: number) => HEIGHT - 4 - (score / 100) * (HEIGHT - 8)}
			<tr>
				<td class="font-semibold">{name}</td>
				<td class="number">{showings.length}</td>
				<td>
					<svg
						viewBox="0 0 {WIDTH} {HEIGHT}"
						class="h-8"
						role="img"
						aria-label="Scores of the last {seen.length}: {seen
							.map(({ score }) => Math.round(score))
							.join(', ')}"
					>
						<line x1="4" x2={WIDTH - 4} y1={y(0)} y2={y(0)} class="axis" />
						<path
							d={seen
								.map(({ score }, i) => `${i ? 'L' : 'M'}${x(i).toFixed(1)} ${y(score).toFixed(1)}`)
								.join('')}
							class="trace"
						/>
						{#each seen as { attemptId, score, met }, i (attemptId)}
							{#if met}<circle cx={x(i)} cy={y(score)} r="3" class="met" />
							{:else}<path d="M{x(i) - 3} {y(score) - 3}l6 6m0-6l-6 6" class="failed" />{/if}
						{/each}
					</svg>
				</td>
				<td class="number">
					<a href="/debrief/{seen.at(-1)!.attemptId}">{Math.round(seen.at(-1)!.score)}</a>
				</td>
				<td class="whitespace-nowrap text-sm">
					{#if trend === null}<span class="text-ink-soft">too few</span>
					{:else if Math.abs(trend) < WORTH_SAYING}steady
					{:else}{trend > 0 ? '▴ better' : '▾ worse'} ({signed(trend, 1)} a flight){/if}
				</td>
				<td class="number">{showings.filter(({ met }) => met).length} of {showings.length}</td>
				<td class="text-sm">
					{#each fails.slice(0, 3) as { what, count }, i (what)}{i ? ', ' : ''}{words(what)}
						{count}×{:else}<span class="text-ink-soft">nothing</span>{/each}
				</td>
			</tr>
		{/each}
	</tbody>
</table>
<p class="px-3 py-2 text-sm text-ink-soft">Dot: met the standard; cross: not met.</p>

<style>
	.axis {
		stroke: var(--color-line);
	}
	.trace {
		fill: none;
		stroke: var(--color-trace);
		stroke-width: 1.4;
	}
	.met {
		fill: var(--color-trace);
	}
	.failed {
		fill: none;
		stroke: var(--color-limit);
		stroke-width: 1.8;
	}
</style>
