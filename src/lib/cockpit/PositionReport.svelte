<script lang="ts">
	import type { Area, DrawnLine } from '@hanza/core';
	import PanelSheet from '$lib/panel/overlays/PanelSheet.svelte';
	import PlanView from '$lib/plan/PlanView.svelte';
	import { bearingStations, linesFrom, type LineEntry } from '$lib/plan/lines.js';
	import type { Overlay, PlanPoint } from '$lib/plan/overlay.js';
	import Select from '$lib/ui/Select.svelte';

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

<!-- Over the engine's side of the panel: what is read to find the place stays in view. -->
<PanelSheet
	title="Say where you are"
	{onclose}
	class="top-[5.4rem] right-[0.6rem] bottom-[2.6rem] z-[8] grid w-[23rem] grid-rows-[minmax(0,1fr)_auto_auto] gap-[0.6rem] !p-[0.7rem]"
>
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
				<Select
					label="Station of line {i + 1}"
					place="unseen"
					on="panel"
					bind:value={entry.aid}
					options={[{ value: '', text: `line ${i + 1}: from` }, ...stations]}
				/>
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
		<p class="text-sm text-panel-soft">Draw what you read, and point to where the lines cross.</p>
		{#if drawn.problem}<p class="text-sm text-panel-caution" role="alert">{drawn.problem}</p>{/if}
	</div>
	<p class="flex items-center gap-3">
		<button class="knob" disabled={!point} onclick={() => point && onsay(point, drawn.lines)}
			>I am here</button
		>
		<button class="knob" onclick={onclose}>Not yet</button>
	</p>
</PanelSheet>
