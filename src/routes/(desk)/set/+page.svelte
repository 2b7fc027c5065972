<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { enhance } from '$app/forms';
	import {
		formatClock,
		GUIDANCE_NAMES,
		minimaOf,
		minimumKey,
		USUAL_ADDED_FT,
		type Conditions,
		type Minimum
	} from '@hanza/core';
	import SketchPicture from '$lib/charts/SketchPicture.svelte';
	import Term from '$lib/help/Term.svelte';
	import CardChooser from '$lib/set/CardChooser.svelte';
	import { airWords, TaskSetting, type Air } from '$lib/set/task-setting.svelte.js';
	import Combobox from '$lib/ui/Combobox.svelte';
	import FieldError from '$lib/ui/FieldError.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import RadioGroup from '$lib/ui/RadioGroup.svelte';
	import Select from '$lib/ui/Select.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { data, form } = $props();
	const task = new TaskSetting(untrack(() => data));
	const refused = $derived(refusedOf(form));
	const shown = $derived(data.cards.find(({ id }) => id === task.cardId));
	const one = $derived(task.students.length === 1 ? task.students[0]! : null);
	const last = $derived(data.last.find(({ studentId }) => studentId === one));
	const standard = $derived(data.standards.find(({ id }) => id === task.standard));
	const failure = $derived(data.failures.find(({ kind }) => kind === task.conditions.failure));

	/** The first that ships, not the newest of one's own. */
	const usualCard = () => (data.cards.find(({ kept }) => !kept) ?? data.cards[0])?.id ?? '';
	const askedCard = $derived(
		data.cards.some(({ id }) => id === data.chosenCard) ? data.chosenCard : usualCard()
	);
	// Another card or student in the address, as from the palette, is another one here.
	$effect(() => {
		const { chosen, chosenNote } = data;
		const card = askedCard;
		untrack(() => {
			if (data.students.some(({ id }) => id === chosen)) task.students = [chosen];
			if (card && card !== task.cardId) void task.chooseCard(card);
			if (chosenNote) task.note = chosenNote;
		});
	});
	onMount(() => {
		task.open();
		return () => task.close();
	});

	const AIRS: readonly { value: Air; text: string }[] = [
		{ value: 'card', text: 'as the card' },
		{ value: 'some wind', text: 'some wind' },
		{ value: 'rough', text: 'rough' },
		{ value: 'exact', text: 'exactly' }
	];
	const seenWords = $derived(
		[
			{ card: 'outside as the card says', hood: 'under the hood', seen: 'whatever is to be seen' }[
				task.conditions.outside
			],
			task.conditions.veil === 'card'
				? 'panel as the card says'
				: `panel ${task.conditions.veil} but for what is looked at`,
			task.conditions.school === 'card'
				? ''
				: data.schools.find(({ id }) => id === task.conditions.school)?.name
		]
			.filter(Boolean)
			.join(', ')
	);
	const minimumWords = ({ guidance, altitudeFt, altimeterFrom }: Minimum) =>
		`${GUIDANCE_NAMES[guidance]}, ${altitudeFt} ft${altimeterFrom ? `, altimeter of ${altimeterFrom}` : ''}`;
	const approachWords = $derived.by(() => {
		const approach = task.card?.approach;
		if (!approach) return '';
		const { minimum, addedFt, bugStepFt, circleTo } = task.conditions;
		const chosen = minimaOf(approach).find((one) => minimumKey(one) === minimum) ?? approach.minimum;
		return [
			minimumWords(chosen),
			chosen.kind === 'descent' && `level ${addedFt ?? (approach.addedFt || USUAL_ADDED_FT)} ft above it`,
			`bug in steps of ${bugStepFt} ft`,
			circleTo !== 'card' && `circle to ${circleTo}`
		]
			.filter(Boolean)
			.join(', ');
	});
	/** The ends of the airport's runways. */
	const runways = $derived.by(() => {
		const { card } = task;
		const airport = task.area?.airports.find(({ id }) => id === card?.approach?.procedure.airport);
		return (airport?.runways ?? []).flatMap(({ ends }) => ends.map((end) => ({ value: end, text: end })));
	});
	const restWords = $derived(
		[
			standard?.name,
			{ any: 'assist: the student’s choice', attitude: 'attitude held', direct: 'direct' }[task.assist],
			task.conditions.loading === 'card' ? '' : `loading: ${task.conditions.loading}`
		]
			.filter(Boolean)
			.join(', ')
	);
	type Numeric = {
		[K in keyof Conditions]: Conditions[K] extends number | null ? K : never;
	}[keyof Conditions];
	/** What is typed as a number; what is empty is as the card says. */
	function typed(name: Numeric, text: string): void {
		const value = Number(text.replace(',', '.').replace('−', '-'));
		if (text.trim() !== '' && Number.isNaN(value)) return;
		task.conditions[name] = (text.trim() === '' ? (data.usual[name] ?? null) : value) as never;
		task.changed();
	}
	const wrongIn = (...names: string[]) => names.some((name) => refused.errors[name]);
</script>

<svelte:head><title>Set a task · Hanza</title></svelte:head>

<!-- What is wrong with a field is said by its full name: the label leans on its neighbours. -->
{#snippet number(name: Numeric, label: string, called: string)}
	<label class="grid gap-1">
		<span class="text-ink-soft">{label}</span>
		<input
			class="field w-20"
			{name}
			inputmode="decimal"
			value={refused.entered[name] ?? task.conditions[name] ?? ''}
			oninput={(event) => typed(name, event.currentTarget.value)}
		/>
		<FieldError words={refused.errors[name]} name={called} />
	</label>
{/snippet}

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>Set a task</h1>
	<span class="flex flex-wrap gap-2">
		{#if last}<button type="button" class="button" onclick={() => void task.asLastTime(last)}
				>As last time</button
			>{/if}
		{#if task.harder}<button type="button" class="button" onclick={() => task.makeHarder()}
				>One step harder: {task.harder.words}</button
			>{/if}
	</span>
</div>
<form
	method="POST"
	action="?/set"
	use:enhance={() =>
		({ update }) =>
			update({ reset: false })}
	class="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_24rem]"
>
	<div class="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-3">
		<section class="sheet p-4" aria-labelledby="who">
			<h2 id="who" class="sr-only">Who</h2>
			<Combobox
				label="Who"
				name="students"
				bind:value={task.students}
				options={data.students.map(({ id, name }) => ({ value: id, text: name }))}
				hint="type a name; several may have it"
				invalid={!!refused.errors.students}
			/>
			<FieldError words={refused.errors.students} />
		</section>
		<section class="sheet p-4" aria-labelledby="what">
			<h2 id="what" class="mb-2">What</h2>
			<input type="hidden" name="card" value={task.cardId} />
			<CardChooser
				cards={data.cards}
				aircraft={data.aircraft}
				value={task.cardId || askedCard}
				onchoose={(id) => void task.chooseCard(id)}
			/>
		</section>
		<section class="sheet grid gap-2 p-4" aria-labelledby="hard">
			<h2 id="hard">How hard</h2>
			<RadioGroup
				label="Wind and air"
				options={AIRS}
				value={task.air}
				onchange={(air) => task.chooseAir(air)}
			/>
			<p class="text-ink-soft" data-testid="air">{airWords(task.conditions, task.card)}</p>
			<div
				class="grid gap-3"
				hidden={task.air !== 'exact' && !wrongIn('windFromDeg', 'windSpeedKt', 'gustKt', 'cloudTopsFt')}
			>
				<div class="flex flex-wrap items-start gap-3">
					{@render number('windFromDeg', 'Wind from, °', 'Wind direction')}
					{@render number('windSpeedKt', 'at, kt', 'Wind speed')}
					{@render number('gustKt', 'gusts add, kt', 'Gusts')}
					<Select
						label="Turbulence"
						bind:value={task.conditions.turbulence}
						onchange={() => task.changed()}
						options={['none', 'light', 'moderate', 'severe'] as const}
					/>
				</div>
				<div class="flex flex-wrap items-start gap-3">
					{@render number('temperatureOffsetC', '±°C of standard', 'Temperature')}
					{@render number('seaLevelPressureHpa', 'QNH, hPa', 'QNH')}
					{@render number('cloudBaseFt', 'base, ft', 'Cloud base')}
					{@render number('cloudTopsFt', 'tops, ft', 'Cloud tops')}
					{@render number('visibilityKm', 'visibility, km', 'Visibility')}
				</div>
			</div>
		</section>
		{#if task.card?.approach}
			<section class="sheet p-2" aria-label="The approach">
				<Fold
					title="The approach"
					says={approachWords}
					open={wrongIn('minimum', 'addedFt', 'bugStepFt', 'circleTo')}
				>
					<div class="flex flex-wrap items-start gap-3">
						<Select
							label="Down to"
							name="minimum"
							bind:value={task.conditions.minimum}
							onchange={() => task.changed()}
							options={[
								{ value: 'card', text: 'as the card says' },
								...minimaOf(task.card.approach).map((one) => ({
									value: minimumKey(one),
									text: minimumWords(one)
								}))
							]}
						/>
						{@render number('addedFt', 'level off above it, ft', 'Margin above the minimum')}
						<Select
							label="Bug in steps of"
							name="bugStepFt"
							value={String(task.conditions.bugStepFt)}
							onchange={(step) => {
								task.conditions.bugStepFt = step === '20' ? 20 : 10;
								task.changed();
							}}
							options={[
								{ value: '10', text: '10 ft' },
								{ value: '20', text: '20 ft' }
							]}
						/>
						<Select
							label="Circle to runway"
							name="circleTo"
							bind:value={task.conditions.circleTo}
							onchange={() => task.changed()}
							options={[{ value: 'card', text: 'as the card says' }, ...runways]}
						/>
					</div>
					<FieldError words={refused.errors.minimum} name="The minimum" />
					<p class="mt-1 text-sm text-ink-soft">
						The margin holds above a minimum to be levelled at; the runway where one circles. The bug goes up
						to its next step, never down.
					</p>
				</Fold>
			</section>
		{/if}
		<input type="hidden" name="turbulence" value={task.conditions.turbulence} />
		<section class="sheet p-2" aria-label="What goes wrong">
			<Fold
				title="What goes wrong"
				says={failure ? failure.name : 'nothing, unless you fail it while you watch'}
				open={wrongIn('failFromSeconds', 'failToSeconds', 'creepSeconds')}
			>
				<div class="flex flex-wrap items-start gap-3">
					<Select
						label="Failure"
						name="failure"
						bind:value={task.conditions.failure}
						onchange={() => task.changed()}
						options={[
							{ value: 'none' as const, text: 'none' },
							...data.failures.map(({ kind, name }) => ({ value: kind, text: name }))
						]}
					/>
					{@render number('failFromSeconds', 'not before, s', 'Failure not before')}
					{@render number('failToSeconds', 'not after, s', 'Failure not after')}
					{@render number('creepSeconds', 'creeping, s', 'Creeping time')}
				</div>
				{#if failure}<p class="mt-1 text-sm text-ink-soft">What the student sees: {failure.shows}.</p>{/if}
			</Fold>
		</section>
		<section class="sheet p-2" aria-label="What may be seen">
			<Fold title="What may be seen" says={seenWords}>
				<div class="flex flex-wrap items-start gap-3">
					<Select
						label="Looking out"
						name="outside"
						bind:value={task.conditions.outside}
						onchange={() => task.changed()}
						options={[
							{ value: 'card' as const, text: 'as the card says' },
							{ value: 'hood' as const, text: 'under the hood' },
							{ value: 'seen' as const, text: 'whatever is to be seen' }
						]}
					/>
					<Select
						label="Panel veiled but for what is looked at"
						name="veil"
						bind:value={task.conditions.veil}
						options={[
							{ value: 'card' as const, text: 'as the card says' },
							{ value: 'dim' as const, text: 'dim' },
							{ value: 'blur' as const, text: 'blurred' },
							{ value: 'black' as const, text: 'black' }
						]}
					/>
					<Select
						label="School of scan"
						name="school"
						bind:value={task.conditions.school}
						options={[
							{ value: 'card' as const, text: 'as the card says' },
							...data.schools.map(({ id, name }) => ({ value: id, text: name }))
						]}
					/>
					<p class="w-full text-sm"><Term to="scan">What a veil and a school are</Term></p>
				</div>
			</Fold>
		</section>
		<section class="sheet p-2" aria-label="The rest">
			<Fold title="The rest" says={restWords}>
				<div class="flex flex-wrap items-start gap-3">
					<Select
						label="Graded against"
						name="standard"
						bind:value={task.standard}
						options={data.standards.map(({ id, name }) => ({ value: id, text: name }))}
					/>
					<Select
						label="Assist"
						name="assist"
						bind:value={task.assist}
						options={[
							{ value: 'any' as const, text: 'the student’s choice' },
							{ value: 'attitude' as const, text: 'attitude held: let go, it holds' },
							{ value: 'direct' as const, text: 'direct: the controls move the surfaces' }
						]}
					/>
					<Select
						label="Loading"
						name="loading"
						bind:value={task.conditions.loading}
						onchange={() => task.changed()}
						options={[
							{ value: 'card', text: 'as the card says' },
							...(data.loadings[task.card?.aircraft ?? ''] ?? []).map(({ id, name, massKg }) => ({
								value: id,
								text: `${name}, ${massKg} kg`
							}))
						]}
					/>
					<Select
						label="Vertical speed"
						name="verticalSpeed"
						bind:value={task.conditions.verticalSpeed}
						options={[
							{
								value: 'own' as const,
								text: `its own (${task.aircraft?.verticalSpeed === 'instantaneous' ? 'instantaneous' : 'lagging'})`
							},
							{ value: 'chamber' as const, text: 'lagging' },
							{ value: 'instantaneous' as const, text: 'instantaneous' }
						]}
					/>
				</div>
				{#if standard}<p class="mt-2 text-sm text-ink-soft">{standard.source} ({standard.edition})</p>{/if}
			</Fold>
		</section>
	</div>

	<aside class="sheet grid gap-3 p-4 lg:sticky lg:top-24" aria-label="As it will be flown">
		{#if shown}
			<div>
				<h2>{shown.name}</h2>
				<p class="mt-0.5 text-sm text-ink-soft">{shown.summary}</p>
				<p class="mt-1 text-sm">
					<a href="/library/cards/{shown.id}">{shown.kept ? 'See or change it' : 'See it'}</a>
					{#if shown.kept}
						· <button
							class="cursor-pointer text-accent underline"
							formaction="?/remove"
							name="removed"
							value={shown.id}
							aria-label="Remove {shown.name}">Remove it from your cards</button
						>
					{/if}
				</p>
			</div>
			<div data-testid="preview" aria-busy={task.flying}>
				{#if task.preview}
					<SketchPicture sketch={task.preview.sketch} label={shown.name} large />
					<p class="mt-1 text-sm">
						{#if task.preview.completed}{formatClock(task.preview.sketch.seconds)} as the steady robot flies it
						{:else}<span class="text-limit">▲ The steady robot did not come to its end in half an hour.</span
							>{/if}
					</p>
					<ol class="mt-1 grid relative max-h-44 overflow-y-auto text-sm">
						{#each task.preview.phases as phase, i (phase.id)}
							<li class="flex justify-between gap-3">
								<span class="truncate">{i + 1} {phase.name}</span>
								<span class="shrink-0 text-ink-soft"
									>{phase.seconds === null ? '–' : `${phase.seconds} s`}</span
								>
							</li>
						{/each}
					</ol>
				{:else if task.problem}<p class="text-limit" role="status">{task.problem}</p>
				{:else}<p class="text-sm text-ink-soft" role="status">The robot is flying it.</p>{/if}
			</div>
		{/if}
		<label class="grid gap-1">
			<span class="text-ink-soft">A word to the student</span>
			<textarea class="field" name="note" rows="2" maxlength="500" bind:value={task.note}></textarea>
			<FieldError words={refused.errors.note} name="A word to the student" />
		</label>
		{#if refused.message}<p class="text-limit" role="alert">{refused.message}</p>{/if}
		<button class="button button-main justify-center">Set it</button>
	</aside>
</form>
