<script lang="ts">
	import { untrack } from 'svelte';
	import { enhance } from '$app/forms';
	import { onward } from '$lib/brief/onward.js';
	import SketchPicture from '$lib/charts/SketchPicture.svelte';
	import Term from '$lib/help/Term.svelte';
	import { overlaysOf } from '$lib/plan/overlays.js';
	import {
		configurationWords,
		formatTarget,
		fpmPerDegree,
		itemName,
		signed,
		TARGET_KINDS,
		type AssistLevel
	} from '@hanza/core';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import WorkedOut from '$lib/brief/WorkedOut.svelte';
	import FlyButton from '$lib/cockpit/FlyButton.svelte';
	import Select from '$lib/ui/Select.svelte';

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
	/** Known when the page was opened: not asked at length again. */
	const knownBefore = untrack(
		() => new Set(data.numbers.filter(({ answer }) => answer?.known).map(({ id }) => id))
	);
	let again = $state(false);
	const asked = $derived(data.numbers.filter(({ id }) => again || !knownBefore.has(id)));
	type NumberRow = (typeof data.numbers)[number];
	/** What a wrong number would do, in the words of the rule. */
	function whyOff({ tried, answer, airspeedKias }: NumberRow): string {
		const pitch = tried!.pitchDeg - answer!.pitchDeg;
		const power = tried!.power - answer!.power;
		const fpm = Math.round((Math.abs(pitch) * fpmPerDegree(airspeedKias)) / 10) * 10;
		const parts = [
			Math.abs(pitch) > data.within.pitchDeg &&
				`A degree of pitch is ${Math.round(fpmPerDegree(airspeedKias) / 10) * 10} ft/min at ${airspeedKias} kt: yours would ${pitch > 0 ? 'climb' : 'sink'} by ${fpm} more.`,
			Math.abs(power) > data.within[unit] &&
				`With ${power > 0 ? 'more' : 'less'} power than it needs it ${power > 0 ? 'climbs or gets faster' : 'sinks or gets slower'}.`
		];
		return parts.filter(Boolean).join(' ');
	}
	/** The exact hold is an answer: it is drawn once every question has been tried. */
	const allTried = $derived(data.workedOut.every(({ tried }) => tried !== null));
	const overlays = $derived(
		overlaysOf(data.card, null).filter((one) => allTried || one.kind !== 'line' || one.is !== 'exact hold')
	);
	/** Where one is, is the question: then the map does not say it. */
	const asksWhere = $derived(data.card.phases.some(({ path }) => path?.kind === 'position'));
	const about = $derived([
		...(data.card.navigation?.places ?? []).map(({ northNm, eastNm }) => ({ north: northNm, east: eastNm })),
		...(asksWhere ? [] : [{ north: data.card.start.northNm ?? 0, east: data.card.start.eastNm ?? 0 }])
	]);
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
			<Select
				label="Assist"
				place="before"
				bind:value={assist}
				options={[
					{ value: 'attitude', text: 'attitude held' },
					{ value: 'direct', text: 'direct' }
				]}
			/>
		{:else}<span class="text-ink-soft">Assist: {assist === 'attitude' ? 'attitude held' : 'direct'}</span
			>{/if}
		<FlyButton assignmentId={data.id} {assist} main />
	</div>
</div>

{#if data.card.approach}
	{#await import('$lib/brief/ApproachSheet.svelte') then { default: ApproachSheet }}
		<ApproachSheet card={data.card} area={data.area} aircraft={data.aircraft} worked={allTried} />
	{/await}
{/if}
<section
	class="sheet mt-4 p-2"
	aria-label="What will be flown"
	hidden={(!data.area && !data.sketch) || data.card.approach !== undefined}
>
	{#if data.area && data.card.navigation}
		<div class="h-64">
			{#await import('$lib/plan/PlanView.svelte') then { default: PlanView }}
				<PlanView
					area={data.area}
					label="What will be flown, to scale"
					{overlays}
					{about}
					aircraft={asksWhere
						? null
						: {
								northNm: data.card.start.northNm ?? 0,
								eastNm: data.card.start.eastNm ?? 0,
								trackDeg: data.card.start.headingDeg
							}}
					wind={data.wind}
				/>
			{/await}
		</div>
		<p class="px-1 pt-1 text-sm text-ink-soft">
			To scale, from where it begins.{data.wind ? '' : ' The wind is for you to find.'}{allTried ||
			data.workedOut.length === 0
				? ''
				: ' What would give an answer away is drawn once you have tried.'}
		</p>
	{:else if data.sketch}
		<div class="flex flex-wrap items-center gap-4">
			<SketchPicture sketch={data.sketch} label={data.card.name} large />
			<p class="text-sm text-ink-soft">
				Path over the ground and height over time, as the steady robot flies it.
			</p>
		</div>
	{/if}
</section>

<h2 class="mt-6"><Term to="methods">Numbers to know first</Term></h2>
<p class="text-sm text-ink-soft">
	{data.aircraftName}. Say yours before you see them; within {data.within.pitchDeg}° and {data.within[unit]}
	{unit} is known.
</p>
{#if knownBefore.size > 0}
	<p class="mt-2" data-testid="numbers-known">
		<span class="text-accent"
			>✓ You know {knownBefore.size === data.numbers.length
				? 'them all'
				: `${knownBefore.size} of ${data.numbers.length}`}</span
		>
		<span class="text-sm text-ink-soft"
			>{data.numbers
				.filter(({ id }) => knownBefore.has(id))
				.map(
					({ name, answer }) => `${name} ${pitchWords(answer!.pitchDeg)}, ${rounded(answer!.power)} ${unit}`
				)
				.join(' · ')}</span
		>
		<button class="button ml-2" onclick={() => (again = !again)} aria-expanded={again}
			>{again ? 'Fold them' : 'Ask them again'}</button
		>
	</p>
{/if}
<div class="sheet mt-2 overflow-x-auto" hidden={asked.length === 0}>
	<table class="table stacks">
		<thead>
			<tr
				><th>Configuration</th><th class="number">Speed</th><th class="number">Rate</th><th
					>Yours: pitch and power</th
				><th>From the aircraft</th><th></th></tr
			>
		</thead>
		<tbody>
			{#each asked as number (number.id)}
				{@const failed = refused.entered.configuration === number.id ? refused : null}
				<tr>
					<td>{number.name}{number.governedRpm ? `, ${number.governedRpm} rpm` : ''}</td>
					<td class="number">{number.airspeedKias} kt</td>
					<td class="number">{rate(number.verticalSpeedFpm)}</td>
					<td>
						<form
							method="POST"
							action="?/try"
							use:enhance={onward}
							data-try={number.id}
							class="flex flex-wrap items-center gap-2"
						>
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
								{#if !number.answer.known}
									<span class="block">{whyOff(number)}</span>
								{/if}
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
		<thead><tr><th>Phase</th><th>Targets</th><th class="w-1/2">How</th></tr></thead>
		<tbody>
			{#each data.card.phases as phase, i (phase.id)}
				<tr>
					<td class="min-w-32">{i + 1}. {phase.name}</td>
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
