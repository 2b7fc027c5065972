<script lang="ts">
	import { windAt } from '@hanza/core';
	import { PATH_SECTIONS } from './navigation/registry.js';
	import type { SectionProps } from './navigation/section.js';
	import WindPicture from './WindPicture.svelte';
	import WorkloadPicture from './WorkloadPicture.svelte';

	const { card, report, onmoment }: SectionProps = $props();

	const wind = $derived(windAt(card.weather, card.start.altitudeFt));
</script>

<section class="sheet mt-4 p-3" aria-label="Navigation" data-testid="navigation">
	{#each Object.entries(PATH_SECTIONS) as [kind, Part] (kind)}
		<Part {card} {report} {onmoment} />
	{/each}
	{#if report.winds.length > 0}
		<div class="mt-4 max-w-2xl"><WindPicture estimates={report.winds} {wind} /></div>
	{/if}
	{#if report.workload.length > 0}
		<h2 class="mt-4">Calls and what the flight did meanwhile</h2>
		<WorkloadPicture rows={report.workload} {onmoment} />
	{/if}
</section>
