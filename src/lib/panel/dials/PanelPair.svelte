<script lang="ts">
	import type { Aircraft, Question } from '@hanza/core';
	import BasicT from './BasicT.svelte';

	const { panels, aircraft }: { panels: NonNullable<Question['panels']>; aircraft: Aircraft } = $props();
	const views = $derived([
		{ title: 'now', panel: panels.first },
		{ title: `${panels.apartSeconds} s later`, panel: panels.second }
	]);
</script>

<div class="mt-4 grid gap-3 md:grid-cols-2">
	{#each views as { title, panel } (title)}
		<figure class="rounded-lg bg-panel-face p-3 font-panel text-panel-ink">
			<div class="h-60">
				<BasicT {panel} {aircraft} settingHpa={1013.25} covered={0} oncover={null} />
			</div>
			<figcaption class="mt-2 flex flex-wrap gap-x-4 text-sm text-panel-soft">
				<span class="text-panel-ink">{title}</span>
				<span>compass {Math.round(panel.compassDeg)}°</span>
				<span>{Math.round(panel.rpm / 10) * 10} rpm</span>
				<span>suction {panel.suctionInHg.toFixed(1)}</span>
				<span>ammeter {panel.ammeterA > 0 ? '+' : ''}{Math.round(panel.ammeterA)}</span>
			</figcaption>
		</figure>
	{/each}
</div>
