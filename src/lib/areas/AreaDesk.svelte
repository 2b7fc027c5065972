<script lang="ts">
	import { untrack } from 'svelte';
	import { frequencyWords, morseWords, northOf, planeOf, stationWords, type Area } from '@hanza/core';
	import type { Movable } from '$lib/areas/change.js';
	import { AreaEditor } from '$lib/areas/editor.svelte.js';
	import PlanView from '$lib/plan/PlanView.svelte';
	import type { PlanPoint } from '$lib/plan/overlay.js';
	import Checkbox from '$lib/ui/Checkbox.svelte';

	const { area: given, mine }: { area: Area; mine: boolean } = $props();
	// The editor is made for one area: its page is made anew for another.
	const editor = untrack(() => new AreaEditor(given, mine));
	const { area } = $derived(editor);
	const place = $derived(editor.place);
	/** What the next click puts down. */
	let adding = $state<'vor' | 'ndb' | 'fix' | null>(null);

	function picked(point: PlanPoint): void {
		if (adding) {
			editor.add(adding, point);
			adding = null;
			return;
		}
		editor.select(editor.near(point, 1.2));
	}
	const change = (part: Partial<Movable>) => place && editor.put(place.id, { ...place, ...part } as Movable);
	const numberOf = (event: Event) => (event.currentTarget as HTMLInputElement).valueAsNumber;
	const position = $derived.by(() => {
		if (!place) return '';
		const { latitudeDeg, longitudeDeg } = planeOf(area).toGeo(place.northNm, place.eastNm);
		const words = (deg: number, positive: string, negative: string) => {
			const minutes = Math.abs(deg) * 60;
			return `${Math.floor(minutes / 60)}° ${(minutes % 60).toFixed(2)}′ ${deg >= 0 ? positive : negative}`;
		};
		return `${words(latitudeDeg, 'N', 'S')}, ${words(longitudeDeg, 'E', 'W')}`;
	});
	const degrees = (deg: number) => `${Math.abs(deg)}° ${deg < 0 ? 'west' : 'east'}`;
	const heard = $derived(area.stations.filter(({ kind }) => kind !== 'marker'));
</script>

<div class="flex flex-wrap items-baseline justify-between gap-3">
	<div>
		<h1>{area.name}</h1>
		<p class="text-sm text-ink-soft">
			Variation {degrees(area.variationDeg)}, dip {area.dipDeg}°. Invented; not for navigation.
		</p>
	</div>
	<p class="no-print flex items-center gap-2">
		{#if mine}<span class="text-sm text-ink-soft" role="status"
				>{editor.saved === 'yes' ? 'Kept' : editor.saved === 'sending' ? 'Keeping …' : 'Not kept yet'}</span
			>{/if}
		<a class="button" href="/api/areas/{area.id}" download="{area.id}.geojson">GeoJSON</a>
		<a class="button" href="/library/areas">All areas</a>
	</p>
</div>
{#if editor.problem}<p class="mt-2 text-limit" role="alert">{editor.problem}</p>{/if}

<div class="mt-3 grid gap-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
	<section class="sheet p-2" aria-label="Map">
		<div class="h-[36rem]">
			<PlanView
				{area}
				label="Map of {area.name}"
				selected={editor.selected}
				wind={area.usualWinds[1] ?? area.usualWinds[0] ?? null}
				onpick={picked}
				ondrag={mine ? (point) => editor.move(point) : undefined}
				grabs={(point, near) => editor.selected !== null && editor.near(point, near) === editor.selected}
			/>
		</div>
		{#if mine}
			<p class="no-print mt-2 flex flex-wrap items-center gap-2">
				{#each [['vor', 'VOR'], ['ndb', 'NDB'], ['fix', 'fix']] as const as [kind, text] (kind)}
					<button
						class="button"
						aria-pressed={adding === kind}
						onclick={() => (adding = adding === kind ? null : kind)}>Add a {text}</button
					>
				{/each}
				<span class="text-sm text-ink-soft"
					>{adding ? 'Point to where it stands.' : 'Point to a place to choose it, then drag it.'}</span
				>
			</p>
		{/if}
	</section>
	<div class="grid content-start gap-3">
		{#if place}
			<section class="sheet grid gap-2 p-3" aria-label="Chosen place" data-testid="place">
				<h2>{place.id}{'name' in place ? `, ${place.name}` : ''}</h2>
				<p class="text-sm text-ink-soft">{position}</p>
				{#if 'kind' in place && place.kind === 'vor'}
					<p class="text-sm text-ink-soft">
						Radials from its own north, {degrees(northOf(place, area.variationDeg))}.
					</p>
				{/if}
				{#if mine}
					<label class="grid grid-cols-[7rem_1fr] items-center gap-2"
						>{'kind' in place ? 'Identifier' : 'Name'}
						<input
							class="field uppercase"
							value={place.id}
							maxlength={'kind' in place ? 3 : 5}
							onchange={(event) => change({ id: event.currentTarget.value.toUpperCase() })}
						/>
					</label>
					{#if 'kind' in place}
						<label class="grid grid-cols-[7rem_1fr] items-center gap-2"
							>Name
							<input
								class="field"
								value={place.name}
								maxlength="40"
								onchange={(event) => change({ name: event.currentTarget.value })}
							/>
						</label>
						<label class="grid grid-cols-[7rem_1fr] items-center gap-2"
							>{place.kind === 'vor' ? 'MHz' : 'kHz'}
							<input
								class="field"
								type="number"
								step={place.kind === 'vor' ? 0.05 : 1}
								value={place.kind === 'vor' ? place.frequencyMHz : place.frequencyKHz}
								onchange={(event) =>
									change(
										place.kind === 'vor'
											? { frequencyMHz: numberOf(event) }
											: { frequencyKHz: numberOf(event) }
									)}
							/>
						</label>
						<label class="grid grid-cols-[7rem_1fr] items-center gap-2"
							>Elevation, ft
							<input
								class="field"
								type="number"
								value={place.elevationFt}
								onchange={(event) => change({ elevationFt: numberOf(event) })}
							/>
						</label>
						<label class="grid grid-cols-[7rem_1fr] items-center gap-2"
							>Range, NM
							<input
								class="field"
								type="number"
								value={place.rangeNm}
								onchange={(event) => change({ rangeNm: numberOf(event) })}
							/>
						</label>
						{#if place.kind === 'vor'}
							<Checkbox
								label="answers with a distance"
								checked={place.dme}
								onchange={(dme) => change({ dme })}
							/>
							<label class="grid grid-cols-[7rem_1fr] items-center gap-2"
								>Its north, °E
								<input
									class="field"
									type="number"
									step="0.5"
									placeholder={String(area.variationDeg)}
									value={place.declinationDeg ?? ''}
									onchange={(event) =>
										change({
											declinationDeg: event.currentTarget.value === '' ? undefined : numberOf(event)
										})}
								/>
							</label>
						{/if}
					{/if}
					<label class="grid grid-cols-[7rem_1fr] items-center gap-2"
						>North, NM
						<input
							class="field"
							type="number"
							step="0.001"
							value={place.northNm}
							onchange={(event) => change({ northNm: numberOf(event) })}
						/>
					</label>
					<label class="grid grid-cols-[7rem_1fr] items-center gap-2"
						>East, NM
						<input
							class="field"
							type="number"
							step="0.001"
							value={place.eastNm}
							onchange={(event) => change({ eastNm: numberOf(event) })}
						/>
					</label>
					<div><button class="button" onclick={() => editor.remove()}>Take it away</button></div>
				{/if}
			</section>
		{/if}
		<section class="sheet p-1">
			<table class="table text-sm" aria-label="Stations">
				<thead><tr><th>Station</th><th class="number">Tuned</th><th>Heard</th></tr></thead>
				<tbody>
					{#each heard as station (station.id)}
						<tr class={editor.selected === station.id ? 'bg-accent-soft' : ''}>
							<td
								><button
									class="cursor-pointer font-semibold text-accent underline"
									onclick={() => editor.select(station.id)}>{station.id}</button
								>
								<span class="block text-ink-soft"
									>{stationWords(station)}{station.kind === 'vor' && station.declinationDeg !== undefined
										? `, ${Math.abs(station.declinationDeg)}° ${station.declinationDeg < 0 ? 'W' : 'E'}`
										: ''}</span
								></td
							>
							<td class="number whitespace-nowrap">{frequencyWords(station)}</td>
							<td class="font-mono whitespace-nowrap">{morseWords(station.id)}</td>
						</tr>
					{/each}
				</tbody>
			</table>
		</section>
	</div>
</div>
