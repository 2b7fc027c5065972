<script lang="ts">
	import { formatHeading } from '@hanza/core';
	import Dial from './Dial.svelte';
	import { place, steps } from './geometry.js';

	const { headingDeg }: { headingDeg: number } = $props();
	const LETTERS: Record<number, string> = { 0: 'N', 90: 'E', 180: 'S', 270: 'W' };
</script>

<Dial label={`Heading ${formatHeading(headingDeg)}`}>
	<g transform="rotate({-headingDeg} 100 100)">
		{#each steps(0, 355, 5) as mark (mark)}
			{@const major = mark % 10 === 0}
			{@const a = place(mark, 88)}
			{@const b = place(mark, major ? 76 : 81)}
			<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class={major ? 'tick' : 'minor'} />
			{#if mark % 30 === 0}
				{@const t = place(mark, 64)}
				<text x={t.x} y={t.y} font-size={LETTERS[mark] ? 17 : 14} transform="rotate({mark} {t.x} {t.y})">
					{LETTERS[mark] ?? mark / 10}
				</text>
			{/if}
		{/each}
	</g>
	<path d="M100 22 L94 8 L106 8 Z" fill="#f4f1ea" />
	<path
		d="M100 74 V128 M82 96 H118 M92 124 H108"
		stroke="#8c9398"
		stroke-width="2.6"
		fill="none"
		stroke-linecap="round"
	/>
</Dial>
