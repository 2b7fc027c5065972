<script lang="ts">
	import { groundFt, type Area, type Vec2 } from '@hanza/core';
	import type { Sheet } from './sheet.js';

	interface Props {
		sheet: Sheet;
		area: Area;
		/** What is looked at. */
		part?: 'whole' | 'final' | 'missed';
		/** Where the aircraft is; only where a card allows it. */
		own?: { north: number; east: number; trueDeg: number } | null;
		/** What was flown, oldest first. */
		flown?: readonly (readonly Vec2[])[];
		/** A moment of what was flown. */
		cursor?: Vec2 | null;
	}
	const { sheet, area, part = 'whole', own = null, flown = [], cursor = null }: Props = $props();
	const SIZE = 360;
	const MARGIN = 26;
	const { planned, procedure } = $derived(sheet);
	const { places } = $derived(planned);

	const legs = $derived(
		part === 'missed' ? [] : planned.legs.filter(({ segment }) => part === 'whole' || segment !== 'initial')
	);
	const missed = $derived(part === 'final' ? planned.missed.slice(0, 1) : planned.missed);
	const runwayEnds = $derived.by(() => {
		const { at, trueDeg, lengthM } = places.threshold;
		const nm = lengthM / 1852;
		const angle = (trueDeg * Math.PI) / 180;
		return [at, { north: at.north + nm * Math.cos(angle), east: at.east + nm * Math.sin(angle) }] as const;
	});
	const frame = $derived.by(() => {
		const points = [...legs, ...missed]
			.flatMap((leg) => leg.points)
			.concat(runwayEnds, ...(part === 'whole' ? flown : []));
		const north = points.map((point) => point.north);
		const east = points.map((point) => point.east);
		const middle = {
			north: (Math.min(...north) + Math.max(...north)) / 2,
			east: (Math.min(...east) + Math.max(...east)) / 2
		};
		const span = Math.max(
			Math.max(...north) - Math.min(...north),
			Math.max(...east) - Math.min(...east),
			1.5
		);
		return { middle, scale: (SIZE - 2 * MARGIN) / span };
	});
	const x = (point: Vec2) => SIZE / 2 + (point.east - frame.middle.east) * frame.scale;
	const y = (point: Vec2) => SIZE / 2 - (point.north - frame.middle.north) * frame.scale;
	const line = (points: readonly Vec2[]) =>
		points.map((point, i) => `${i ? 'L' : 'M'}${x(point).toFixed(1)} ${y(point).toFixed(1)}`).join('');
	const coasts = $derived(
		area.islands.map(({ coast }) => `${line(coast.map(([north, east]) => ({ north, east })))}Z`)
	);
	const inside = (point: Vec2) => x(point) > 4 && x(point) < SIZE - 4 && y(point) > 4 && y(point) < SIZE - 4;
	const fixes = $derived.by(() => {
		const shown: { id: string; at: Vec2; station: boolean; above: boolean }[] = [];
		const ids = [
			...new Set([
				...procedure.fixes.map(({ id }) => id),
				...[...procedure.legs, ...procedure.missed.legs].flatMap((leg) =>
					'aid' in leg ? [leg.aid] : leg.kind === 'direct' ? [leg.to] : leg.kind === 'hold' ? [leg.at] : []
				)
			])
		];
		for (const id of ids) {
			if (id === 'THR') continue;
			const at = places.at(id);
			if (!inside(at)) continue;
			// Names of places that lie together are set one over and one under.
			const above = shown.some(
				(other) => Math.abs(x(other.at) - x(at)) < 44 && Math.abs(y(other.at) - y(at)) < 16
			);
			shown.push({ id, at, station: area.stations.some((one) => one.id === id), above });
		}
		return shown;
	});
	const hills = $derived(
		area.peaks
			.map((peak) => ({ ...peak, at: { north: peak.northNm, east: peak.eastNm } }))
			.filter(({ at, elevationFt }) => inside(at) && groundFt(area, at.north, at.east) >= elevationFt * 0.9)
	);
	const masts = $derived(
		area.obstacles
			.map(({ name, topFt, northNm, eastNm }) => ({ name, topFt, at: { north: northNm, east: eastNm } }))
			.filter(({ at }) => inside(at))
	);
	const bar = $derived.by(() => {
		const wanted = [1, 2, 5, 10].find((nm) => nm * frame.scale > 40) ?? 10;
		return { nm: wanted, px: wanted * frame.scale };
	});
	const northDeg = $derived(area.variationDeg);
</script>

<svg
	viewBox="0 0 {SIZE} {SIZE}"
	class="plan"
	role="img"
	aria-label="Plan of {procedure.name}, to scale, true north up"
>
	<clipPath id="plan-{procedure.id}-{part}"><rect width={SIZE} height={SIZE} rx="4" /></clipPath>
	<g clip-path="url(#plan-{procedure.id}-{part})">
		<rect width={SIZE} height={SIZE} class="sea" />
		{#each coasts as coast, i (i)}<path d={coast} class="land" />{/each}
		{#each hills as hill (hill.name)}
			<path d="M{x(hill.at) - 5} {y(hill.at) + 4} l5 -9 l5 9 Z" class="hill" />
			<text x={x(hill.at)} y={y(hill.at) + 14} class="quiet">{hill.elevationFt}</text>
		{/each}
		{#each masts as mast (mast.name)}
			<path d="M{x(mast.at)} {y(mast.at)} v-8 m-2.5 3 h5" class="mast" />
			<text x={x(mast.at) + 4} y={y(mast.at) - 6} class="quiet start">{mast.topFt}</text>
		{/each}
		{#each missed as leg (leg.index)}<path d={line(leg.points)} class="missed" />{/each}
		{#each legs as leg (leg.index)}<path d={line(leg.points)} class="leg {leg.segment}" />{/each}
		{#if sheet.circlingNm !== null}
			{#each runwayEnds as end, i (i)}<circle
					cx={x(end)}
					cy={y(end)}
					r={sheet.circlingNm * frame.scale}
					class="circling"
				/>{/each}
		{/if}
		<path d={line([...runwayEnds])} class="runway" />
		{#each flown as track, i (i)}<path d={line(track)} class="flown" />{/each}
		{#each fixes as fix (fix.id)}
			{#if fix.station}<circle cx={x(fix.at)} cy={y(fix.at)} r="5" class="station" /><circle
					cx={x(fix.at)}
					cy={y(fix.at)}
					r="1.5"
					class="dot"
				/>
			{:else}<rect x={x(fix.at) - 3} y={y(fix.at) - 3} width="6" height="6" class="fix" />{/if}
			<text
				x={Math.min(SIZE - 22, Math.max(22, x(fix.at)))}
				y={y(fix.at) + (fix.above ? -9 : 16)}
				class="name">{fix.id}</text
			>
		{/each}
		{#if own}
			<path
				d="M0 -8 L5 6 L0 3 L-5 6 Z"
				class="own"
				transform="translate({x(own)} {y(own)}) rotate({own.trueDeg})"
			/>
		{/if}
		{#if cursor}<circle cx={x(cursor)} cy={y(cursor)} r="5" class="cursor" />{/if}
		<g transform="translate({SIZE - 22} 26)">
			<path d="M0 12 V-12 M-4 -6 L0 -12 L4 -6" class="north" transform="rotate({northDeg})" />
		</g>
		<path d="M12 {SIZE - 12} h{bar.px}" class="bar" />
		<text x={16 + bar.px} y={SIZE - 8} class="quiet start">{bar.nm} NM</text>
	</g>
</svg>

<style>
	.plan {
		display: block;
		width: 100%;
		height: 100%;
	}
	.sea {
		fill: var(--sheet-sea);
	}
	.land {
		fill: var(--sheet-land);
		stroke: var(--sheet-line);
		stroke-width: 0.7;
	}
	.hill {
		fill: none;
		stroke: var(--sheet-quiet);
		stroke-width: 1.2;
	}
	.mast {
		stroke: var(--sheet-quiet);
		stroke-width: 1.4;
		fill: none;
	}
	.leg {
		fill: none;
		stroke: var(--sheet-ink);
		stroke-width: 1.6;
	}
	.leg.final {
		stroke-width: 3.2;
	}
	.missed {
		fill: none;
		stroke: var(--sheet-ink);
		stroke-width: 1.4;
		stroke-dasharray: 6 4;
	}
	.circling {
		fill: none;
		stroke: var(--sheet-quiet);
		stroke-width: 1;
		stroke-dasharray: 1 4;
		stroke-linecap: round;
	}
	.runway {
		stroke: var(--sheet-ink);
		stroke-width: 4;
	}
	.flown {
		fill: none;
		stroke: var(--sheet-trace);
		stroke-width: 1.8;
	}
	.station {
		fill: var(--sheet-paper);
		stroke: var(--sheet-ink);
		stroke-width: 1.4;
	}
	.dot {
		fill: var(--sheet-ink);
	}
	.fix {
		fill: var(--sheet-paper);
		stroke: var(--sheet-ink);
		stroke-width: 1.4;
	}
	.own {
		fill: var(--sheet-trace);
		stroke: var(--sheet-paper);
	}
	.cursor {
		fill: none;
		stroke: var(--sheet-accent);
		stroke-width: 2.5;
	}
	.north,
	.bar {
		fill: none;
		stroke: var(--sheet-quiet);
		stroke-width: 1.5;
	}
	text {
		fill: var(--sheet-ink);
		font-size: 12px;
		text-anchor: middle;
		paint-order: stroke;
		stroke: var(--sheet-paper);
		stroke-width: 3px;
	}
	text.name {
		font-weight: 600;
	}
	text.quiet {
		fill: var(--sheet-quiet);
		font-size: 11px;
	}
	text.start {
		text-anchor: start;
	}
</style>
