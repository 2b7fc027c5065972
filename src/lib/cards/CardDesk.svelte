<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { enhance } from '$app/forms';
	import type { CardPage } from '$lib/contracts/views.js';
	import { dndzone, type DndEvent } from 'svelte-dnd-action';
	import { INSTRUMENT_NAMES, INSTRUMENTS, type Instrument, type Phase } from '@hanza/core';
	import { CardEditor } from '$lib/cards/editor.svelte.js';
	import CallsEditor from './CallsEditor.svelte';
	import PhaseEditor from './PhaseEditor.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Select from '$lib/ui/Select.svelte';

	const { data }: { data: CardPage } = $props();
	const editor = untrack(
		() =>
			new CardEditor(data.id, data.card, data.mine, {
				aircraft: data.aircraft,
				areas: data.areas,
				standard: data.standard
			})
	);
	const { card } = $derived(editor);
	let open = $state<string | null>(null);
	const aircraft = $derived(data.aircraft.find(({ id }) => id === card.aircraft) ?? data.aircraft[0]!);
	const area = $derived(data.areas.find(({ id }) => id === card.area) ?? null);
	const wind = $derived(card.weather.windLayers[0]);

	onMount(() => {
		void editor.open();
		return () => editor.close();
	});

	const sorted = ({ detail }: CustomEvent<DndEvent<Phase>>) => (card.phases = detail.items);
	function dropped(event: CustomEvent<DndEvent<Phase>>): void {
		sorted(event);
		editor.changed();
	}
	function setWind(fromDeg: number, speedKt: number): void {
		card.weather.windLayers = speedKt > 0 ? [{ altitudeFt: 0, fromDeg, speedKt }] : [];
		editor.changed();
	}
	function optional<K extends 'outside' | 'veil' | 'school' | 'verticalSpeed'>(key: K, value: string): void {
		if (value === '') delete card[key];
		else card[key] = value as never;
		editor.changed();
	}
	function addFailure(kind: string): void {
		if (!kind) return;
		card.failures = [
			...(card.failures ?? []).filter((one) => one.kind !== kind),
			{
				kind: kind as NonNullable<typeof card.failures>[number]['kind'],
				onset: { kind: 'window', fromSeconds: 30, toSeconds: 60 }
			}
		];
		editor.changed();
	}
	function cover(instrument: Instrument, wanted: boolean): void {
		const others = (card.covered ?? []).filter((one) => one !== instrument);
		card.covered = wanted ? [...others, instrument] : others;
		if (card.covered.length === 0) delete card.covered;
		editor.changed();
	}
	function dropFailure(kind: string): void {
		card.failures = card.failures?.filter((one) => one.kind !== kind);
		if (card.failures?.length === 0) delete card.failures;
		editor.changed();
	}
	const summaryOf = (phase: Phase): string =>
		[
			phase.targets.altitudeFt && `${phase.targets.altitudeFt.value} ft`,
			phase.targets.airspeedKias && `${phase.targets.airspeedKias.value} kt`,
			phase.targets.headingDeg && `heading ${phase.targets.headingDeg.value}`,
			phase.targets.verticalSpeedFpm && `${phase.targets.verticalSpeedFpm.value} ft/min`,
			phase.targets.bankDeg && `bank ${phase.targets.bankDeg.value}°`
		]
			.filter(Boolean)
			.join(', ');
</script>

<svelte:head><title>{card.name} · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>{card.name}</h1>
	<div class="flex items-center gap-2">
		<span class="text-sm text-ink-soft" role="status" data-testid="save-state">
			{editor.said ||
				(data.mine ? (editor.saved === 'yes' ? 'Kept' : 'Changes not kept yet') : 'Ships with Hanza')}
		</span>
		<a class="button" href="/api/cards/{data.id}" download="{card.id}.json">File</a>
		<a class="button" href="/set?card={data.id}">Set it</a>
		{#if data.mine}
			<button class="button button-main" disabled={editor.saved !== 'no'} onclick={() => editor.save()}
				>Keep</button
			>
		{:else}
			<form method="POST" action="/library/cards?/copy" use:enhance>
				<button class="button button-main" name="card" value={data.id}>Copy to change</button>
			</form>
		{/if}
	</div>
</div>
{#if editor.restored}
	<p class="mt-2 text-caution" role="status">
		▲ Changes of an earlier visit were found in this browser.
		<button class="cursor-pointer underline" onclick={() => editor.discard()}>Give them up</button>
	</p>
{/if}
{#if editor.problem}<p class="mt-2 text-limit" role="alert" data-testid="problem">{editor.problem}</p>{/if}

<div class="mt-3 grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
	<fieldset disabled={!data.mine} class="grid gap-4">
		<section class="sheet grid gap-3 p-4" aria-label="Card">
			<div class="grid gap-3 sm:grid-cols-2">
				<label class="grid gap-1 text-sm">
					<span class="text-ink-soft">Name</span>
					<input class="field" maxlength="80" bind:value={card.name} onchange={() => editor.changed()} />
				</label>
				<Select
					label="Aircraft"
					bind:value={card.aircraft}
					onchange={() => editor.changed()}
					options={data.aircraft.map(({ id, name }) => ({ value: id, text: name }))}
				/>
			</div>
			<label class="grid gap-1 text-sm">
				<span class="text-ink-soft">In a sentence</span>
				<input class="field" maxlength="400" bind:value={card.summary} onchange={() => editor.changed()} />
			</label>
			<div class="flex flex-wrap gap-3 text-sm">
				{#each [['altitudeFt', 'Begins at, ft'], ['airspeedKias', 'kt'], ['headingDeg', 'heading, °'], ['verticalSpeedFpm', 'ft/min']] as const as [key, label] (key)}
					<label class="grid gap-1">
						<span class="text-ink-soft">{label}</span>
						<input
							class="field w-24"
							type="number"
							bind:value={card.start[key]}
							onchange={() => editor.changed()}
						/>
					</label>
				{/each}
				<Select
					label="flap"
					bind:value={card.start.flapsDeg}
					onchange={() => editor.changed()}
					options={aircraft.controls.flapStepsDeg.map((step) => ({ value: step, text: `${step}°` }))}
				/>
				<label class="grid gap-1">
					<span class="text-ink-soft">Wind from, °</span>
					<input
						class="field w-20"
						type="number"
						min="0"
						max="360"
						value={wind?.fromDeg ?? 0}
						onchange={(event) => setWind(event.currentTarget.valueAsNumber, wind?.speedKt ?? 0)}
					/>
				</label>
				<label class="grid gap-1">
					<span class="text-ink-soft">at, kt</span>
					<input
						class="field w-16"
						type="number"
						min="0"
						max="60"
						value={wind?.speedKt ?? 0}
						onchange={(event) => setWind(wind?.fromDeg ?? 0, event.currentTarget.valueAsNumber)}
					/>
				</label>
				<Select
					label="Turbulence"
					value={card.weather.turbulence ?? 'none'}
					onchange={(level) => {
						card.weather.turbulence = level;
						editor.changed();
					}}
					options={['none', 'light', 'moderate', 'severe'] as const}
				/>
			</div>
			<div class="flex flex-wrap gap-3 text-sm">
				<Select
					label="Looking out"
					value={card.outside ?? ''}
					onchange={(value) => optional('outside', value)}
					options={[
						{ value: '', text: 'as the weather says' },
						{ value: 'hood', text: 'under the hood' },
						{ value: 'seen', text: 'whatever is to be seen' }
					]}
				/>
				<Select
					label="Panel veiled"
					value={card.veil ?? ''}
					onchange={(value) => optional('veil', value)}
					options={[{ value: '', text: 'no' }, 'dim', 'blur', 'black']}
				/>
				<Select
					label="School of scan"
					value={card.school ?? ''}
					onchange={(value) => optional('school', value)}
					options={[
						{ value: '', text: 'none in particular' },
						...data.schools.map(({ id, name }) => ({ value: id, text: name }))
					]}
				/>
				<Select
					label="Method"
					bind:value={card.method}
					onchange={() => editor.changed()}
					options={[
						{ value: 'control-performance', text: 'control and performance' },
						{ value: 'primary-supporting', text: 'primary and supporting' }
					]}
				/>
				<Select
					label="Fail something"
					value=""
					onchange={(kind) => addFailure(kind)}
					options={data.failures.map(({ kind, name }) => ({ value: kind, text: name }))}
				/>
			</div>
			<div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm" role="group" aria-label="Covered">
				<span class="text-ink-soft">Stays covered</span>
				{#each INSTRUMENTS as instrument (instrument)}
					<Checkbox
						label={INSTRUMENT_NAMES[instrument]}
						checked={card.covered?.includes(instrument) ?? false}
						onchange={(checked) => cover(instrument, checked)}
					/>
				{/each}
			</div>
			{#each card.failures ?? [] as failure (failure.kind)}
				<p class="flex flex-wrap items-center gap-2 text-sm">
					<span class="font-semibold">{data.failures.find(({ kind }) => kind === failure.kind)?.name}</span>
					{#if failure.onset.kind === 'at'}at {failure.onset.seconds} s
					{:else}
						{@const { onset } = failure}
						between
						<input
							class="field w-20"
							type="number"
							min="0"
							aria-label="Not before, s"
							bind:value={onset.fromSeconds}
							onchange={() => editor.changed()}
						/>
						and
						<input
							class="field w-20"
							type="number"
							min="0"
							aria-label="Not after, s"
							bind:value={onset.toSeconds}
							onchange={() => editor.changed()}
						/> s
					{/if}
					creeping
					<input
						class="field w-20"
						type="number"
						min="0"
						aria-label="Creeping, s"
						value={failure.creepSeconds ?? 0}
						onchange={(event) => {
							failure.creepSeconds = event.currentTarget.valueAsNumber || 0;
							editor.changed();
						}}
					/>
					s
					<button type="button" class="button" onclick={() => dropFailure(failure.kind)}>Take away</button>
				</p>
			{/each}
		</section>

		<CallsEditor {editor} />

		<section class="sheet p-4" aria-label="Phases">
			<div class="flex items-baseline justify-between">
				<h2>Phases</h2>
				{#if data.mine}<span class="text-sm text-ink-soft">drag, or ▴ ▾, to change their order</span>{/if}
			</div>
			<ol
				class="mt-2 grid gap-2"
				use:dndzone={{
					items: card.phases,
					flipDurationMs: 120,
					dragDisabled: !data.mine || open !== null,
					dropTargetStyle: {}
				}}
				onconsider={sorted}
				onfinalize={dropped}
			>
				{#each card.phases as phase, i (phase.id)}
					<li class="rounded-lg border border-line bg-sheet" data-testid="phase">
						<div class="flex items-center gap-2 px-3 py-2">
							<span class="text-ink-soft" aria-hidden="true">⠿</span>
							<button
								type="button"
								class="min-w-0 grow cursor-pointer text-left"
								aria-expanded={open === phase.id}
								onclick={() => (open = open === phase.id ? null : phase.id)}
							>
								<span class="font-semibold">{i + 1} {phase.name}</span>
								<span class="block truncate text-sm text-ink-soft">{summaryOf(phase)}</span>
							</button>
							{#if data.mine}
								<button
									type="button"
									class="cursor-pointer px-1"
									aria-label="Move {phase.name} up"
									disabled={i === 0}
									onclick={() => editor.move(i, -1)}>▴</button
								>
								<button
									type="button"
									class="cursor-pointer px-1"
									aria-label="Move {phase.name} down"
									disabled={i === card.phases.length - 1}
									onclick={() => editor.move(i, 1)}>▾</button
								>
								<button
									type="button"
									class="cursor-pointer px-1 text-sm underline"
									aria-label="Double {phase.name}"
									onclick={() => editor.duplicate(i)}>double</button
								>
								<button
									type="button"
									class="cursor-pointer px-1 text-sm text-limit underline"
									aria-label="Take {phase.name} away"
									disabled={card.phases.length === 1}
									onclick={() => editor.remove(i)}>take away</button
								>
							{/if}
						</div>
						{#if open === phase.id}
							<div class="border-t border-line p-3">
								<PhaseEditor
									{editor}
									{phase}
									index={i}
									flapSteps={aircraft.controls.flapStepsDeg}
									hasGear={aircraft.gear !== undefined}
								/>
							</div>
						{/if}
					</li>
				{/each}
			</ol>
			{#if data.mine}<button type="button" class="button mt-3" onclick={() => editor.addPhase()}
					>Add a phase</button
				>{/if}
		</section>
	</fieldset>

	<aside class="sheet p-4 lg:sticky lg:top-4" aria-label="Preview">
		<h2>
			Preview {#if editor.flying}<span class="text-sm font-normal text-ink-soft" role="status"
					>being flown</span
				>{/if}
		</h2>
		{#if card.approach}
			{#await import('$lib/procedures/sheet.js') then { SHEET_LOST_WHY, sheetOfCard }}
				{#if !sheetOfCard(card, area, aircraft)}<p class="mb-2 text-limit" role="alert">
						{SHEET_LOST_WHY} Put it back in the area, or put this card away.
					</p>{/if}
			{/await}
		{/if}
		{#if editor.preview}
			{#await import('./CardPreview.svelte') then { default: CardPreview }}
				<CardPreview {card} flown={editor.preview} />
			{/await}
		{/if}
	</aside>
</div>
