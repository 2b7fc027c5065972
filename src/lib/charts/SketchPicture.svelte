<script lang="ts">
	import { formatClock } from '@hanza/core';
	import { BELOW, PAD, PLAN, WIDTH, type DrawnSketch } from '$lib/contracts/sketch-frame.js';

	interface Props {
		sketch: DrawnSketch;
		label: string;
		/** With its scale, its north and its time. */
		large?: boolean;
	}
	/** What is flown, small: the path over the ground, north up, and the height over time below it. */
	const { sketch, label, large = false }: Props = $props();
</script>

<svg
	viewBox="0 0 {WIDTH} {PLAN + BELOW}"
	class={large ? 'w-full max-w-96' : 'h-20 shrink-0'}
	role="img"
	aria-label="{label}: {formatClock(sketch.seconds)}, path and height"
>
	<path d={sketch.plan} class="path" />
	<circle cx={sketch.start[0]} cy={sketch.start[1]} r="3" class="start" />
	<path d="M{PAD} {PLAN}H{WIDTH - PAD}" class="rule" />
	{#each sketch.phases as x, i (i)}
		<path d="M{x} {PLAN}V{PLAN + BELOW - 3}" class="rule" />
	{/each}
	<path d={sketch.height} class="height" />
	{#if large}
		<path d="M{WIDTH - 6} 16V4m-2.5 4l2.5-4 2.5 4" class="mark" />
		<path d="M{PAD} {PLAN - 4}h{sketch.bar.length}" class="mark" />
		<text x={PAD} y={PLAN - 6}>{sketch.bar.nm} NM</text>
	{/if}
</svg>

<style>
	path {
		fill: none;
	}
	.path {
		stroke: var(--color-trace);
		stroke-width: 1.6;
	}
	.height {
		stroke: var(--color-ink-soft);
		stroke-width: 1.2;
	}
	.start {
		fill: var(--color-accent);
	}
	.rule {
		stroke: var(--color-line);
		stroke-width: 0.8;
	}
	.mark {
		stroke: var(--color-ink-soft);
		stroke-width: 0.8;
	}
	text {
		font-size: 6.5px;
		fill: var(--color-ink-soft);
	}
</style>
