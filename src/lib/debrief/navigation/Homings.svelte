<script lang="ts">
	import Moment from './Moment.svelte';
	import { nameOf, type SectionProps } from './section.js';

	const { card, report, onmoment }: SectionProps = $props();
</script>

{#each report.homings ?? [] as homing (homing.phase)}
	<h2 class="mt-4">{nameOf(card, homing.phase)}</h2>
	<p class="mt-1" data-testid="homing">
		{homing.method === 'home' ? 'Nose on the pointer' : 'Tracked'}: {homing.flownNm.toFixed(1)} NM over the ground
		for {homing.straightNm.toFixed(1)} NM straight, at most {Math.abs(homing.farthestNm).toFixed(1)} NM {homing.farthestNm >
		0
			? 'right'
			: 'left'} of the line at <Moment seconds={homing.farthestAtSeconds} {onmoment} />; passed at {homing.passedNm.toFixed(
			1
		)} NM.
	</p>
{/each}
