<script lang="ts">
	import { formatMinutes, type LogTotals } from '@hanza/core';
	import { TIME_COLUMNS } from './words.js';

	interface Props {
		head: string;
		totals: LogTotals;
		/** Columns before the times, and after them. */
		before: number;
		after: number;
	}
	const { head, totals, before, after }: Props = $props();
	const apart = $derived(
		[
			totals.deviceMinutes > 0 ? `devices ${formatMinutes(totals.deviceMinutes)}` : '',
			totals.trainerMinutes > 0
				? `practice in this trainer ${formatMinutes(totals.trainerMinutes)}, not counted`
				: ''
		].filter(Boolean)
	);
</script>

<tr>
	<td colspan={before} class="font-semibold"
		>{head} <span class="font-normal text-ink-soft">{totals.entries}</span></td
	>
	{#each TIME_COLUMNS as { field, head: column } (field)}
		<td class="number tabular-nums" data-head={column}>{formatMinutes(totals[field])}</td>
	{/each}
	<td colspan={after} class="text-sm text-ink-soft"
		>{[
			`${totals.approaches} approaches`,
			`${totals.holds} holds`,
			`${totals.landings} landings`,
			...apart
		].join(', ')}</td
	>
</tr>
