<script lang="ts">
	import { endOf, isPrecise, lowestOf } from '@hanza/core';
	import type { Sheet } from './sheet.js';

	/** One flight by distance: miles before the threshold and feet, in the order of time. */
	interface FlownProfile {
		id: string;
		points: readonly { nm: number; ft: number }[];
		/** Another attempt, drawn behind. */
		other?: boolean;
	}
	interface Props {
		sheet: Sheet;
		flown?: readonly FlownProfile[];
		/** Where something happened on it. */
		marks?: readonly { nm: number; ft: number; text: string }[];
		cursorNm?: number | null;
		onpoint?: (nm: number) => void;
		height?: number;
	}
	const { sheet, flown = [], marks = [], cursorNm = null, onpoint, height = 190 }: Props = $props();
	const WIDTH = 560;
	const LEFT = 44;
	const RIGHT = 30;
	const TOP = 20;
	const BOTTOM = 34;
	const { planned, procedure, minimum } = $derived(sheet);
	const { places } = $derived(planned);
	const precise = $derived(isPrecise(procedure.final.guidance) && minimum.kind === 'decision');

	/** The legs that lead in along the final, by miles before the threshold. */
	const steps = $derived.by(() => {
		const aligned = planned.legs.filter(
			({ segment, leg }) =>
				(segment === 'final' || segment === 'intermediate') && (leg.kind === 'course' || leg.kind === 'track')
		);
		return aligned.map(({ leg, points, segment }) => {
			const [from, to] = [places.beforeThresholdNm(points[0]!), places.beforeThresholdNm(points.at(-1)!)];
			const floor = lowestOf(leg.altitude) ?? (segment === 'final' && !precise ? minimum.altitudeFt : null);
			return { from, to, floor, fix: endOf(leg), segment };
		});
	});
	const far = $derived(Math.max(4, ...steps.map(({ from }) => from)) + 0.6);
	const near = -0.8;
	const top = $derived(
		Math.max(
			...steps.map(({ floor }) => floor ?? 0),
			planned.finalFix.altitudeFt,
			...flown.flatMap(({ points }) => points.filter(({ nm }) => nm < far).map(({ ft }) => ft)),
			minimum.altitudeFt
		) * 1.08
	);
	const ground = $derived(places.threshold.elevationFt);
	const x = (nm: number) => LEFT + ((far - nm) / (far - near)) * (WIDTH - LEFT - RIGHT);
	const y = (ft: number) => height - BOTTOM - ((ft - ground) / (top - ground)) * (height - TOP - BOTTOM);
	const path = $derived(
		precise
			? `M${x(planned.finalFix.beforeThresholdNm)} ${y(places.pathFt(planned.finalFix.beforeThresholdNm))} L${x(0)} ${y(places.pathFt(0))}`
			: ''
	);
	/** The way down in steps, as it is planned. */
	const stairs = $derived.by(() => {
		let d = '';
		for (const { from, to, floor } of steps) {
			if (floor === null) continue;
			d += `${d ? 'L' : 'M'}${x(from)} ${y(floor)} L${x(to)} ${y(floor)}`;
		}
		return d;
	});
	const miles = $derived(Array.from({ length: Math.floor(far) + 1 }, (_, nm) => nm));
	const lines = $derived(
		flown.map(({ id, points, other }) => ({
			id,
			other,
			d: points
				.filter(({ nm }) => nm <= far && nm >= near)
				.map(({ nm, ft }, i) => `${i ? 'L' : 'M'}${x(nm).toFixed(1)} ${y(ft).toFixed(1)}`)
				.join('')
		}))
	);
	function point(event: PointerEvent & { currentTarget: SVGSVGElement }): void {
		if (!onpoint) return;
		const box = event.currentTarget.getBoundingClientRect();
		const px = ((event.clientX - box.left) / box.width) * WIDTH;
		onpoint(far - ((px - LEFT) / (WIDTH - LEFT - RIGHT)) * (far - near));
	}
</script>

<svg
	viewBox="0 0 {WIDTH} {height}"
	class="profile"
	role="img"
	aria-label="Profile of {procedure.name}: height by miles before the threshold"
	onpointermove={point}
>
	{#each miles as nm (nm)}
		<path d="M{x(nm)} {height - BOTTOM} v4" class="tick" />
		<text x={x(nm)} y={height - BOTTOM + 16}>{nm}</text>
	{/each}
	<text x={WIDTH - 4} y={height - BOTTOM + 16} class="end quiet">NM</text>
	{#each steps as { from, to, floor, fix, segment }, i (i)}
		{#if floor !== null}
			<rect
				x={x(from)}
				y={y(floor)}
				width={Math.max(0, x(to) - x(from))}
				height={y(ground) - y(floor)}
				class="below"
			/>
			{@const inside = y(ground) - y(floor) > 20}
			<text x={(x(from) + x(to)) / 2} y={y(floor) + (inside ? 14 : -5)} class={['ft', { inside }]}
				>{floor}</text
			>
		{/if}
		{#if fix && fix !== 'THR' && to > 0.05}
			<path d="M{x(to)} {TOP - 4} V{height - BOTTOM}" class="at" />
			<text x={x(to)} y={TOP - 7} class="name">{fix}{segment === 'intermediate' ? ' ▾' : ''}</text>
		{/if}
	{/each}
	<path d="M{LEFT} {y(ground)} H{WIDTH - RIGHT}" class="ground" />
	<rect
		x={x(0)}
		y={y(ground) - 2}
		width={Math.max(6, x(-places.threshold.lengthM / 1852) - x(0))}
		height="4"
		class="runway"
	/>
	<path d={stairs} class="stairs" />
	<path d={path} class="slope" />
	<path d="M{x(planned.finalFix.beforeThresholdNm)} {y(minimum.altitudeFt)} H{x(near)}" class="minimum" />
	<text x={WIDTH - RIGHT + 2} y={y(minimum.altitudeFt) - 4} class="end strong">{minimum.altitudeFt}</text>
	{#if !precise}
		<path d="M{x(planned.missedPoint.beforeThresholdNm)} {y(minimum.altitudeFt) - 7} v14" class="point" />
	{/if}
	{#if sheet.vdpNm !== null}
		<path d="M{x(sheet.vdpNm)} {y(minimum.altitudeFt)} L{x(0)} {y(places.pathFt(0))}" class="visual" />
	{/if}
	{#each lines as one (one.id)}<path d={one.d} class={one.other ? 'other' : 'flown'} />{/each}
	{#each marks as mark, i (i)}
		<circle cx={x(mark.nm)} cy={y(mark.ft)} r="3.5" class="mark"><title>{mark.text}</title></circle>
		<text x={x(mark.nm)} y={y(mark.ft) - 8 - (i % 2) * 9} class="count">{i + 1}</text>
	{/each}
	{#if cursorNm !== null && cursorNm <= far && cursorNm >= near}
		<path d="M{x(cursorNm)} {TOP} V{height - BOTTOM}" class="cursor" />
	{/if}
</svg>

<style>
	.profile {
		display: block;
		width: 100%;
		height: auto;
		touch-action: pan-y;
	}
	.below {
		fill: var(--sheet-below);
	}
	.tick,
	.ground {
		stroke: var(--sheet-quiet);
		stroke-width: 1;
	}
	.runway {
		fill: var(--sheet-ink);
	}
	.at {
		stroke: var(--sheet-line);
		stroke-dasharray: 2 3;
	}
	.stairs {
		fill: none;
		stroke: var(--sheet-ink);
		stroke-width: 1.6;
	}
	.slope {
		fill: none;
		stroke: var(--sheet-ink);
		stroke-width: 2.4;
	}
	.minimum {
		stroke: var(--sheet-ink);
		stroke-width: 1;
		stroke-dasharray: 7 3;
	}
	.point {
		stroke: var(--sheet-ink);
		stroke-width: 3;
	}
	.visual {
		stroke: var(--sheet-quiet);
		stroke-dasharray: 2 2;
		fill: none;
	}
	.flown {
		fill: none;
		stroke: var(--sheet-trace);
		stroke-width: 2.2;
	}
	.other {
		fill: none;
		stroke: var(--sheet-quiet);
		stroke-width: 1.2;
	}
	.mark {
		fill: var(--sheet-paper);
		stroke: var(--sheet-accent);
		stroke-width: 2;
	}
	.cursor {
		stroke: var(--sheet-accent);
		stroke-width: 1.5;
	}
	text {
		fill: var(--sheet-ink);
		font-size: 12px;
		text-anchor: middle;
	}
	text.count {
		font-size: 10px;
		fill: var(--sheet-accent);
	}
	text.end {
		text-anchor: end;
	}
	text.quiet {
		fill: var(--sheet-quiet);
	}
	text.name,
	text.strong {
		font-weight: 600;
	}
	text.ft {
		paint-order: stroke;
		stroke: var(--sheet-paper);
		stroke-width: 3px;
	}
	text.inside {
		stroke: var(--sheet-below);
	}
</style>
