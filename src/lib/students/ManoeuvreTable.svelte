<script lang="ts">
	import { FAULT_NAMES, itemName, signed, TARGET_KINDS, type ManoeuvreRecord } from '@hanza/core';
	import Sparkline from '$lib/charts/Sparkline.svelte';

	const { records }: { records: ManoeuvreRecord[] } = $props();
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
			<tr>
				<td class="font-semibold">{name}</td>
				<td class="number">{showings.length}</td>
				<td>
					<Sparkline
						points={seen.map(({ attemptId, score, met }) => ({
							id: attemptId,
							value: score / 100,
							failed: !met
						}))}
						label="Scores of the last {seen.length}: {seen.map(({ score }) => Math.round(score)).join(', ')}"
					/>
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
