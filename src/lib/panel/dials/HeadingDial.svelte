<script lang="ts">
	import { formatHeading } from '@hanza/core';
	import CompassCard from './CompassCard.svelte';
	import Dial from './Dial.svelte';
	import Layer from './Layer.svelte';

	const { headingDeg }: { headingDeg: number } = $props();
</script>

<Dial label={`Heading ${formatHeading(headingDeg)}`}>
	<path
		d="M100 74 V128 M82 96 H118 M92 124 H108"
		stroke="var(--panel-dim)"
		stroke-width="2.6"
		fill="none"
		stroke-linecap="round"
	/>
	{#snippet moving()}
		<Layer move="rotate({-headingDeg}deg)"><CompassCard outer={88} tens={76} fives={81} letters={64} /></Layer
		>
		<Layer><path d="M100 22 L94 8 L106 8 Z" fill="var(--panel-mark)" /></Layer>
	{/snippet}
</Dial>
