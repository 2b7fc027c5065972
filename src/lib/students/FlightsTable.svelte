<script lang="ts">
	import { RECORDING_RATE_HZ } from '@hanza/core';
	import type { AttemptRow } from '$lib/contracts/views.js';
	import { formatDuration, formatMoment, tally } from '$lib/ui/format.js';
	import Verdict from '$lib/ui/Verdict.svelte';

	const { flights, caption }: { flights: AttemptRow[]; caption: string } = $props();
</script>

<div class="overflow-x-auto">
	<table class="table">
		<caption class="sr-only">{caption}</caption>
		<thead>
			<tr>
				<th>Flown</th><th>Card</th><th>Verdict</th><th class="number">Score</th><th>Faults</th><th>Assist</th>
				<th class="number">Time</th><th></th>
			</tr>
		</thead>
		<tbody>
			{#each flights as flight (flight.id)}
				<tr>
					<td class="whitespace-nowrap">{formatMoment(flight.startedAt)}</td>
					<td>{flight.cardName}</td>
					<td>
						<Verdict verdict={flight.overridden ?? flight.verdict} />
						{#if flight.overridden}<span class="block text-sm text-ink-soft"
								>instructor; computed: {flight.verdict}</span
							>{/if}
						{#if flight.status === 'interrupted'}<span class="block text-sm text-ink-soft">broken off</span
							>{/if}
						{#if flight.status === 'flying'}<span class="block text-sm text-ink-soft">not finished</span>{/if}
					</td>
					<td class="number">{flight.score === null ? '' : Math.round(flight.score)}</td>
					<td class="text-sm">{tally(flight.faults) || (flight.status === 'flying' ? '' : 'none found')}</td>
					<td class="text-sm">{flight.assist === 'attitude' ? 'attitude held' : 'direct'}</td>
					<td class="number">{formatDuration(flight.samples / RECORDING_RATE_HZ)}</td>
					<td class="number"
						>{#if flight.status !== 'flying'}<a href="/debrief/{flight.id}">Debrief</a>{/if}</td
					>
				</tr>
			{/each}
		</tbody>
	</table>
</div>
