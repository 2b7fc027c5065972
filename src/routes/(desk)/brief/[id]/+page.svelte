<script lang="ts">
	import { untrack } from 'svelte';
	import { enhance } from '$app/forms';
	import {
		configurationWords,
		formatTarget,
		itemName,
		signed,
		TARGET_KINDS,
		type AssistLevel
	} from '@hanza/core';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import WorkedOut from '$lib/brief/WorkedOut.svelte';
	import FlyButton from '$lib/cockpit/FlyButton.svelte';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form));
	/** The student's choice stays while numbers are tried. */
	let assist = $state<AssistLevel>(untrack(() => (data.assist === 'direct' ? 'direct' : 'attitude')));
	const rate = (value: number | string) =>
		value === 0
			? 'level'
			: value === 'full-power'
				? 'full power'
				: typeof value === 'number'
					? `${value} ft/min`
					: 'idle';
	const unit = $derived(data.powerUnit);
	/** Power as it can be read off its dial. */
	const rounded = (power: number) =>
		unit === 'rpm' ? String(Math.round(power / 10) * 10) : power.toFixed(1);
	const pitchWords = (value: number) => `${Math.abs(value).toFixed(1)}° ${value >= 0 ? 'up' : 'down'}`;
</script>

<svelte:head><title>Brief: {data.card.name} · Hanza</title></svelte:head>

<div class="flex flex-wrap items-start justify-between gap-4">
	<div class="max-w-prose">
		<h1>{data.card.name}</h1>
		<p class="mt-1 text-ink-soft">{data.card.summary}</p>
		{#if data.note}<p class="mt-1">
				<span class="text-ink-soft">{data.instructorName}:</span>
				{data.note}
			</p>{/if}
	</div>
	<div class="flex items-center gap-3">
		{#if data.assist === 'any'}
			<label class="flex items-center gap-2">
				<span class="text-ink-soft">Assist</span>
				<select class="field" bind:value={assist}>
					<option value="attitude">attitude held</option>
					<option value="direct">direct</option>
				</select>
			</label>
		{:else}<span class="text-ink-soft">Assist: {assist === 'attitude' ? 'attitude held' : 'direct'}</span
			>{/if}
		<FlyButton assignmentId={data.id} {assist} main />
	</div>
</div>

<h2 class="mt-6">Numbers to know first</h2>
<p class="text-sm text-ink-soft">
	{data.aircraftName}. Say yours before you see them; within {data.within.pitchDeg}° and {data.within[unit]}
	{unit} is known.
</p>
<div class="sheet mt-2 overflow-x-auto">
	<table class="table stacks">
		<thead>
			<tr
				><th>Configuration</th><th class="number">Speed</th><th class="number">Rate</th><th
					>Yours: pitch and power</th
				><th>From the aircraft</th><th></th></tr
			>
		</thead>
		<tbody>
			{#each data.numbers as number (number.id)}
				{@const failed = refused.entered.configuration === number.id ? refused : null}
				<tr>
					<td>{number.name}{number.governedRpm ? `, ${number.governedRpm} rpm` : ''}</td>
					<td class="number">{number.airspeedKias} kt</td>
					<td class="number">{rate(number.verticalSpeedFpm)}</td>
					<td>
						<form method="POST" action="?/try" use:enhance class="flex flex-wrap items-center gap-2">
							<input type="hidden" name="configuration" value={number.id} />
							<label class="flex items-center gap-1">
								<span class="sr-only">Pitch for {number.name}</span>
								<input
									class="field w-20 text-right"
									name="pitchDeg"
									inputmode="decimal"
									value={failed?.entered.pitchDeg ?? number.tried?.pitchDeg ?? ''}
								/>°
								<FieldError words={failed?.errors.pitchDeg && `Pitch ${failed.errors.pitchDeg}`} />
							</label>
							<label class="flex items-center gap-1">
								<span class="sr-only">Power for {number.name}</span>
								<input
									class="field w-24 text-right"
									name="power"
									inputmode="decimal"
									value={failed?.entered.power ?? number.tried?.power ?? ''}
								/>
								{unit}
								<FieldError words={failed?.errors.power && `Power ${failed.errors.power}`} />
							</label>
							<button class="button">{number.tried ? 'Again' : 'Try'}</button>
						</form>
					</td>
					<td data-testid="answer-{number.id}">
						{#if number.answer}
							{pitchWords(number.answer.pitchDeg)}, {rounded(number.answer.power)}
							{unit}
							<span class="block text-sm text-ink-soft">
								yours is off by {signed(number.tried!.pitchDeg - number.answer.pitchDeg, 1)}° and
								{signed(Number(rounded(number.tried!.power - number.answer.power)), unit === 'rpm' ? 0 : 1)}
								{unit}
							</span>
						{:else}<span class="text-ink-soft">after your try</span>{/if}
					</td>
					<td
						>{#if number.answer}<span class={number.answer.known ? 'text-accent' : 'text-caution'}
								>{number.answer.known ? '✓ known' : '▲ not yet'}</span
							>{/if}</td
					>
				</tr>
			{/each}
		</tbody>
	</table>
</div>

{#if data.workedOut.length > 0}
	<WorkedOut questions={data.workedOut} wind={data.wind} altitudeFt={data.card.start.altitudeFt} {refused} />
{/if}

<h2 class="mt-6">What to fly</h2>
<div class="sheet mt-2 overflow-x-auto">
	<table class="table stacks">
		<thead><tr><th>Phase</th><th>Targets</th><th>How</th></tr></thead>
		<tbody>
			{#each data.card.phases as phase, i (phase.id)}
				<tr>
					<td class="whitespace-nowrap">{i + 1}. {phase.name}</td>
					<td>
						{#each TARGET_KINDS as kind (kind)}
							{@const target = phase.targets[kind]}
							{#if target}<span class="mr-3 whitespace-nowrap"
									>{itemName(kind)}
									{formatTarget(kind, target.value)}{target.mode === 'reach' ? ' (reach)' : ''}</span
								>{/if}
						{/each}
						{#if phase.configuration}{configurationWords(phase.configuration)}{/if}
					</td>
					<td class="text-ink-soft">{phase.instruction}</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>
<p class="mt-3 text-sm text-ink-soft">
	Graded against: {data.standard.name}, {data.standard.edition}. {data.standard.source}.
</p>
