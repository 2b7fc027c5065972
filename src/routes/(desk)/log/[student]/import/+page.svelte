<script lang="ts">
	import { onDestroy, onMount } from 'svelte';
	import { formatMinutes, LOG_COLUMNS, type ColumnMap, type LogField } from '@hanza/core';
	import { Importing } from '$lib/log/importing.svelte.js';
	import { FIELD_NAMES, routeWords, workWords } from '$lib/log/words.js';
	import RadioGroup from '$lib/ui/RadioGroup.svelte';
	import Select from '$lib/ui/Select.svelte';
	import { formatDay } from '$lib/ui/format.js';

	const { data } = $props();
	let importing = $state.raw<Importing | null>(null);
	let undone = $state<{ gone: number; stay: number } | null>(null);
	/** Only all rows, unless it is said that the good ones will do. */
	let how = $state<'all' | 'good'>('all');
	let over = $state(false);
	onMount(() => (importing = new Importing(data.student.id, data.today)));
	onDestroy(() => importing?.close());

	const open = async (file: File | undefined): Promise<void> => {
		if (!file) return;
		undone = null;
		how = 'all';
		await importing?.open(file);
	};
	const mapped = (change: Partial<ColumnMap>): void => {
		if (importing?.map) void importing.readBy({ ...importing.map, ...change });
	};
	function choose(column: number, field: LogField | ''): void {
		const map = importing?.map;
		if (!map) return;
		// A field comes from one column: where it came from before is left out.
		const fields = map.fields.map((one, i) => (i === column ? field || null : one === field ? null : one));
		mapped({ fields });
	}
	async function saveBad(): Promise<void> {
		const csv = await importing?.badRows();
		if (!csv || !importing) return;
		const link = document.createElement('a');
		link.href = URL.createObjectURL(new Blob([csv], { type: 'text/csv' }));
		link.download = importing.fileName.replace(/(\.\w+)?$/, '-to-mend.csv');
		link.click();
		URL.revokeObjectURL(link.href);
	}
	const OPTIONS = [
		{ value: '' as const, text: 'not taken' },
		...LOG_COLUMNS.map(({ field, head }) => ({ value: field, text: head }))
	];
	/** What says of itself which field it means is not told twice. */
	const sentence = ({ field, words }: { field: LogField; words: string }): string =>
		/^(must|is) /.test(words) ? `${FIELD_NAMES[field]} ${words}` : words;
	const headOf = (column: number | null): string =>
		column === null ? 'the file' : (importing?.opened?.heads[column] ?? '');
</script>

<svelte:head><title>Take in a file · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>Take in a file{data.person.role === 'instructor' ? ` for ${data.student.name}` : ''}</h1>
	<a class="button" href={data.base}>All entries</a>
</div>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
	class="sheet mt-3 flex flex-wrap items-center gap-4 p-4 {over ? 'border-accent' : ''}"
	ondragover={(event) => {
		event.preventDefault();
		over = true;
	}}
	ondragleave={() => (over = false)}
	ondrop={(event) => {
		event.preventDefault();
		over = false;
		void open(event.dataTransfer?.files[0]);
	}}
>
	<label class="button button-main cursor-pointer focus-within:outline-2 focus-within:outline-offset-2">
		Choose a file
		<input
			class="sr-only"
			type="file"
			accept=".csv,.tsv,.txt,text/csv"
			disabled={!importing}
			onchange={(event) => {
				void open(event.currentTarget.files?.[0]);
				event.currentTarget.value = '';
			}}
		/>
	</label>
	<span class="text-ink-soft"
		>{importing?.fileName ||
			'Any table of values with a row of heads: comma, semicolon or tab between. Or drop it here.'}</span
	>
</div>

{#if importing}
	{#if importing.problem}<p class="mt-3 text-limit" role="alert">✕ {importing.problem}</p>{/if}
	{#if importing.busy}
		<div class="mt-3" role="status">
			{importing.busy.words} …
			<progress class="block h-2 w-full max-w-md accent-accent" max="1" value={importing.busy.share}
			></progress>
		</div>
	{/if}
	{#if undone}<p class="mt-3" role="status">
			✓ Undone: {undone.gone} entries are out again{undone.stay > 0
				? `; ${undone.stay} had been confirmed and stay`
				: ''}.
		</p>{/if}
	{#if importing.kept}
		<div class="sheet mt-3 flex flex-wrap items-center gap-3 p-3" role="status">
			✓ {importing.kept.rows} entries are in the log, and wait for the instructor’s word.
			<a class="button button-main" href={data.base}>See them</a>
			<button type="button" class="button" onclick={async () => (undone = (await importing?.undo()) ?? null)}
				>Undo it</button
			>
		</div>
	{/if}
	{#if importing.opened && importing.map && !importing.kept}
		{@const { heads, first, rows } = importing.opened}
		{@const { map, read } = importing}
		{#if importing.before}<p class="mt-3 text-caution" role="alert">
				▲ This very file was taken before: {importing.before}. Taken again, every entry is there twice.
			</p>{/if}
		<section class="mt-4" aria-label="Columns">
			<div class="flex flex-wrap items-end justify-between gap-3">
				<h2>
					Columns <span class="font-normal text-ink-soft"
						>{importing.mapFrom === 'before' ? 'as with these heads before' : 'as they look'}</span
					>
				</h2>
				<div class="flex flex-wrap gap-4">
					<RadioGroup
						label="3/11 is"
						value={map.order}
						onchange={(order) => mapped({ order })}
						options={[
							{ value: 'day-first', text: '3/11: day first' },
							{ value: 'month-first', text: 'month first' }
						]}
					/>
					<RadioGroup
						label="A bare 2 is"
						value={map.bare}
						onchange={(bare) => mapped({ bare })}
						options={[
							{ value: 'hours', text: '2 is hours' },
							{ value: 'minutes', text: 'minutes' },
							{ value: 'by-size', text: 'by size' }
						]}
					/>
				</div>
			</div>
			<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
			<div class="sheet mt-2 overflow-x-auto" role="region" aria-label="First rows of the file" tabindex="0">
				<table class="table dense" data-testid="columns">
					<thead>
						<tr>
							{#each heads as head, i (i)}
								<th class="min-w-36 align-bottom">
									<span class="mb-1 block">{head || `column ${i + 1}`}</span>
									<Select
										label="{head || `column ${i + 1}`} is"
										place="unseen"
										class="w-full {map.fields[i] === null ? 'text-ink-soft' : ''}"
										value={map.fields[i] ?? ''}
										onchange={(field) => choose(i, field)}
										options={OPTIONS}
									/>
								</th>
							{/each}
						</tr>
					</thead>
					<tbody>
						{#each first as row, r (r)}
							<tr
								>{#each heads as _, i (i)}<td
										class="whitespace-nowrap {map.fields[i] === null ? 'text-ink-soft' : ''}"
										>{row[i] ?? ''}</td
									>{/each}</tr
							>
						{/each}
					</tbody>
				</table>
			</div>
		</section>
		{#if read}
			<section class="mt-4" aria-label="What would be taken">
				<h2>
					{read.good} of {rows} rows can be taken
					<span class="font-normal text-ink-soft">{formatMinutes(read.totalMinutes)} in all</span>
				</h2>
				{#if read.bad > 0}
					<div class="sheet mt-2 max-h-80 overflow-y-auto">
						<table class="table dense stacks" data-testid="problems">
							<thead><tr><th>Row</th><th>Column</th><th>Says</th><th>What is wrong</th></tr></thead>
							<tbody>
								{#each read.problems as one, i (i)}
									<tr>
										<td>{one.row}</td>
										<td data-head="Column">{headOf(one.column)}</td>
										<td data-head="Says">{one.text || '–'}</td>
										<td data-head="Wrong" class="text-limit">✕ {sentence(one)}</td>
									</tr>
								{/each}
							</tbody>
						</table>
					</div>
					<p class="mt-2 flex flex-wrap items-center gap-3">
						<RadioGroup
							label="What is taken"
							value={how}
							onchange={(value) => (how = value)}
							options={[
								{ value: 'all', text: 'all rows or none' },
								{ value: 'good', text: `the ${read.good} good ones` }
							]}
						/>
						<button type="button" class="button" onclick={saveBad}
							>Save the {read.bad} to mend as a file</button
						>
					</p>
				{/if}
				{#if read.cautioned > 0}
					<p class="mt-2 text-caution">
						▲ {read.cautioned} of them want a look:
						{[...new Set(read.cautions.map(({ words }) => words))].slice(0, 3).join('; ')}.
					</p>
				{/if}
				<p class="mt-3 flex flex-wrap items-center gap-3">
					<button
						type="button"
						class="button button-main"
						disabled={read.good === 0 || (read.bad > 0 && how === 'all') || importing.busy !== null}
						onclick={() => importing?.take()}>Take {read.good} in</button
					>
					{#if read.bad > 0 && how === 'all'}<span class="text-ink-soft"
							>{read.bad} rows are wrong: mend them in the file, or take the good ones.</span
						>{/if}
				</p>
				<div class="sheet mt-3 overflow-x-auto">
					<table class="table dense stacks">
						<caption class="sr-only">The first entries as they would be</caption>
						<thead
							><tr
								><th>Date</th><th>Aircraft</th><th>Route</th><th class="number">Total</th><th class="number"
									>Dual</th
								><th class="number">Instrument</th><th>Approaches, holds</th></tr
							></thead
						>
						<tbody>
							{#each read.preview as entry, i (i)}
								<tr>
									<td>{formatDay(entry.date)}</td>
									<td data-head="Aircraft">{entry.aircraftType} {entry.registration}</td>
									<td data-head="Route">{routeWords(entry)}</td>
									<td data-head="Total" class="number">{formatMinutes(entry.totalMinutes)}</td>
									<td data-head="Dual" class="number">{formatMinutes(entry.dualMinutes, { blank: true })}</td>
									<td data-head="Instrument" class="number"
										>{formatMinutes(entry.actualMinutes + entry.simulatedMinutes, { blank: true })}</td
									>
									<td data-head="Work" class="text-sm">{workWords(entry)}</td>
								</tr>
							{/each}
						</tbody>
					</table>
				</div>
			</section>
		{/if}
	{/if}
{/if}
