<script lang="ts">
	import Moment from './Moment.svelte';
	import { nameOf, side, type SectionProps } from './section.js';

	const { card, report, onmoment }: SectionProps = $props();
</script>

{#each report.reversals as reversal (reversal.phase)}
	<h2 class="mt-4">{nameOf(card, reversal.phase)}</h2>
	<p class="mt-1">
		Farthest {reversal.farthestNm.toFixed(1)} of {reversal.limitNm} NM at <Moment
			seconds={reversal.farthestAtSeconds}
			{onmoment}
		/>
		{#if reversal.farthestNm > reversal.limitNm}<span class="text-limit">✕ beyond the limit</span>{:else}<span
				class="text-accent">✓ inside</span
			>{/if}; {reversal.rightSide
			? 'on the side asked for'
			: 'on the wrong side'}{#if reversal.outboundSeconds !== null}; outbound {Math.round(
				reversal.outboundSeconds
			)} s ({reversal.wantedSeconds} s in still air){/if}; established {side(reversal.establishedNm)} of the course.
	</p>
{/each}
