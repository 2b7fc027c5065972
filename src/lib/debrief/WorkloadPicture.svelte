<script lang="ts">
	import { formatClock, type Workload } from '@hanza/core';

	const { rows, onmoment }: { rows: readonly Workload[]; onmoment: (seconds: number) => void } = $props();

	/** A call that was never answered stands at the right edge. */
	const mostDelay = $derived(Math.max(20, ...rows.map((row) => (row.delaySeconds ?? 0) * 1.2)));
	const mostFt = $derived(Math.max(40, ...rows.map((row) => row.altitudeSpreadFt * 1.15)));
	const mostDeg = $derived(Math.max(4, ...rows.map((row) => (row.headingSpreadDeg ?? 0) * 1.15)));
	const x = (delay: number | null) => 46 + 400 * Math.min(1, (delay ?? mostDelay) / mostDelay);
	const y = (share: number) => 118 - 100 * Math.min(1, share);
	const late = $derived(
		rows.filter((row) => row.delaySeconds === null || row.delaySeconds > row.withinSeconds)
	);
</script>

<div class="mt-2 grid gap-4 lg:grid-cols-[30rem_minmax(0,1fr)]">
	<svg
		viewBox="0 0 470 148"
		role="img"
		aria-label="Delay of each call against the spread of altitude and heading in the same minute"
	>
		<path d="M46 18 V118 H446" fill="none" stroke="var(--line)" />
		<text x="46" y="12" font-size="11" fill="var(--ink-soft)"
			>● altitude spread, to {Math.round(mostFt)} ft · ◇ heading spread, to {mostDeg.toFixed(0)}°</text
		>
		<text x="446" y="144" font-size="11" text-anchor="end" fill="var(--ink-soft)"
			>until the last item was ticked, s (edge: never)</text
		>
		{#each [0, 0.25, 0.5, 0.75, 1] as share (share)}
			<text x={46 + 400 * share} y="131" font-size="10" text-anchor="middle" fill="var(--ink-soft)"
				>{Math.round(mostDelay * share)}</text
			>
		{/each}
		{#each rows as row, i (i)}
			<circle cx={x(row.delaySeconds)} cy={y(row.altitudeSpreadFt / mostFt)} r="4.5" fill="var(--trace)" />
			{#if row.headingSpreadDeg !== null}
				{@const h = y(row.headingSpreadDeg / mostDeg)}
				<path
					d="M{x(row.delaySeconds)} {h - 5} l5 5 l-5 5 l-5 -5 Z"
					fill="none"
					stroke="var(--ink-soft)"
					stroke-width="1.5"
				/>
			{/if}
		{/each}
	</svg>
	<p>
		{rows.length} calls, {late.length === 0 ? 'none late' : `${late.length} late or left out`}.
		{#each late as row (row.atSeconds)}
			<button class="mr-2 cursor-pointer text-accent underline" onclick={() => onmoment(row.atSeconds)}
				>{row.name}, {formatClock(row.atSeconds)}</button
			>
		{/each}
		<span class="block text-sm text-ink-soft"
			>The calls are the first thing to go when there is too much to do: late calls beside wandering altitude
			say where.</span
		>
	</p>
</div>
