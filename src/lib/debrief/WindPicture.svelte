<script lang="ts">
	import type { WindEstimate } from '@hanza/core';

	interface Props {
		estimates: readonly WindEstimate[];
		/** The wind there was. */
		wind: { fromDeg: number; speedKt: number };
	}
	const { estimates, wind }: Props = $props();

	const most = $derived(
		Math.max(20, wind.speedKt + 8, ...estimates.slice(1).map((one) => one.speedKt + one.uncertaintyKt))
	);
	const scale = $derived(86 / most);
	/** Where the wind comes from, up is north. */
	const place = (fromDeg: number | null, speedKt: number) => {
		const angle = ((fromDeg ?? 0) * Math.PI) / 180;
		return { x: 100 + scale * speedKt * Math.sin(angle), y: 100 - scale * speedKt * Math.cos(angle) };
	};
	const last = $derived(estimates.at(-1));
	const words = (one: { fromDeg: number | null; speedKt: number }) =>
		one.fromDeg === null
			? `no more than ${Math.ceil(one.speedKt)} kt`
			: `${String(Math.round(one.fromDeg) || 360).padStart(3, '0')}° ${Math.round(one.speedKt)} kt`;
	const rings = $derived([10, 20, 30, 40, 50].filter((kt) => kt <= most));
</script>

{#if last}
	<div class="grid grid-cols-[9.5rem_1fr] items-center gap-3">
		<svg viewBox="0 0 200 200" role="img" aria-label="Wind worked out leg by leg, ending at {words(last)}">
			{#each rings as kt (kt)}
				<circle cx="100" cy="100" r={kt * scale} fill="none" stroke="var(--line)" />
				<text x="102" y={100 - kt * scale - 2} font-size="10" fill="var(--ink-soft)">{kt} kt</text>
			{/each}
			<path d="M100 12 V188 M12 100 H188" stroke="var(--line)" />
			{#each estimates as one, i (one.atSeconds)}
				{@const at = place(one.fromDeg, one.fromDeg === null ? 0 : one.speedKt)}
				<circle
					cx={at.x}
					cy={at.y}
					r={Math.min(90, one.uncertaintyKt * scale)}
					fill="var(--trace)"
					opacity={i === estimates.length - 1 ? 0.35 : 0.07}
				/>
				<circle cx={at.x} cy={at.y} r={i === estimates.length - 1 ? 3.5 : 1.8} fill="var(--trace)" />
			{/each}
			{#if wind.speedKt > 0.5}
				{@const was = place(wind.fromDeg, wind.speedKt)}
				<path
					d="M{was.x - 6} {was.y} h12 M{was.x} {was.y - 6} v12"
					stroke="var(--accent)"
					stroke-width="2.4"
				/>
			{/if}
		</svg>
		<p class="text-sm">
			<strong>Wind worked out</strong> from {last.legs} straight {last.legs === 1 ? 'leg' : 'legs'}, by what
			could be read:
			{words(last)}, ± {Math.max(1, Math.round(last.uncertaintyKt))} kt.
			<span class="text-ink-soft"
				>Each circle is the estimate after one more leg; the cross is the wind there was, {words(wind)}.</span
			>
		</p>
	</div>
{/if}
