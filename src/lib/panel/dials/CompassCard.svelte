<script lang="ts">
	import { cardMark, place, steps } from './geometry.js';

	interface Props {
		/** Radii of the ticks' outer end, of the inner ends of tens and fives, and of the letters. */
		outer: number;
		tens: number;
		fives: number;
		letters: number;
	}
	const { outer, tens, fives, letters }: Props = $props();
</script>

{#each steps(0, 355, 5) as mark (mark)}
	{@const major = mark % 10 === 0}
	{@const a = place(mark, outer)}
	{@const b = place(mark, major ? tens : fives)}
	<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class={major ? 'tick' : 'minor'} />
	{#if mark % 30 === 0}
		{@const t = place(mark, letters)}
		<text x={t.x} y={t.y} font-size={mark % 90 === 0 ? 17 : 14} transform="rotate({mark} {t.x} {t.y})">
			{cardMark(mark)}
		</text>
	{/if}
{/each}
