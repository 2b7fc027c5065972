<script lang="ts">
	import '$lib/charts/bench-drawing.css';
	import { formatHeading, type Vec2 } from '@hanza/core';
	import { barOf, frameOf, type Drawing } from '$lib/bench/drawing.js';

	interface Props {
		drawing: Drawing;
		/** Directions on the ring that can be dragged: where from, and what they are called. */
		handles: { id: string; label: string; deg: number; inward: boolean }[];
		ondrag: (id: string, deg: number) => void;
	}
	const { drawing, handles, ondrag }: Props = $props();
	const SIZE = 520;
	const MARGIN = 92;
	const RING = SIZE / 2 - 34;
	const frame = $derived(frameOf(drawing, SIZE, MARGIN));
	const bar = $derived(barOf(frame.scale, 120));
	const path = (points: Vec2[]) =>
		points
			.map(({ north, east }, i) => `${i ? 'L' : 'M'}${frame.x(east).toFixed(1)} ${frame.y(north).toFixed(1)}`)
			.join('');
	const onRing = (deg: number, radius: number) => ({
		x: SIZE / 2 + radius * Math.sin((deg * Math.PI) / 180),
		y: SIZE / 2 - radius * Math.cos((deg * Math.PI) / 180)
	});
	let element: SVGSVGElement;
	let held = $state<string | null>(null);
	function drag(event: PointerEvent): void {
		if (held === null) return;
		const box = element.getBoundingClientRect();
		const [x, y] = [event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2];
		ondrag(held, Math.round(((Math.atan2(x, -y) * 180) / Math.PI + 360) % 360));
	}
	function nudge(event: KeyboardEvent, id: string, deg: number): void {
		const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageUp: 10, PageDown: -10 }[
			event.key
		];
		if (by === undefined) return;
		event.preventDefault();
		ondrag(id, (deg + by + 360) % 360);
	}
	const id = $props.id();
</script>

<svg
	bind:this={element}
	viewBox="0 0 {SIZE} {SIZE}"
	class="bench-drawing w-full max-w-[34rem] touch-none select-none"
	role="group"
	aria-label={drawing.title}
	onpointermove={drag}
	onpointerup={() => (held = null)}
	onpointerleave={() => (held = null)}
>
	<defs>
		<marker
			id="{id}-tip"
			viewBox="0 0 8 8"
			refX="7"
			refY="4"
			markerWidth="8"
			markerHeight="8"
			markerUnits="userSpaceOnUse"
			orient="auto"
		>
			<path d="M0 0L8 4L0 8z" class="tip" />
		</marker>
	</defs>
	<circle cx={SIZE / 2} cy={SIZE / 2} r={RING} class="ring" />
	{#each Array.from({ length: 36 }, (_, i) => i * 10) as deg (deg)}
		{@const outer = onRing(deg, RING)}
		{@const inner = onRing(deg, RING - (deg % 30 === 0 ? 9 : 5))}
		<line x1={outer.x} y1={outer.y} x2={inner.x} y2={inner.y} class="ring" />
		{#if deg % 30 === 0}
			{@const place = onRing(deg, RING + 14)}
			<text x={place.x} y={place.y} class="figure">{formatHeading(deg)}</text>
		{/if}
	{/each}
	{#each drawing.sectors ?? [] as sector, i (sector.text)}
		{@const span = (sector.toDeg - sector.fromDeg + 360) % 360 || 360}
		{@const a = onRing(sector.fromDeg, RING - 14)}
		{@const b = onRing(sector.toDeg, RING - 14)}
		{@const edge = onRing(sector.fromDeg, RING - 34)}
		{@const middle = onRing(sector.fromDeg + span / 2, RING - 28)}
		<path
			d="M{a.x} {a.y}A{RING - 14} {RING - 14} 0 {span > 180 ? 1 : 0} 1 {b.x} {b.y}"
			class="sector"
			stroke-width={[7, 4, 1.5][i % 3]}
		/>
		<line
			x1={onRing(sector.fromDeg, RING).x}
			y1={onRing(sector.fromDeg, RING).y}
			x2={edge.x}
			y2={edge.y}
			class="course"
		/>
		<text x={middle.x} y={middle.y} class="figure">{sector.text}</text>
	{/each}
	{#each drawing.shapes as { points, stroke, arrow }, i (i)}
		<path d={path(points)} class={stroke} marker-end={arrow ? `url(#${id}-tip)` : undefined} />
	{/each}
	{#each drawing.marks as { north, east }, i (i)}
		<path d="M{frame.x(east)} {frame.y(north) - 7}l6 11h-12z" class="mark" />
	{/each}
	{#each drawing.labels as { at, text, centred }, i (i)}
		{@const by = centred ? { x: 0, y: 0 } : { x: 9, y: 14 }}
		<text x={frame.x(at.east) + by.x} y={frame.y(at.north) + by.y} class={centred ? 'figure' : 'label'}
			>{text}</text
		>
	{/each}
	<path d="M16 {SIZE - 14}v-6v6h{bar * frame.scale}v-6" class="bar" />
	<text x="16" y={SIZE - 26} class="label">{bar} {drawing.unit}</text>
	{#each handles as handle (handle.id)}
		{@const outer = onRing(handle.deg, RING - 2)}
		{@const inner = onRing(handle.deg, RING - 46)}
		<g
			role="slider"
			tabindex="0"
			class="handle"
			aria-label={handle.label}
			aria-valuemin="0"
			aria-valuemax="360"
			aria-valuenow={handle.deg}
			aria-valuetext="{formatHeading(handle.deg)}°"
			onpointerdown={(event) => {
				held = handle.id;
				event.preventDefault();
			}}
			onkeydown={(event) => nudge(event, handle.id, handle.deg)}
		>
			<line
				x1={handle.inward ? outer.x : inner.x}
				y1={handle.inward ? outer.y : inner.y}
				x2={handle.inward ? inner.x : outer.x}
				y2={handle.inward ? inner.y : outer.y}
				marker-end="url(#{id}-tip)"
				class="stem"
			/>
			<circle cx={outer.x} cy={outer.y} r="15" class="grip" />
			<text x={onRing(handle.deg, RING - 62).x} y={onRing(handle.deg, RING - 62).y} class="figure"
				>{handle.label}</text
			>
		</g>
	{/each}
</svg>
