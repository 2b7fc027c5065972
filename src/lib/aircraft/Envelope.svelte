<script lang="ts">
	import type { Aircraft, Weighed } from '@hanza/core';

	const { aircraft, weighed }: { aircraft: Aircraft; weighed: Weighed } = $props();
	const { envelope, maximumMassKg, emptyMassKg } = $derived(aircraft.loading);
	const low = $derived(Math.min(emptyMassKg, envelope[0]!.massKg) * 0.97);
	const high = $derived(maximumMassKg * 1.05);
	const fore = $derived(Math.min(...envelope.map(({ forwardArmM }) => forwardArmM)) - 0.05);
	const aft = $derived(Math.max(...envelope.map(({ aftArmM }) => aftArmM)) + 0.05);
	const x = (armM: number) => 34 + ((armM - fore) / (aft - fore)) * 246;
	const y = (massKg: number) => 128 - ((massKg - low) / (high - low)) * 116;
	const limits = $derived(
		[
			...envelope.map(({ massKg, forwardArmM }) => [forwardArmM, massKg]),
			...envelope.toReversed().map(({ massKg, aftArmM }) => [aftArmM, massKg])
		]
			.map(([armM, massKg]) => `${x(armM!).toFixed(1)},${y(massKg!).toFixed(1)}`)
			.join(' ')
	);
	const inside = (value: number, from: number, to: number) => Math.min(to, Math.max(from, value));
</script>

<svg
	viewBox="0 0 290 150"
	role="img"
	aria-label="Mass {Math.round(weighed.massKg)} kg and centre of gravity {weighed.armM.toFixed(
		3
	)} m, {weighed.withinLimits ? 'inside' : 'outside'} the limits"
	class="w-full"
>
	<polygon points={limits} class="limits" />
	{#each [envelope[0]!.massKg, maximumMassKg] as mass (mass)}
		<text x="30" y={y(mass)} class="left">{mass}</text>
	{/each}
	{#each [fore + 0.05, aft - 0.05] as arm (arm)}<text x={x(arm)} y="141" class="below"
			>{arm.toFixed(2)} m</text
		>{/each}
	<g
		transform="translate({inside(x(weighed.armM), 36, 284)} {inside(y(weighed.massKg), 8, 128)})"
		class={weighed.withinLimits ? 'here' : 'out'}
	>
		<circle r="5" />
		<path d="M-10 0H10M0-10V10" />
	</g>
</svg>

<style>
	.limits {
		fill: color-mix(in srgb, var(--color-accent) 10%, transparent);
		stroke: var(--color-accent);
	}
	text {
		font-size: 10px;
		fill: var(--color-ink-soft);
		dominant-baseline: central;
	}
	.left {
		text-anchor: end;
	}
	.below {
		text-anchor: middle;
	}
	.here {
		stroke: var(--color-ink);
		fill: none;
		stroke-width: 1.5;
	}
	.out {
		stroke: var(--color-limit);
		fill: none;
		stroke-width: 2;
	}
</style>
