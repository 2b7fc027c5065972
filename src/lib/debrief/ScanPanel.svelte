<script lang="ts">
	import { SCAN_NAMES, type ScanInstrument, type ScanReport } from '@hanza/core';

	const { report }: { report: ScanReport } = $props();
	/** The panel itself: the basic T, with the engine beside it. */
	const PLACES: Partial<Record<ScanInstrument, [x: number, y: number]>> = {
		airspeed: [90, 70],
		attitude: [240, 70],
		altimeter: [390, 70],
		turn: [90, 190],
		heading: [240, 190],
		'vertical-speed': [390, 190],
		engine: [520, 130]
	};
	const seen = Object.entries(PLACES) as [ScanInstrument, [number, number]][];
	const busiest = $derived(Math.max(1, ...report.transitions.map(({ count }) => count)));
	/** Radius by share of the time: areas compare. */
	const radius = (share: number) => 8 + 50 * Math.sqrt(share);
	/** An arrow a little beside the straight line, so that both directions can be seen. */
	function arrow(from: ScanInstrument, to: ScanInstrument): string {
		const [a, b] = [PLACES[from], PLACES[to]];
		if (!a || !b) return '';
		const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
		const length = Math.hypot(dx, dy);
		const [ux, uy] = [dx / length, dy / length];
		const [ra, rb] = [radius(report.shares[from]) + 2, radius(report.shares[to]) + 8];
		const side = 7;
		const point = (along: number) =>
			`${(a[0] + ux * along - uy * side).toFixed(1)} ${(a[1] + uy * along + ux * side).toFixed(1)}`;
		return length - ra - rb > 4 ? `M${point(ra)}L${point(length - rb)}` : '';
	}
	const id = $props.id();
</script>

<svg
	viewBox="0 0 592 260"
	class="w-full"
	role="img"
	aria-label="Share of the time on each instrument, and how often the eye went from one to another"
>
	<defs>
		<marker
			id="{id}-head"
			viewBox="0 0 8 8"
			refX="6"
			refY="4"
			markerWidth="7"
			markerHeight="7"
			markerUnits="userSpaceOnUse"
			orient="auto"
		>
			<path d="M0 0L8 4L0 8z" class="head" />
		</marker>
	</defs>
	{#each seen as [instrument, [x, y]] (instrument)}
		<rect x={x - 62} y={y - 56} width="124" height="112" rx="10" class="place" />
	{/each}
	{#each report.transitions as { from, to, count } (from + to)}
		{@const d = arrow(from, to)}
		{#if d && count > 1}
			<path {d} class="way" stroke-width={1 + 5 * (count / busiest)} marker-end="url(#{id}-head)" />
		{/if}
	{/each}
	{#each seen as [instrument, [x, y]] (instrument)}
		{@const share = report.shares[instrument]}
		<circle cx={x} cy={y} r={radius(share)} class="time" />
		<!-- A circle too small for its words has them under it. -->
		{@const under = SCAN_NAMES[instrument].length * 5.6 > 2 * radius(share) - 6 ? radius(share) + 10 : -5}
		<text {x} y={y + under}>{SCAN_NAMES[instrument]}</text>
		<text {x} y={y + under + 13} class="share">{Math.round(share * 100)} %</text>
	{/each}
</svg>

<style>
	.place {
		fill: none;
		stroke: var(--color-line);
	}
	.time {
		fill: color-mix(in srgb, var(--color-accent) 22%, var(--color-sheet));
		stroke: var(--color-accent);
	}
	.way {
		fill: none;
		stroke: var(--color-trace);
		opacity: 0.55;
	}
	.head {
		fill: var(--color-trace);
	}
	text {
		font-size: 11px;
		fill: var(--color-ink);
		text-anchor: middle;
		dominant-baseline: central;
	}
	.share {
		font-weight: 600;
	}
</style>
