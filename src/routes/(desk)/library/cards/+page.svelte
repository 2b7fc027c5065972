<script lang="ts">
	import { onMount } from 'svelte';
	import { enhance } from '$app/forms';
	import { formatClock } from '@hanza/core';
	import Difficulty from '$lib/charts/Difficulty.svelte';
	import { API } from '$lib/contracts/api.js';
	import { call } from '$lib/contracts/client.js';
	import type { DrawnSketch } from '$lib/contracts/sketch-frame.js';
	import type { Sketches } from '$lib/cards/sketches.svelte.js';
	import SketchPicture from '$lib/charts/SketchPicture.svelte';
	import FieldError from '$lib/ui/FieldError.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Menu from '$lib/ui/Menu.svelte';
	import RadioGroup from '$lib/ui/RadioGroup.svelte';
	import Select from '$lib/ui/Select.svelte';
	import Table from '$lib/ui/Table.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form));
	type Row = (typeof data.cards)[number];
	const SHELVES = { all: 'all', own: 'your own', school: 'the school’s', shipped: 'shipped' } as const;
	let shelf = $state<keyof typeof SHELVES>('all');
	const shown = $derived(data.cards.filter((card) => shelf === 'all' || card.shelf === shelf));
	const counted = $derived(
		(Object.keys(SHELVES) as (keyof typeof SHELVES)[]).map((one) => ({
			value: one,
			text: `${SHELVES[one]} ${one === 'all' ? data.cards.length : data.cards.filter((card) => card.shelf === one).length}`
		}))
	);
	let shipped = $state.raw<Record<string, DrawnSketch>>({});
	let sketches = $state.raw<Sketches | null>(null);
	onMount(() => {
		const undrawn = data.cards.filter((row) => row.shelf !== 'shipped').map(({ id }) => id);
		let gone = false;
		// Without pictures the list is as good: who is offline at the moment has it all the same.
		call(API.sketches, null, { params: {} }).then(
			(drawn) => (shipped = drawn),
			() => {}
		);
		// Whoever has only shipped cards does not need the robots for it.
		if (undrawn.length > 0)
			void import('$lib/cards/sketches.svelte.js').then((loaded) => {
				if (gone) return;
				sketches = new loaded.Sketches();
				void sketches.draw(undrawn);
			});
		return () => {
			gone = true;
			sketches?.close();
		};
	});
	const sketchOfRow = (row: Row) => (row.shelf === 'shipped' ? shipped : sketches?.found)?.[row.id];
	const secondsOf = (row: Row) => row.seconds ?? sketchOfRow(row)?.seconds ?? null;
	const flightsOf = ({ uses }: Row) => uses.reduce((sum, { flights }) => sum + flights, 0);
	const MOST_NAMES = 3;
	const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

	/** What a menu does, it does by this form. */
	let doing = $state<HTMLFormElement | null>(null);
	let chosen = $state('');
	function submit(action: string, id: string): void {
		chosen = id;
		doing!.action = `?/${action}`;
		// The hidden field takes its value first.
		setTimeout(() => doing?.requestSubmit());
	}
	const menuOf = (row: Row) => [
		{ text: 'Copy to change', run: () => submit('copy', row.id) },
		{ text: 'As a file', href: `/api/cards/${row.id}` },
		...(row.shelf === 'own'
			? [
					row.isShared
						? { text: 'Keep it to yourself again', run: () => submit('keep', row.id) }
						: { text: 'Share it with the school', run: () => submit('share', row.id) },
					{ text: 'Remove it', run: () => submit('remove', row.id) }
				]
			: [])
	];
</script>

<svelte:head><title>Cards · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>Cards</h1>
	<a class="button" href="#new">Make a card</a>
</div>
{#if refused.message}<p class="mt-2 text-limit" role="alert">{refused.message}</p>{/if}
<form method="POST" use:enhance bind:this={doing} hidden>
	<input type="hidden" name="card" value={chosen} />
</form>

{#if data.proposed.length > 0}
	<div class="sheet mt-3 p-2">
		<Fold title="Proposed by your students: {data.proposed.length}" open={data.proposed.length <= 2}>
			<ul class="grid gap-2">
				{#each data.proposed as one (one.id)}
					<li class="flex flex-wrap items-baseline justify-between gap-2" data-testid="proposed">
						<span class="min-w-0">
							<span class="font-semibold">{one.name}</span>
							<span class="block text-sm text-ink-soft"
								>by {one.by}, {DAY.format(one.createdAt)}. {one.summary}
								{#if one.attemptId}<a href="/debrief/{one.attemptId}">The flight</a>{/if}</span
							>
						</span>
						<span class="flex gap-1.5">
							<button class="button" aria-label="Take {one.name}" onclick={() => submit('take', one.id)}
								>Take it</button
							>
							<button
								class="button"
								aria-label="Put {one.name} away"
								onclick={() => submit('putAway', one.id)}>Put it away</button
							>
						</span>
					</li>
				{/each}
			</ul>
		</Fold>
	</div>
{/if}

<div class="mt-3">
	<Table
		caption="Cards"
		empty="No card on this shelf."
		rows={shown}
		most={25}
		ofScreen={8}
		filterFrom={4}
		href={({ id }) => `/library/cards/${id}`}
		columns={[
			{ id: 'picture', head: 'Path and height' },
			{ id: 'name', head: 'Card', value: (row) => `${row.name} ${row.summary} ${row.group}` },
			{ id: 'trains', head: 'Trains', value: (row) => row.trains.join(', ') },
			{ id: 'hard', head: 'At once', value: (row) => row.difficulty, number: true },
			{ id: 'time', head: 'Time', value: secondsOf, number: true },
			{ id: 'flown', head: 'Flown by', value: (row) => flightsOf(row) || null },
			{ id: 'do', head: '', number: true }
		]}
	>
		{#snippet tools()}
			<RadioGroup label="Shelf" options={counted} bind:value={shelf} />
		{/snippet}
		{#snippet cell(row, id)}
			{#if id === 'picture'}
				{@const sketch = sketchOfRow(row)}
				{#if sketch}<SketchPicture {sketch} label={row.name} />{:else}<span
						class="block aspect-[150/106] h-20"
					></span>{/if}
			{:else if id === 'name'}
				<a href="/library/cards/{row.id}" class="font-semibold">{row.name}</a>
				<span class="block text-sm text-ink-soft">{row.summary}</span>
				<span class="block text-sm text-ink-soft"
					>{row.group} · {row.aircraft} · {row.phases} phase{row.phases === 1 ? '' : 's'}{row.by
						? ` · by ${row.by}`
						: row.shelf === 'own'
							? row.isShared
								? ' · yours, shared'
								: ' · yours'
							: ''}</span
				>
			{:else if id === 'trains'}<span class="text-sm">{row.trains.join(', ')}</span>
			{:else if id === 'hard'}<Difficulty level={row.difficulty} because={row.because} />
			{:else if id === 'time'}{secondsOf(row) === null ? '' : formatClock(secondsOf(row)!)}
			{:else if id === 'flown'}
				<span class="text-sm">
					{#each row.uses.slice(0, MOST_NAMES) as use (use.studentId)}
						<span class="block whitespace-nowrap"
							><a href="/debrief/{use.newestId}">{use.studentName}</a>
							<span class="text-ink-soft">{use.met} of {use.flights} met</span></span
						>
					{:else}<span class="text-ink-soft">nobody yet</span>{/each}
					{#if row.uses.length > MOST_NAMES}<span class="text-ink-soft"
							>and {row.uses.length - MOST_NAMES} more</span
						>{/if}
				</span>
			{:else}
				<span class="flex justify-end gap-1.5 max-sm:justify-start">
					<a class="button" href="/set?card={row.id}" aria-label="Set {row.name}">Set</a>
					<Menu label="More with {row.name}" items={menuOf(row)} />
				</span>
			{/if}
		{/snippet}
	</Table>
</div>

<div id="new" class="mt-6 grid scroll-mt-24 items-start gap-4 md:grid-cols-2">
	<form
		method="POST"
		action="?/createFromPattern"
		use:enhance={() =>
			({ update }) =>
				update({ reset: false })}
		class="sheet grid gap-3 p-4"
	>
		<h2>Lay out a pattern</h2>
		<div>
			<Select
				label="Pattern"
				class="w-full"
				name="pattern"
				value={refused.entered.pattern ?? data.patterns[0]?.id}
				options={data.patterns.map(({ id, name }) => ({ value: id, text: name }))}
			/>
			<FieldError words={refused.errors.pattern} />
		</div>
		<Select
			label="Aircraft"
			class="w-full"
			name="aircraft"
			value={refused.entered.aircraft ?? data.aircraft[0]?.id}
			options={data.aircraft.map(({ id, name }) => ({ value: id, text: name }))}
		/>
		<div class="grid grid-cols-2 gap-3">
			<label class="grid gap-1">
				<span class="text-ink-soft">Altitude, ft</span>
				<input
					class="field w-full min-w-0"
					name="altitudeFt"
					inputmode="numeric"
					value={refused.entered.altitudeFt ?? '1500'}
					required
				/>
				<FieldError words={refused.errors.altitudeFt} name="Altitude" />
			</label>
			<label class="grid gap-1">
				<span class="text-ink-soft">Heading, °</span>
				<input
					class="field w-full min-w-0"
					name="headingDeg"
					inputmode="numeric"
					value={refused.entered.headingDeg ?? '90'}
					required
				/>
				<FieldError words={refused.errors.headingDeg} name="Heading" />
			</label>
		</div>
		<div><button class="button button-main">Make the card</button></div>
	</form>
	<div class="sheet p-2">
		<Fold title="A card from a file" open={!!refused.errors.file}>
			<form method="POST" action="?/import" enctype="multipart/form-data" use:enhance class="grid gap-3">
				<label class="grid gap-1">
					<span>A card as JSON</span>
					<input
						class="field w-full min-w-0"
						type="file"
						name="file"
						accept=".json,application/json"
						required
					/>
					<FieldError words={refused.errors.file} />
				</label>
				<div><button class="button">Take it in</button></div>
			</form>
		</Fold>
	</div>
</div>
