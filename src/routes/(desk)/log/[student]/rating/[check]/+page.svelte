<script lang="ts">
	import { amountWords } from '$lib/rating/words.js';
	import { formatDay, formatMoment } from '$lib/ui/format.js';

	const { data } = $props();
	const { check } = $derived(data);
</script>

<svelte:head><title>Check of {check.asOf} · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>Check as of {formatDay(check.asOf)}</h1>
	<a class="button" href="{data.base}/rating">As it stands now</a>
</div>
<p class="mt-1 text-ink-soft">
	Kept by {check.authorName}, {formatMoment(check.createdAt)}, by {check.rules.name} as it was then: {check
		.rules.source}, {check.rules.edition}.
</p>
<div class="sheet mt-3 overflow-x-auto">
	<table class="table stacks" data-testid="check">
		<thead
			><tr
				><th>Requirement</th><th class="number">Have</th><th class="number">Need</th><th class="number"
					>Missing</th
				></tr
			></thead
		>
		<tbody>
			{#each check.state.requirements as one (one.id)}
				<tr>
					<td>{one.name}</td>
					<td class="number" data-head="Have">{amountWords(one.have, one.unit)}</td>
					<td class="number" data-head="Need">{amountWords(one.need, one.unit)}</td>
					<td class="number {one.met ? '' : 'text-limit'}" data-head="Missing"
						>{one.met ? '✓ met' : amountWords(one.missing, one.unit)}</td
					>
				</tr>
			{/each}
		</tbody>
	</table>
</div>
