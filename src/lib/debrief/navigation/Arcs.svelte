<script lang="ts">
	import Moment from './Moment.svelte';
	import { nameOf, nm, type SectionProps } from './section.js';

	const { card, report, onmoment }: SectionProps = $props();
</script>

{#each report.arcs as arc (arc.phase)}
	<h2 class="mt-4">{nameOf(card, arc.phase)}</h2>
	<p class="mt-1">
		Within a quarter of a mile {Math.round(arc.withinPercent.sharp)} % of the time, within a mile (the test) {Math.round(
			arc.withinPercent.test
		)} %, within four {Math.round(arc.withinPercent.containment)} %. At worst {Math.abs(arc.worstNm).toFixed(
			2
		)} NM {arc.worstNm > 0 ? 'outside' : 'inside'} at <Moment seconds={arc.worstAtSeconds} {onmoment} />; root
		mean square {nm(arc.rmsNm)} NM{#if arc.rolledOutNm !== null}; the turn on to it ended {Math.abs(
				arc.rolledOutNm
			).toFixed(2)} NM {arc.rolledOutNm > 0 ? 'outside' : 'inside'}{/if}.
	</p>
{/each}
