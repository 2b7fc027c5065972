<script lang="ts">
	import { formatHeading } from '@hanza/core';
	import { place, steps } from './geometry.js';

	const { headingDeg }: { headingDeg: number } = $props();
	const LETTERS: Record<number, string> = { 0: 'N', 90: 'E', 180: 'S', 270: 'W' };
</script>

<svg
	viewBox="0 0 200 200"
	class="h-full w-full"
	role="img"
	aria-label={`Heading ${formatHeading(headingDeg)}`}
>
	<circle cx="100" cy="104" r="93" fill="#15181b" stroke="#2b3035" />
	<g transform="translate(0 4)">
		<g transform="rotate({-headingDeg} 100 100)">
			{#each steps(0, 355, 5) as mark (mark)}
				{@const major = mark % 10 === 0}
				{@const a = place(mark, 90)}
				{@const b = place(mark, major ? 79 : 84)}
				<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="#eceae4" stroke-width={major ? 1.8 : 1} />
				{#if mark % 30 === 0}
					{@const t = place(mark, 66)}
					<text x={t.x} y={t.y} font-size="15" transform="rotate({mark} {t.x} {t.y})"
						>{LETTERS[mark] ?? mark / 10}</text
					>
				{/if}
			{/each}
		</g>
		<path d="M100 20 l-6 -13 h12 Z" fill="#f4f1ea" />
		<text x="100" y="100" font-size="26">{formatHeading(headingDeg)}</text>
	</g>
</svg>

<style>
	text {
		font-family: var(--font-panel);
		fill: #eceae4;
		text-anchor: middle;
		dominant-baseline: central;
	}
</style>
