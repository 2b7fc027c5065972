<script lang="ts">
	import { formatClock, type TaskCard } from '@hanza/core';
	import type { Flown } from '$lib/workers/robots.js';
	import TwinTraces from '$lib/charts/TwinTraces.svelte';

	const { card, flown }: { card: TaskCard; flown: Flown } = $props();
	/** The path over the ground, north up, as large as the box allows. */
	const plan = $derived.by(() => {
		const { track } = flown;
		const north = track.column('northNm');
		const east = track.column('eastNm');
		const [n0, n1] = [Math.min(...north), Math.max(...north)];
		const [e0, e1] = [Math.min(...east), Math.max(...east)];
		const size = Math.max(n1 - n0, e1 - e0, 1);
		const x = (value: number) => 10 + ((value - (e0 + e1) / 2) / size + 0.5) * 180;
		const y = (value: number) => 10 + (0.5 - (value - (n0 + n1) / 2) / size) * 180;
		let d = '';
		for (let i = 0; i < track.length; i += track.rateHz)
			d += `${i ? 'L' : 'M'}${x(east[i]!).toFixed(1)} ${y(north[i]!).toFixed(1)}`;
		return {
			d,
			start: { x: x(east[0]!), y: y(north[0]!) },
			scale: { width: 180 / size, text: '1 NM' }
		};
	});
	const marks = $derived(
		flown.times
			.filter((_, i) => i % 2 === 1)
			.map(({ startSeconds, endSeconds }) => ({ startSeconds, endSeconds: endSeconds ?? flown.seconds }))
	);
</script>

<div data-testid="preview">
	<p class="font-semibold">
		{#if flown.completed}{formatClock(flown.seconds)} as the steady robot flies it
		{:else}<span class="text-limit">▲ The steady robot did not come to its end.</span>{/if}
	</p>
	<div class="mt-2 flex gap-3">
		<ol class="grid min-w-0 grow content-start text-sm">
			{#each card.phases as phase, i (phase.id)}
				{@const time = flown.times.find((one) => one.phase === i)}
				<li class="flex justify-between gap-3">
					<span class="truncate">{i + 1} {phase.name}</span>
					<span class="shrink-0 tabular-nums text-ink-soft">
						{time
							? time.endSeconds === null
								? 'not ended'
								: `${Math.round(time.endSeconds - time.startSeconds)} s`
							: '–'}
					</span>
				</li>
			{/each}
		</ol>
		<svg viewBox="0 0 200 214" class="h-44 shrink-0" role="img" aria-label="Path over the ground, north up">
			<path d={plan.d} class="path" />
			<circle cx={plan.start.x} cy={plan.start.y} r="4" class="start" />
			<line x1="10" x2={10 + Math.min(180, plan.scale.width)} y1="204" y2="204" class="scale" />
			<text x="12" y="200">1 NM</text>
			<path d="M190 26V8m-4 6l4-6 4 6" class="scale" />
		</svg>
	</div>
	<div class="mt-2"><TwinTraces track={flown.track} {marks} /></div>
	<p class="text-sm text-ink-soft">Bands: every second phase.</p>
</div>

<style>
	.path {
		fill: none;
		stroke: var(--color-trace);
		stroke-width: 2;
	}
	.start {
		fill: var(--color-accent);
	}
	.scale {
		fill: none;
		stroke: var(--color-ink-soft);
	}
	text {
		font-size: 11px;
		fill: var(--color-ink-soft);
	}
</style>
