<script lang="ts">
	import type { Area, DrawnLine } from '@hanza/core';
	import PlanView from '$lib/plan/PlanView.svelte';
	import { bearingStations, linesFrom, type LineEntry } from '$lib/plan/lines.js';
	import type { Overlay, PlanPoint } from '$lib/plan/overlay.js';

	interface Props {
		area: Area;
		/** Lines as entered so far: kept while the map is shut. */
		entries: LineEntry[];
		onsay: (point: PlanPoint, lines: DrawnLine[]) => void;
		onclose: () => void;
	}
	const { area, entries, onsay, onclose }: Props = $props();
	let point = $state.raw<PlanPoint | null>(null);
	const stations = $derived(bearingStations(area));
	const drawn = $derived(linesFrom(area, entries));
	const overlays = $derived<Overlay[]>([
		...drawn.overlays,
		...(point ? [{ kind: 'mark', at: point, label: 'here', tone: 'own' } as const] : [])
	]);
</script>

<div class="panel-sheet where" role="dialog" aria-label="Say where you are">
	<div class="min-h-0">
		<PlanView
			{area}
			label="The area: point to where you are"
			dark
			{overlays}
			onpick={(picked) => (point = picked)}
		/>
	</div>
	<div class="grid gap-1.5">
		{#each entries as entry, i (i)}
			<div class="flex items-center gap-2">
				<label
					><span class="sr-only">Station of line {i + 1}</span>
					<select class="panel-entry" bind:value={entry.aid}>
						<option value="">line {i + 1}: from</option>
						{#each stations as id (id)}<option>{id}</option>{/each}
					</select></label
				>
				<label class="flex items-center gap-2"
					>radial
					<input
						class="panel-entry w-16 text-right"
						inputmode="decimal"
						aria-label="Radial of line {i + 1}"
						bind:value={entry.radial}
					/>°</label
				>
			</div>
		{/each}
		<p class="text-sm text-[#a9aeb1]">Draw what you read, and point to where the lines cross.</p>
		{#if drawn.problem}<p class="text-sm text-[#f0b35a]" role="alert">{drawn.problem}</p>{/if}
	</div>
	<p class="flex items-center gap-3">
		<button class="knob" disabled={!point} onclick={() => point && onsay(point, drawn.lines)}
			>I am here</button
		>
		<button class="knob" onclick={onclose}>Not yet</button>
	</p>
</div>

<style>
	.where {
		/* Over the engine's side of the panel: what is read to find the place stays in view. */
		inset: 5.4rem 0.6rem 2.6rem auto;
		width: 23rem;
		z-index: 8;
		display: grid;
		grid-template-rows: minmax(0, 1fr) auto auto;
		gap: 0.6rem;
		padding: 0.7rem;
	}
</style>
