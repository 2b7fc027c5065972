<script lang="ts">
	import { onMount } from 'svelte';
	import { select } from 'd3-selection';
	import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
	import type { Area } from '@hanza/core';
	import { pageColour } from '$lib/ui/colours.js';
	import { fromPixel, PX_PER_NM, toX, toY, type PlanColours } from '$lib/plan/canvas.js';
	import { PlanPainter, type DrawnTrack } from '$lib/plan/draw.js';
	import type { Overlay, PlanLabel, PlanPoint } from '$lib/plan/overlay.js';

	interface Props {
		area: Area;
		label: string;
		overlays?: readonly Overlay[];
		track?: DrawnTrack | null;
		/** The moment shown, s; null for the whole track. */
		seconds?: number | null;
		labels?: readonly PlanLabel[];
		aircraft?: { northNm: number; eastNm: number; trackDeg: number } | null;
		/** What the map is laid out about at first; the whole area without it. */
		about?: readonly PlanPoint[];
		wind?: { fromDeg: number; speedKt: number } | null;
		selected?: string | null;
		onpick?: (point: PlanPoint) => void;
		/** A drag that began on the selected place. */
		ondrag?: (point: PlanPoint) => void;
		grabs?: (point: PlanPoint, nearNm: number) => boolean;
		dark?: boolean;
	}
	const {
		area,
		label,
		overlays = [],
		track = null,
		seconds = null,
		labels = [],
		aircraft = null,
		about = [],
		wind = null,
		selected = null,
		onpick,
		ondrag,
		grabs,
		dark = false
	}: Props = $props();

	let canvas: HTMLCanvasElement;
	let box: HTMLDivElement;
	let transform = $state.raw<ZoomTransform>(zoomIdentity);
	let size = $state.raw({ width: 0, height: 0, ratio: 1 });
	let colours = $state.raw<PlanColours | null>(null);
	let zooming: ZoomBehavior<HTMLCanvasElement, unknown>;
	const painter = $derived(new PlanPainter(area));
	const until = $derived(
		track ? (seconds === null ? track.north.length : Math.round(seconds * track.rateHz) + 1) : 0
	);

	/** The map's own name of each colour, on the panel and on the desk. */
	const TOKENS: Record<keyof PlanColours, [panel: string, desk: string]> = {
		water: ['panel-face', 'plan-water'],
		land: ['panel-land', 'plan-land'],
		hill: ['panel-hill', 'plan-hill'],
		coast: ['panel-edge', 'plan-coast'],
		ink: ['panel-pale', 'ink'],
		soft: ['panel-dim', 'ink-soft'],
		target: ['panel-accent', 'accent'],
		own: ['panel-trace', 'trace'],
		limit: ['panel-limit', 'limit']
	};

	function readColours(): PlanColours {
		return Object.fromEntries(
			Object.entries(TOKENS).map(([name, [panel, desk]]) => [name, pageColour(dark ? panel : desk)])
		) as Record<keyof PlanColours, string>;
	}

	/** Lays the map out so that these places fill it. */
	export function fit(points: readonly PlanPoint[] = about): void {
		const all = points.length > 0 ? points : corners();
		const [north, east] = [all.map((one) => one.north), all.map((one) => one.east)];
		const [top, bottom] = [Math.max(...north), Math.min(...north)];
		const [right, left] = [Math.max(...east), Math.min(...east)];
		const wide = Math.max(right - left, 4) * PX_PER_NM * 1.15;
		const high = Math.max(top - bottom, 4) * PX_PER_NM * 1.15;
		const k = Math.min(size.width / wide, size.height / high);
		const next = zoomIdentity
			.translate(size.width / 2, size.height / 2)
			.scale(k)
			.translate((-(left + right) / 2) * PX_PER_NM, ((top + bottom) / 2) * PX_PER_NM);
		zooming.transform(select(canvas), next);
	}
	const corners = (): PlanPoint[] =>
		area.islands.flatMap(({ coast }) => coast.map(([east, north]) => ({ north, east })));

	function zoomBy(factor: number): void {
		zooming.scaleBy(select(canvas), factor);
	}

	let dragging = false;
	const pointOf = (event: PointerEvent | MouseEvent): PlanPoint => {
		const { left, top } = canvas.getBoundingClientRect();
		return fromPixel(transform, event.clientX - left, event.clientY - top);
	};
	const nearNm = $derived(14 / (transform.k * PX_PER_NM));

	onMount(() => {
		const scheme = window.matchMedia('(prefers-color-scheme: dark)');
		const recolour = () => (colours = readColours());
		recolour();
		scheme.addEventListener('change', recolour);
		// The look can be chosen too.
		const chosen = new MutationObserver(recolour);
		chosen.observe(document.documentElement, { attributeFilter: ['data-theme'] });
		zooming = zoom<HTMLCanvasElement, unknown>()
			.scaleExtent([0.4, 60])
			.filter((event: Event) => {
				if (event.type === 'wheel') return true;
				// A place that is being moved is not the map.
				return !(event instanceof MouseEvent && ondrag && grabs?.(pointOf(event), nearNm));
			})
			.on('zoom', (event: { transform: ZoomTransform }) => (transform = event.transform));
		select(canvas).call(zooming).on('dblclick.zoom', null);
		let laid = false;
		const watch = new ResizeObserver(([entry]) => {
			const { width, height } = entry!.contentRect;
			if (width === 0 || height === 0) return;
			size = { width, height, ratio: window.devicePixelRatio };
			if (!laid) fit();
			laid = true;
		});
		watch.observe(box);
		return () => {
			watch.disconnect();
			scheme.removeEventListener('change', recolour);
			chosen.disconnect();
		};
	});

	let drawn = 0;
	$effect(() => {
		// Named so that the effect follows them all.
		const shown = { overlays, track, until, labels, aircraft, variationDeg: area.variationDeg, selected };
		const [at, room, paint, with_] = [transform, size, painter, colours];
		if (!with_ || room.width === 0) return;
		cancelAnimationFrame(drawn);
		drawn = requestAnimationFrame(() => {
			const g = canvas.getContext('2d')!;
			const [width, height] = [Math.round(room.width * room.ratio), Math.round(room.height * room.ratio)];
			if (canvas.width !== width || canvas.height !== height) [canvas.width, canvas.height] = [width, height];
			paint.paint(g, room, at, with_, shown);
		});
	});

	function pointerdown(event: PointerEvent): void {
		if (!ondrag || !grabs?.(pointOf(event), nearNm)) return;
		dragging = true;
		canvas.setPointerCapture(event.pointerId);
	}
</script>

<div class="plan" bind:this={box} class:dark>
	<canvas
		bind:this={canvas}
		aria-label={label}
		data-testid="plan"
		data-x={toX(transform, aircraft?.eastNm ?? 0).toFixed(0)}
		data-y={toY(transform, aircraft?.northNm ?? 0).toFixed(0)}
		onpointerdown={pointerdown}
		onpointermove={(event) => dragging && ondrag?.(pointOf(event))}
		onpointerup={() => (dragging = false)}
		onclick={(event) => !event.defaultPrevented && onpick?.(pointOf(event))}>{label}</canvas
	>
	<div class="tools no-print">
		<button type="button" aria-label="Nearer" onclick={() => zoomBy(1.5)}>+</button>
		<button type="button" aria-label="Farther" onclick={() => zoomBy(1 / 1.5)}>−</button>
		<button type="button" aria-label="The whole of it" onclick={() => fit()}>▢</button>
	</div>
	{#if wind && wind.speedKt >= 1}
		<div class="wind" title="Wind from {Math.round(wind.fromDeg)}° magnetic, {Math.round(wind.speedKt)} kt">
			<svg viewBox="-20 -20 40 40" width="38" height="38" aria-hidden="true">
				<g transform="rotate({wind.fromDeg + area.variationDeg + 180})">
					<path d="M0 -15 L5 -4 H1.6 V15 H-1.6 V-4 H-5 Z" fill="currentColor" />
				</g>
			</svg>
			<span>{String(Math.round(wind.fromDeg) || 360).padStart(3, '0')}° {Math.round(wind.speedKt)} kt</span>
		</div>
	{/if}
</div>

<style>
	@container (max-width: 260px) {
		.tools {
			display: none;
		}
	}
	.plan {
		container-type: inline-size;
		position: relative;
		height: 100%;
		width: 100%;
		overflow: hidden;
		border-radius: 6px;
		color: var(--ink);
	}
	.plan.dark {
		color: var(--panel-pale);
	}
	canvas {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
		touch-action: none;
		cursor: grab;
	}
	.tools {
		position: absolute;
		top: 8px;
		right: 8px;
		display: grid;
		gap: 4px;
	}
	.tools button {
		width: 30px;
		height: 30px;
		border: 1px solid currentColor;
		border-radius: 6px;
		background: var(--sheet);
		cursor: pointer;
		opacity: 0.9;
	}
	.dark .tools button {
		background: var(--panel-raised);
	}
	.wind {
		position: absolute;
		top: 8px;
		left: 10px;
		display: flex;
		align-items: center;
		gap: 6px;
		font-size: 0.85rem;
	}
</style>
