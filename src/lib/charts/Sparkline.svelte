<script lang="ts">
	import { page } from '$lib/ui/awake.svelte.js';
	import Tip from '$lib/ui/Tip.svelte';

	/** Values of a row of flights, 0 to 1, oldest first. */
	interface Point {
		id: string;
		value: number | null;
		/** A cross in place of the dot. */
		failed?: boolean;
		/** Larger: the one at hand. */
		here?: boolean;
		/** Where a press leads, and what stands there. */
		href?: string;
		text?: string;
	}
	const { points, label }: { points: Point[]; label: string } = $props();
	const WIDTH = 160;
	const HEIGHT = 36;
	const x = (i: number) => 8 + (i / Math.max(1, points.length - 1)) * (WIDTH - 16);
	const y = (value: number) => HEIGHT - 6 - value * (HEIGHT - 12);
	const seen = $derived(
		points.flatMap((point, i) => (point.value === null ? [] : [{ ...point, x: x(i), y: y(point.value) }]))
	);
	/** The dot that is pointed at, by pointer or keys. */
	let pointed = $state.raw<{ at: Element; words: string } | null>(null);
	const pointAt = (event: Event, words: string): void => {
		pointed = { at: event.currentTarget as Element, words };
	};
	const leave = (): void => {
		pointed = null;
	};
	/** A list has one in each row: the server draws the marks alone, and each leads somewhere when the page is awake. */
	const here = page();
	const cross = ({ x: across, y: down }: { x: number; y: number }) =>
		`M${(across - 3).toFixed(1)} ${(down - 3).toFixed(1)}l6 6m0-6l-6 6`;
	/** Half the way to the next point, so that each is easily met. */
	const reach = $derived(Math.max(4, Math.min(12, (WIDTH - 16) / Math.max(1, points.length - 1) / 2)));
</script>

{#snippet dot(point: (typeof seen)[number])}
	{#if point.failed}<path d={cross(point)} class="failed" />
	{:else}<circle cx={point.x} cy={point.y} r={point.here ? 4 : 2.6} class="point" />{/if}
{/snippet}

<svg
	viewBox="0 0 {WIDTH} {HEIGHT}"
	class="h-9 max-w-full"
	role={seen.some(({ href }) => href) ? 'group' : 'img'}
	aria-label={label}
>
	<line x1="4" x2={WIDTH - 4} y1={y(0)} y2={y(0)} class="axis" />
	<path
		d={seen.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('')}
		class="trace"
	/>
	{#if !here.isAwake}<path
			d={seen.flatMap((p) => (p.failed ? [cross(p)] : [])).join('')}
			class="failed"
		/>{/if}
	{#each seen as point (point.id)}
		{#if !here.isAwake && !point.failed}{@render dot(point)}
		{:else if !here.isAwake}<!-- drawn with the others of its kind -->
		{:else if point.href}
			{@const words = `${point.text ?? ''}${point.failed ? ', not met' : ', met'}`}
			<a
				href={point.href}
				aria-label={words}
				onpointerenter={(event) => pointAt(event, words)}
				onfocus={(event) => pointAt(event, words)}
				onpointerleave={leave}
				onblur={leave}
			>
				<rect x={point.x - reach} y="0" width={2 * reach} height={HEIGHT} class="reach" />
				{@render dot(point)}
			</a>
		{:else}{@render dot(point)}{/if}
	{/each}
</svg>
{#if pointed}
	<Tip at={pointed.at} text={pointed.words} onclose={leave} />
{/if}

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
	.reach {
		fill: transparent;
	}
	a:hover .reach,
	a:focus-visible .reach {
		fill: var(--color-accent-soft);
	}
</style>
