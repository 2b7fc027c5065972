<script lang="ts">
	import { goto } from '$app/navigation';
	import { CATEGORIES, categoryOfAircraft, HanzaError, type Category } from '@hanza/core';
	import ProcedureSheet from '$lib/procedures/ProcedureSheet.svelte';
	import { sheetOf, type Sheet } from '$lib/procedures/sheet.js';
	import Select from '$lib/ui/Select.svelte';
	import Slider from '$lib/ui/Slider.svelte';

	const { data } = $props();
	let aircraftId = $state<string | null>(null);
	let chosen = $state<Category | null>(null);
	let altimeter = $state('own');
	let windFromDeg = $state(240);
	let windSpeedKt = $state(0);
	let temperatureC = $state(15);

	const aircraft = $derived(data.aircraft.find(({ id }) => id === aircraftId) ?? data.aircraft[0]!);
	const category = $derived(chosen ?? categoryOfAircraft(aircraft));
	const field = $derived(data.area.airports.find(({ id }) => id === data.procedure.airport));
	const settings = $derived([
		{ value: 'own', text: `${data.procedure.airport}, its own` },
		...[...new Set(data.procedure.minima.flatMap(({ altimeterFrom }) => altimeterFrom ?? []))].map((id) => ({
			value: id,
			text: id
		}))
	]);
	const drawn = $derived.by((): { sheet: Sheet | null; problem: string } => {
		try {
			const sheet = sheetOf(data.procedure, {
				area: data.area,
				aircraft,
				category,
				weather: {
					seaLevelPressureHpa: 1013.25,
					temperatureOffsetC: Math.round(temperatureC - 15 + 0.00198 * (field?.elevationFt ?? 0)),
					windLayers: windSpeedKt > 0 ? [{ altitudeFt: 0, fromDeg: windFromDeg, speedKt: windSpeedKt }] : []
				},
				...(settings.some(({ value }) => value === altimeter) && altimeter !== 'own'
					? { altimeterFrom: altimeter }
					: {})
			});
			return { sheet, problem: '' };
		} catch (error) {
			if (!(error instanceof HanzaError)) throw error;
			return { sheet: null, problem: error.message };
		}
	});
	const errors = $derived(data.problems.filter(({ level }) => level === 'error'));
	const PARTS = [
		{ id: '', text: 'whole' },
		{ id: '-final', text: 'from the final fix' },
		{ id: '-missed', text: 'missed approach only' }
	];
</script>

<svelte:head><title>{data.procedure.name} · Procedures · Hanza</title></svelte:head>

<div class="no-print flex flex-wrap items-end justify-between gap-3">
	<div>
		<h1>{data.procedure.name}</h1>
		<p class="text-ink-soft">{field?.name} · drawn for the aircraft, the category and the wind chosen here</p>
	</div>
	<div class="flex flex-wrap gap-2">
		<Select
			label="Approach"
			place="unseen"
			value={data.procedure.id}
			onchange={(id) => goto(`/library/procedures/${id}`)}
			options={data.others.map(({ id, text }) => ({ value: id, text }))}
		/>
		<button class="button" onclick={() => window.print()}>Print</button>
	</div>
</div>
{#if data.problems.length > 0}
	<ul class="no-print sheet mt-3 px-3 py-2 text-sm" aria-label="What its check says">
		{#each data.problems as problem (problem.path + problem.text)}
			<li class={problem.level === 'error' ? 'text-limit' : ''}>
				{problem.level === 'error' ? '▲' : '·'}
				<code>{problem.path}</code>
				{problem.text}
			</li>
		{/each}
	</ul>
{/if}
<form class="no-print mt-3 flex flex-wrap items-end gap-4" aria-label="What it is drawn for">
	<Select
		label="Aircraft"
		value={aircraft.id}
		onchange={(id) => (aircraftId = id)}
		options={data.aircraft.map(({ id, name }) => ({ value: id, text: name }))}
	/>
	<Select
		label="Category"
		bind:value={() => category, (value) => (chosen = value as Category)}
		options={CATEGORIES}
	/>
	<Select label="Altimeter setting of" bind:value={altimeter} options={settings} />
	<label class="grid gap-1"
		><span class="text-ink-soft">Wind from {windFromDeg}°</span>
		<Slider
			label="Wind from"
			bind:value={windFromDeg}
			min={0}
			max={350}
			step={10}
			text="{windFromDeg} degrees"
			class="w-36"
		/></label
	>
	<label class="grid gap-1"
		><span class="text-ink-soft">{windSpeedKt} kt</span>
		<Slider
			label="Wind speed"
			bind:value={windSpeedKt}
			min={0}
			max={30}
			step={1}
			text="{windSpeedKt} knots"
			class="w-36"
		/></label
	>
	<label class="grid gap-1"
		><span class="text-ink-soft">{temperatureC} °C at the field</span>
		<Slider
			label="Temperature"
			bind:value={temperatureC}
			min={-30}
			max={35}
			step={1}
			text="{temperatureC} degrees"
			class="w-36"
		/></label
	>
	{#if data.sets && errors.length === 0}
		<span class="flex flex-wrap items-center gap-x-3 pb-1.5"
			>Set as a task:
			{#each PARTS as part (part.id)}<a href="/set?card=approach-{data.procedure.id}{part.id}">{part.text}</a
				>{/each}</span
		>
	{/if}
</form>
<section class="sheet mt-4 p-4 max-sm:p-3 print:mt-0 print:border-0 print:p-0" data-testid="procedure-sheet">
	{#if drawn.sheet}<ProcedureSheet sheet={drawn.sheet} area={data.area} />
	{:else}<p class="text-limit" role="alert">It cannot be laid out like this: {drawn.problem}.</p>{/if}
</section>
