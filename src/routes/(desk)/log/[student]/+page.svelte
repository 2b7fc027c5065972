<script lang="ts">
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { enhance } from '$app/forms';
	import { formatMinutes, problemsOfEntry, totalsOf } from '@hanza/core';
	import EntryForm from '$lib/log/EntryForm.svelte';
	import LogRooms from '$lib/log/LogRooms.svelte';
	import TotalsRow from '$lib/log/TotalsRow.svelte';
	import { DEVICE_NAMES, routeWords, TIME_COLUMNS, workWords } from '$lib/log/words.js';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import DateField from '$lib/ui/DateField.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import RadioGroup from '$lib/ui/RadioGroup.svelte';
	import Select from '$lib/ui/Select.svelte';
	import { formatDay } from '$lib/ui/format.js';

	const { data, form } = $props();
	const said = $derived(form as null | (Record<string, unknown> & { form?: string; message?: string }));
	const { view, rows, base } = $derived(data);
	const instructs = $derived(data.person.role === 'instructor');
	/** The student writes; the instructor looks, and writes where it is theirs to write. */
	let writing = $state(untrack(() => data.person.role === 'student' || data.offered !== null));
	let chosen = $state<Record<string, boolean>>({});
	const waiting = $derived(
		rows.filter(({ confirmedAt, entry }) => confirmedAt === null && entry.device !== 'trainer')
	);
	const picked = $derived(waiting.filter(({ id }) => chosen[id]));
	const pages = $derived(Math.max(1, Math.ceil(data.found.entries / view.perPage)));

	const address = (change: Record<string, string | null>): string => {
		const now: Record<string, string | null> = {
			q: view.words || null,
			from: view.from,
			to: view.to,
			which: view.which === 'all' ? null : view.which,
			sort: view.sort === 'date' ? null : view.sort,
			order: view.descending ? null : 'up',
			rows: view.perPage === 25 ? null : String(view.perPage),
			page: null,
			...change
		};
		const search = new URLSearchParams(
			Object.entries(now).flatMap(([name, value]) => (value === null ? [] : [[name, value]]))
		).toString();
		return search ? `${base}?${search}` : base;
	};
	const look = (change: Record<string, string | null>): Promise<void> =>
		goto(address(change), { keepFocus: true, noScroll: true });
	const sorted = (sort: string): string =>
		view.sort === sort
			? address({ sort, order: view.descending ? 'up' : null })
			: address({ sort, order: null });
	const arrow = (sort: string): string => (view.sort === sort ? (view.descending ? ' ↓' : ' ↑') : '');
	const all = (checked: boolean): void => {
		chosen = Object.fromEntries(waiting.map(({ id }) => [id, checked]));
	};
	const before = $derived(instructs && view.which !== 'deleted' ? 4 : 3);
</script>

<svelte:head><title>Log · {data.student.name} · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>{instructs ? `Log of ${data.student.name}` : 'Log'}</h1>
	<div class="no-print flex flex-wrap gap-2">
		<a class="button" href="{base}/import">Take in a file</a>
		<a class="button" href="/api/log/{data.student.id}/file" download>Save as CSV</a>
		<a class="button" href="{base}/paper">On paper</a>
	</div>
</div>
{#if instructs}<LogRooms {base} at="log" />{/if}

{#if said?.message && !said.form}<p class="mt-2 text-limit" role="alert">{said.message}</p>{/if}
{#if said && 'confirmed' in said}<p class="mt-2" role="status">
		✓ {said.confirmed} confirmed, and closed.
	</p>{/if}
{#if said && 'deleted' in said}
	{@const gone = said.deleted as { id: string; version: number }}
	<form method="POST" action="?/restore" use:enhance class="mt-2 flex items-center gap-3" role="status">
		<input type="hidden" name="id" value={gone.id} /><input
			type="hidden"
			name="version"
			value={gone.version}
		/>
		Taken out of the log; its trace stays. <button class="button">Bring it back</button>
	</form>
{/if}
{#if said && 'undone' in said}
	{@const undone = said.undone as { gone: number; stay: number }}
	<p class="mt-2" role="status">
		✓ Undone: {undone.gone} entries are out again{undone.stay > 0
			? `; ${undone.stay} had been confirmed and stay`
			: ''}.
	</p>
{/if}

<section class="no-print sheet mt-3 p-3" aria-label="A new entry">
	{#if writing}
		<h2 class="mb-2">{data.offered ? `From the flight “${data.offered.cardName}”` : 'A new entry'}</h2>
		{#key data.offered?.attemptId ?? ''}
			<EntryForm
				start={data.offered?.entry ?? data.next}
				today={data.today}
				known={data.known}
				action="?/add"
				hidden={data.offered ? { attempt: data.offered.attemptId } : {}}
				refused={said?.form === 'add' ? said : null}
				many
			/>
		{/key}
		{#if data.offered}<p class="mt-2 text-sm text-ink-soft">
				Practice in this trainer stands apart: no rule counts it as time.
			</p>{/if}
	{:else}<button class="button" onclick={() => (writing = true)}>Make an entry for {data.student.name}</button
		>{/if}
</section>

<div class="no-print mt-4 flex flex-wrap items-end gap-x-4 gap-y-2">
	<label class="flex items-center gap-2">
		<span class="text-ink-soft">Find</span>
		<input
			class="field w-44"
			type="search"
			aria-label="Find in the log"
			placeholder="place, aircraft, name"
			value={view.words}
			onchange={(event) => look({ q: event.currentTarget.value || null })}
		/>
	</label>
	<DateField label="from" value={view.from} onchange={(from) => void look({ from })} />
	<DateField label="to" value={view.to} onchange={(to) => void look({ to })} />
	<RadioGroup
		label="Which entries"
		value={view.which}
		onchange={(which) => void look({ which: which === 'all' ? null : which })}
		options={[
			{ value: 'all', text: 'all' },
			{ value: 'waiting', text: `waiting ${data.waiting}` },
			{ value: 'confirmed', text: 'confirmed' },
			{ value: 'deleted', text: 'taken out' }
		]}
	/>
</div>

<form
	method="POST"
	action="?/confirm"
	use:enhance={() =>
		async ({ update }) => {
			await update();
			chosen = {};
		}}
>
	{#each picked as { id, version } (id)}<input type="hidden" name="entry" value="{id} {version}" />{/each}
	{#if instructs && waiting.length > 0 && view.which !== 'deleted'}
		<div class="no-print mt-3 flex flex-wrap items-center gap-3">
			<Checkbox
				label="All {waiting.length} waiting here"
				checked={picked.length === waiting.length}
				onchange={all}
			/>
			<button class="button button-main" disabled={picked.length === 0}>Confirm {picked.length}</button>
			<span class="text-sm text-ink-soft">A confirmed entry is closed; a correction makes a new version.</span
			>
		</div>
	{/if}
	<div class="sheet mt-3 overflow-x-auto max-sm:border-x-0">
		<table class="table stacks" data-testid="log">
			<caption class="sr-only">Entries of the log</caption>
			<thead>
				<tr>
					{#if before === 4}<th><span class="sr-only">Chosen</span></th>{/if}
					<th
						><a class="no-underline" href={sorted('date')} data-sveltekit-noscroll>Date{arrow('date')}</a></th
					>
					<th>Aircraft</th>
					<th>Route</th>
					{#each TIME_COLUMNS as { sort, head } (sort)}
						<th class="number"
							><a class="no-underline" href={sorted(sort)} data-sveltekit-noscroll>{head}{arrow(sort)}</a></th
						>
					{/each}
					<th>Approaches, holds</th>
					<th>State</th>
				</tr>
			</thead>
			<tbody>
				{#each rows as row (row.id)}
					{@const { entry } = row}
					{@const cautions = problemsOfEntry(entry, data.today)}
					<tr class={entry.device === 'trainer' ? 'text-ink-soft' : ''}>
						{#if before === 4}<td
								>{#if row.confirmedAt === null && entry.device !== 'trainer'}<Checkbox
										label="Entry of {entry.date}"
										unseen
										checked={chosen[row.id] ?? false}
										onchange={(checked) => (chosen[row.id] = checked)}
									/>{/if}</td
							>{/if}
						<td class="whitespace-nowrap"><a href="/log/entry/{row.id}">{formatDay(entry.date)}</a></td>
						<td data-head="Aircraft"
							>{[entry.aircraftType, entry.registration]
								.filter(Boolean)
								.join(' ')}{#if entry.device !== 'airplane'}
								<span class="block text-sm text-ink-soft">{DEVICE_NAMES[entry.device]}</span>{/if}</td
						>
						<td data-head="Route"
							>{routeWords(entry)}{#if entry.remarks}<span
									class="block max-w-60 truncate text-sm text-ink-soft">{entry.remarks}</span
								>{/if}</td
						>
						{#each TIME_COLUMNS as { field, head } (field)}
							<td class="number tabular-nums {entry[field] === 0 ? 'max-sm:hidden!' : ''}" data-head={head}
								>{formatMinutes(entry[field], { blank: true })}</td
							>
						{/each}
						<td
							data-head="Approaches, holds"
							class="text-sm {workWords(entry) === '' ? 'max-sm:hidden!' : ''}">{workWords(entry)}</td
						>
						<td data-head="State" class="text-sm">
							{#if view.which === 'deleted'}<span class="text-ink-soft">taken out</span>
							{:else if row.confirmedAt}<span title="by {row.confirmedBy}">✓ confirmed</span>
							{:else if entry.device === 'trainer'}practice
							{:else}<span class="text-ink-soft">waiting</span>{/if}
							{#each cautions as { words, field } (field)}<span class="block text-caution">▲ {words}</span
								>{/each}
						</td>
					</tr>
				{:else}
					<tr
						><td colspan={before + TIME_COLUMNS.length + 2} class="text-ink-soft"
							>{data.all.entries === 0
								? 'Nothing is in the log yet: type the first entry above, or take in a file.'
								: 'No entry is like that.'}</td
						></tr
					>
				{/each}
			</tbody>
			{#if rows.length > 0}
				<tfoot data-testid="totals" class="border-t border-line">
					<TotalsRow head="This page" totals={totalsOf(rows.map(({ entry }) => entry))} {before} after={2} />
					{#if data.forward}<TotalsRow head="Brought forward" totals={data.forward} {before} after={2} />{/if}
					{#if data.found.entries !== data.all.entries}<TotalsRow
							head={view.to && !view.words && !view.from && view.which === 'all'
								? `As of ${formatDay(view.to)}`
								: 'Found'}
							totals={data.found}
							{before}
							after={2}
						/>{/if}
					<TotalsRow head="All" totals={data.all} {before} after={2} />
				</tfoot>
			{/if}
		</table>
	</div>
</form>
<div class="no-print mt-2 flex flex-wrap items-center justify-between gap-3">
	<div class="flex items-center gap-2">
		{#if view.page > 0}<a class="button" href={address({ page: String(view.page - 1) })}>Page before</a>{/if}
		<span class="text-ink-soft">Page {view.page + 1} of {pages}</span>
		{#if view.page + 1 < pages}<a class="button" href={address({ page: String(view.page + 1) })}>Next page</a
			>{/if}
	</div>
	<Select
		label="rows"
		place="before"
		value={String(view.perPage)}
		onchange={(count) => void look({ rows: count === '25' ? null : count })}
		options={['25', '100'].map((value) => ({ value, text: value }))}
	/>
</div>

{#if data.imports.length > 0}
	<div class="no-print sheet mt-4 p-1.5">
		<Fold title="Files that were taken in" says={data.imports.map(({ fileName }) => fileName).join(', ')}>
			<ul class="divide-y divide-line">
				{#each data.imports as one (one.id)}
					<li class="flex flex-wrap items-center justify-between gap-3 py-1.5">
						<span>{one.fileName}, {one.rows} entries, {formatDay(one.createdAt)}</span>
						{#if one.state === 'kept'}
							<form method="POST" action="?/undo" use:enhance>
								<button class="button" name="import" value={one.id}>Undo it</button>
							</form>
						{:else}<span class="text-ink-soft">undone</span>{/if}
					</li>
				{/each}
			</ul>
		</Fold>
	</div>
{/if}
{#if instructs}
	<div class="no-print sheet mt-4 p-1.5">
		<Fold
			title="The school’s approved devices"
			says={data.devices.map(({ name }) => name).join(', ') || 'none: this trainer is none'}
		>
			<ul class="divide-y divide-line">
				{#each data.devices as device (device.id)}
					<li class="flex flex-wrap items-center justify-between gap-3 py-1.5">
						<span>{device.name}: {DEVICE_NAMES[device.level as 'ftd']}, approval {device.approvalNumber}</span
						>
						<form method="POST" action="?/forget" use:enhance>
							<button class="button" name="device" value={device.id}>Take out</button>
						</form>
					</li>
				{/each}
			</ul>
			<form method="POST" action="?/device" use:enhance class="mt-2 flex flex-wrap items-end gap-3">
				<label class="grid gap-0.5"
					><span class="text-sm text-ink-soft">Name</span><input
						class="field"
						name="name"
						maxlength="80"
					/></label
				>
				<Select
					label="Level"
					name="level"
					value="aatd"
					options={(['ffs', 'ftd', 'aatd', 'batd', 'fnpt1', 'fnpt2'] as const).map((value) => ({
						value,
						text: DEVICE_NAMES[value]
					}))}
				/>
				<label class="grid gap-0.5"
					><span class="text-sm text-ink-soft">Approval number</span><input
						class="field"
						name="approvalNumber"
						maxlength="40"
					/></label
				>
				<button class="button">Enter it</button>
			</form>
			<p class="mt-1 text-sm text-ink-soft">
				Entries that name its approval number are made by an instructor only. Check the approval itself; Hanza
				cannot.
			</p>
		</Fold>
	</div>
{/if}
