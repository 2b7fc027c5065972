<script lang="ts">
	import type { Sight } from '@hanza/core';

	/** What is to be seen at the minimum: seen for two seconds, as it is in flight. */
	const { sight, shown }: { sight: Sight; shown: boolean } = $props();
	const SECONDS = 2;
	let gone = $state(false);
	$effect(() => {
		void sight;
		gone = false;
		const timer = setTimeout(() => (gone = true), SECONDS * 1000);
		return () => clearTimeout(timer);
	});
	const visible = $derived(shown || !gone);
	const rows = $derived(sight === 'red side rows' || sight === 'runway');
	/** Rows of lights before the threshold, the nearer the larger. */
	const BARS = [0, 1, 2, 3, 4, 5, 6];
	const y = (i: number) => 176 - i * 13;
	const half = (i: number) => 26 - i * 2.6;
</script>

<svg
	viewBox="0 0 320 190"
	class="mt-4 w-full max-w-md rounded-lg"
	role="img"
	aria-label={visible ? `In sight: ${sight}` : 'The picture is gone'}
>
	<rect width="320" height="190" fill="var(--panel-back)" />
	{#if visible && sight !== 'nothing'}
		{#each BARS as i (i)}
			{#each [-1, -0.5, 0, 0.5, 1] as side (side)}
				<circle cx={160 + side * half(i)} cy={y(i)} r={2.6 - i * 0.2} fill="var(--panel-mark)" />
			{/each}
			{#if rows && i > 3}
				{#each [-1, 1] as side (side)}
					<circle cx={160 + side * (half(i) + 12)} cy={y(i)} r="2.4" fill="var(--panel-limit)" />
				{/each}
			{/if}
		{/each}
		{#if sight === 'runway'}
			<path d="M146 84 L174 84 L166 52 L154 52 Z" fill="var(--panel-edge)" />
			<path d="M146 84 H174" stroke="var(--panel-accent)" stroke-width="3" stroke-dasharray="4 3" />
			<path d="M160 80 V56" stroke="var(--panel-mark)" stroke-width="1.2" stroke-dasharray="4 4" />
		{/if}
	{/if}
	{#if !visible}<text x="160" y="98" text-anchor="middle" font-size="14" fill="var(--panel-soft)"
			>back on the dials</text
		>{/if}
</svg>
