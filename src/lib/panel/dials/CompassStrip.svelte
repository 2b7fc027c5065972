<script lang="ts">
	import { formatHeading } from '@hanza/core';
	import Layer from './Layer.svelte';
	import { cardMark, steps } from './geometry.js';

	const { compassDeg }: { compassDeg: number } = $props();
	const UNITS_PER_DEG = 2.2;
	const VIEW = '0 0 160 44';
	// The card is seen from behind: greater numbers lie to the left, so it moves opposite to a dial.
	const place = (mark: number) => 80 - mark * UNITS_PER_DEG;
</script>

<div class="strip" role="img" aria-label={`Compass ${formatHeading(compassDeg)}`}>
	<!-- A little more than once round, so that neither edge is ever empty. -->
	<Layer viewBox={VIEW} move="translateX({((compassDeg * UNITS_PER_DEG) / 160) * 100}%)">
		{#each steps(-45, 405, 5) as mark (mark)}
			{@const x = place(mark)}
			<line
				x1={x}
				x2={x}
				y1={mark % 10 === 0 ? 27 : 32}
				y2="39"
				stroke="var(--panel-ink)"
				stroke-width="1.4"
			/>
			{#if mark % 30 === 0}<text {x} y="20" font-size="13">{cardMark(mark)}</text>{/if}
		{/each}
	</Layer>
	<Layer viewBox={VIEW}
		><line x1="80" x2="80" y1="3" y2="41" stroke="var(--panel-mark)" stroke-width="1.2" /></Layer
	>
</div>

<style>
	.strip {
		position: relative;
		width: 100%;
		aspect-ratio: 160 / 44;
		overflow: hidden;
		border: 2px solid var(--panel-rim);
		border-radius: 6px;
		background: var(--panel-window);
	}
	text {
		font-family: var(--font-panel);
		fill: var(--panel-ink);
		text-anchor: middle;
	}
</style>
