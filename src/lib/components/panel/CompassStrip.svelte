<script lang="ts">
	import { formatHeading, signedDeg } from '@hanza/core';
	import { steps } from './geometry.js';

	const { compassDeg }: { compassDeg: number } = $props();
	const LETTERS: Record<number, string> = { 0: 'N', 90: 'E', 180: 'S', 270: 'W' };
	const UNITS_PER_DEG = 2.2;
	// The card is seen from behind: greater numbers lie to the left, so it moves opposite to a dial.
	const marks = $derived(
		steps(0, 355, 5)
			.map((mark) => ({ mark, x: 80 - signedDeg(mark - compassDeg) * UNITS_PER_DEG }))
			.filter(({ x }) => x > 4 && x < 156)
	);
</script>

<svg viewBox="0 0 160 44" class="block w-full" role="img" aria-label={`Compass ${formatHeading(compassDeg)}`}>
	<rect x="1" y="1" width="158" height="42" rx="6" fill="#0a0b0c" stroke="#2b3035" stroke-width="2" />
	{#each marks as { mark, x } (mark)}
		<line x1={x} x2={x} y1={mark % 10 === 0 ? 27 : 32} y2="39" stroke="#eceae4" stroke-width="1.4" />
		{#if mark % 30 === 0}
			<text {x} y="20" font-size="13" text-anchor="middle" fill="#eceae4" font-family="var(--font-panel)">
				{LETTERS[mark] ?? mark / 10}
			</text>
		{/if}
	{/each}
	<line x1="80" x2="80" y1="3" y2="41" stroke="#f4f1ea" stroke-width="1.2" />
</svg>
