<script lang="ts">
	import type { Aircraft, Area, TaskCard } from '@hanza/core';
	import ProcedureSheet from '$lib/procedures/ProcedureSheet.svelte';
	import { SHEET_LOST, sheetOfCard } from '$lib/procedures/sheet.js';

	interface Props {
		card: TaskCard;
		area: Area | null;
		aircraft: Aircraft | null;
		/** Headings, rates and times of the day stand on it. */
		worked: boolean;
	}
	/** The brief's picture of an approach; where it cannot be laid out any more, that is said. */
	const { card, area, aircraft, worked }: Props = $props();
	const sheet = $derived(sheetOfCard(card, area, aircraft));
</script>

{#if sheet && area}
	<section class="sheet mt-4 p-4" aria-label="What will be flown">
		<ProcedureSheet {sheet} {area} {worked} />
		{#if !worked}<p class="mt-2 text-sm text-ink-soft">
				Headings, rates and times of the day stand on it once you have tried them.
			</p>{/if}
	</section>
{:else}
	<p class="sheet mt-4 p-3 text-limit" role="alert">{SHEET_LOST}</p>
{/if}
