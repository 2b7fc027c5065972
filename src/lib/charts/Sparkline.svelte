<script lang="ts">
	/** Values of a row of flights, 0 to 1, oldest first. */
	interface Point {
		id: string;
		value: number | null;
		/** A cross in place of the dot. */
		failed?: boolean;
		/** Larger: the one at hand. */
		here?: boolean;
	}
	const { points, label }: { points: Point[]; label: string } = $props();
	const WIDTH = 160;
	const HEIGHT = 36;
	const x = (i: number) => 6 + (i / Math.max(1, points.length - 1)) * (WIDTH - 12);
	const y = (value: number) => HEIGHT - 5 - value * (HEIGHT - 10);
	const seen = $derived(
		points.flatMap((point, i) => (point.value === null ? [] : [{ ...point, x: x(i), y: y(point.value) }]))
	);
</script>

<svg viewBox="0 0 {WIDTH} {HEIGHT}" class="h-9 max-w-full" role="img" aria-label={label}>
	<line x1="4" x2={WIDTH - 4} y1={y(0)} y2={y(0)} class="axis" />
	<path
		d={seen.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('')}
		class="trace"
	/>
	{#each seen as { id, x, y, failed, here } (id)}
		{#if failed}<path d="M{x - 3} {y - 3}l6 6m0-6l-6 6" class="failed" />
		{:else}<circle cx={x} cy={y} r={here ? 4 : 2.6} class="point" />{/if}
	{/each}
</svg>

<style>
	.axis {
		stroke: var(--color-line);
	}
	.trace {
		fill: none;
		stroke: var(--color-trace);
		stroke-width: 1.4;
	}
	.point {
		fill: var(--color-trace);
	}
	.failed {
		fill: none;
		stroke: var(--color-limit);
		stroke-width: 1.8;
	}
</style>
