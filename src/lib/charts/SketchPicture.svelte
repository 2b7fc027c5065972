<script lang="ts">
	import { formatClock, type Sketch } from '@hanza/core';

	interface Props {
		sketch: Sketch;
		label: string;
		/** With its scale, its north and its time. */
		large?: boolean;
	}
	/** What is flown, small: the path over the ground, north up, and the height over time below it. */
	const { sketch, label, large = false }: Props = $props();
	const WIDTH = 150;
	const PLAN = 84;
	const BELOW = 22;
	const PAD = 8;
	const plan = $derived.by(() => {
		const north = sketch.path.map(([n]) => n);
		const east = sketch.path.map(([, e]) => e);
		const [n0, n1, e0, e1] = [Math.min(...north), Math.max(...north), Math.min(...east), Math.max(...east)];
		const scale = Math.min(
			(WIDTH - 2 * PAD) / Math.max(e1 - e0, 0.5),
			(PLAN - 2 * PAD) / Math.max(n1 - n0, 0.5)
		);
		const points = sketch.path.map(
			([n, e]) => [WIDTH / 2 + (e - (e0 + e1) / 2) * scale, PLAN / 2 - (n - (n0 + n1) / 2) * scale] as const
		);
		return { points, scale };
	});
	const height = $derived.by(() => {
		const low = Math.min(...sketch.altitudeFt);
		const high = Math.max(...sketch.altitudeFt, low + 200);
		return sketch.altitudeFt.map(
			(ft, i) =>
				[
					PAD + (i / (sketch.altitudeFt.length - 1)) * (WIDTH - 2 * PAD),
					PLAN + BELOW - 4 - ((ft - low) / (high - low)) * (BELOW - 8)
				] as const
		);
	});
	const d = (points: readonly (readonly [number, number])[]) =>
		points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
	/** A round length that takes a fifth of the width or more. */
	const barNm = $derived([0.5, 1, 2, 5, 10, 20].find((nm) => nm * plan.scale >= WIDTH / 5) ?? 20);
</script>

<svg
	viewBox="0 0 {WIDTH} {PLAN + BELOW}"
	class={large ? 'w-full max-w-96' : 'h-20 shrink-0'}
	role="img"
	aria-label="{label}: {formatClock(sketch.seconds)}, path and height"
>
	<path d={d(plan.points)} class="path" />
	<circle cx={plan.points[0]![0]} cy={plan.points[0]![1]} r="3" class="start" />
	<path d="M{PAD} {PLAN}H{WIDTH - PAD}" class="rule" />
	{#each sketch.phases.slice(1) as begin, i (i)}
		{@const x = PAD + (begin / Math.max(1, sketch.seconds)) * (WIDTH - 2 * PAD)}
		<path d="M{x} {PLAN}V{PLAN + BELOW - 3}" class="rule" />
	{/each}
	<path d={d(height)} class="height" />
	{#if large}
		<path d="M{WIDTH - 6} 16V4m-2.5 4l2.5-4 2.5 4" class="mark" />
		<path d="M{PAD} {PLAN - 4}h{barNm * plan.scale}" class="mark" />
		<text x={PAD} y={PLAN - 6}>{barNm} NM</text>
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
