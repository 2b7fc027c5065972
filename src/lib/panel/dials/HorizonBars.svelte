<script lang="ts">
	interface Props {
		unitsPerDeg: number;
		/** Half the length of the bars of whole tens. */
		half: number;
		fontSize: number;
	}
	const { unitsPerDeg, half, fontSize }: Props = $props();
</script>

{#each [-20, -15, -10, -5, 5, 10, 15, 20] as bar (bar)}
	{@const reach = bar % 10 === 0 ? half : half / 2}
	{@const y = 100 - bar * unitsPerDeg}
	<line x1={100 - reach} y1={y} x2={100 + reach} y2={y} stroke="var(--panel-mark)" stroke-width="1.6" />
	{#if bar % 10 === 0}
		<text x={100 - reach - fontSize} {y} font-size={fontSize}>{Math.abs(bar)}</text>
		<text x={100 + reach + fontSize} {y} font-size={fontSize}>{Math.abs(bar)}</text>
	{/if}
{/each}
