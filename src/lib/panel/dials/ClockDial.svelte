<script lang="ts">
	import { formatClock } from '@hanza/core';
	import Dial from './Dial.svelte';
	import Layer from './Layer.svelte';
	import Needle from './Needle.svelte';
	import { place, steps } from './geometry.js';

	interface Props {
		timeSeconds: number;
		/** null while the stopwatch is clear. */
		stopwatchSeconds: number | null;
		onpress: () => void;
	}
	const { timeSeconds, stopwatchSeconds, onpress }: Props = $props();
	const hand = $derived(((stopwatchSeconds ?? timeSeconds) % 60) * 6);
</script>

<button
	type="button"
	class="block h-full w-full cursor-pointer rounded-full"
	onclick={onpress}
	title="Stopwatch: start, stop, clear"
>
	<Dial
		label={`Clock ${formatClock(timeSeconds)}, stopwatch ${stopwatchSeconds === null ? 'clear' : formatClock(stopwatchSeconds)}`}
	>
		{#each steps(1, 60, 1) as second (second)}
			{@const major = second % 5 === 0}
			{@const a = place(second * 6, 91)}
			{@const b = place(second * 6, major ? 80 : 86)}
			<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class={major ? 'tick' : 'minor'} />
			{#if second % 15 === 0}
				{@const t = place(second * 6, 68)}
				<text x={t.x} y={t.y} font-size="14">{second}</text>
			{/if}
		{/each}
		<text x="100" y="66" font-size="9" class="quiet">FLIGHT TIME</text>
		<text x="100" y="122" font-size="9" class="quiet">STOPWATCH</text>
		{#snippet moving()}
			<Layer>
				<text x="100" y="80" font-size="16">{formatClock(timeSeconds)}</text>
				<text x="100" y="138" font-size="20"
					>{stopwatchSeconds === null ? '–:––' : formatClock(stopwatchSeconds)}</text
				>
			</Layer>
			<Needle angleDeg={hand} hub={4} d="M99 104 L99.4 40 L100 12 L100.6 40 L101 104 Z" />
		{/snippet}
	</Dial>
</button>
