<script lang="ts">
	import Sparkline from '$lib/charts/Sparkline.svelte';
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import Term from '$lib/help/Term.svelte';
	import { formatMoment, formatShortDay } from '$lib/ui/format.js';
	import Table from '$lib/ui/Table.svelte';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form as object | null));
	let takes = $state(false);
	type Entry = (typeof data.entries)[number];
	const ended = ({ last }: Entry) => last.filter(({ status }) => status !== 'flying');
	/** Oldest first, as one reads. */
	const points = (entry: Entry) =>
		ended(entry)
			.toReversed()
			.map((flight) => ({
				id: flight.id,
				value: flight.score === null ? null : flight.score / 100,
				failed: flight.verdict !== 'met',
				href: `/debrief/${flight.id}`,
				text: `${flight.cardName}, ${formatShortDay(flight.startedAt)}${flight.score === null ? '' : `: ${Math.round(flight.score)}`}`
			}));
	const MOST = 2;
</script>

<svelte:head><title>Students · Hanza</title></svelte:head>

<div class="mb-3 flex flex-wrap items-center justify-between gap-3">
	<h1>Students</h1>
	<button class="button" onclick={() => (takes = !takes)} aria-expanded={takes}>Take a record in</button>
</div>
{#if takes}
	<form
		method="POST"
		action="?/take"
		enctype="multipart/form-data"
		use:enhance={() =>
			({ update }) =>
				update({ reset: false })}
		class="sheet mb-3 flex flex-wrap items-end gap-3 p-3"
		aria-label="A record from elsewhere"
	>
		<label class="grid gap-0.5"
			><span class="text-sm text-ink-soft">The file, as it was saved</span>
			<input class="field" type="file" name="file" accept=".zip" />
			<FieldError words={refused.errors.file} name="the file" /></label
		>
		<label class="grid gap-0.5"
			><span class="text-sm text-ink-soft">Signs in as</span>
			<input
				class="field"
				name="login"
				maxlength="40"
				autocomplete="off"
				value={refused.entered.login ?? ''}
			/>
			<FieldError words={refused.errors.login} name="the name" /></label
		>
		<label class="grid gap-0.5"
			><span class="text-sm text-ink-soft">First password</span>
			<input class="field" type="password" name="password" autocomplete="new-password" />
			<FieldError words={refused.errors.password} name="the password" /></label
		>
		<button class="button button-main">Take it in</button>
		{#if refused.message}<span class="text-limit" role="alert">✕ {refused.message}</span>{/if}
		<p class="w-full text-sm text-ink-soft">
			It becomes a new student of yours, with log, flights, grades and remarks as they were.
		</p>
	</form>
{/if}
<Table
	caption="Students"
	empty="No students yet."
	filterFrom={1}
	most={25}
	ofScreen={8}
	rows={data.entries}
	href={({ id }) => `/students/${id}`}
	columns={[
		{ id: 'name', head: 'Student', value: (row) => row.name },
		{ id: 'flights', head: 'Last flights', value: (row) => ended(row)[0]?.score ?? null },
		{
			id: 'fails',
			head: 'What fails, and since when',
			value: (row) => row.fails.map(({ name }) => name).join(' ')
		},
		{
			id: 'rating',
			head: 'Way to the rating',
			value: ({ rating }) => (rating.summary ? rating.summary.met / rating.summary.of : null)
		},
		{ id: 'set', head: 'Set', value: (row) => row.set.join(' ') },
		{
			id: 'seen',
			head: 'Last seen',
			value: (row) => (row.last[0] ? new Date(row.last[0].startedAt).getTime() : null)
		},
		{ id: 'do', head: '', number: true }
	]}
>
	{#snippet cell(row, id)}
		{#if id === 'name'}
			<a class="font-semibold whitespace-nowrap" href="/students/{row.id}">{row.name}</a>
			{#each row.attention.filter( ({ text }) => /twice running|down|broken off|nothing set|not flown/.test(text) ) as { text, attemptId } (text)}
				<span class="block text-sm"
					><span class="text-caution" aria-hidden="true">▲</span>
					{#if attemptId}<a href="/debrief/{attemptId}">{text}</a>{:else}{text}{/if}</span
				>
			{/each}
		{:else if id === 'flights'}
			{#if points(row).length > 0}
				<Sparkline points={points(row)} label="Last flights of {row.name}, oldest first" />
			{:else}<span class="text-ink-soft">none yet</span>{/if}
		{:else if id === 'fails'}
			<span>
				{#each row.fails.slice(0, MOST) as fault (fault.kind)}
					<span class="block"
						><Term to="faults#{fault.kind}">{fault.name}</Term>
						<a class="text-sm" href="/debrief/{fault.attemptId}">since {formatShortDay(fault.since)}</a></span
					>
				{:else}<span class="text-ink-soft">nothing</span>{/each}
				{#if row.fails.length > MOST}<a class="text-sm" href="/students/{row.id}/faults"
						>and {row.fails.length - MOST} more</a
					>{/if}
			</span>
		{:else if id === 'rating'}
			{@const { summary, waiting, isPending } = row.rating}
			<span class="text-sm">
				{#if summary}
					<a href="/log/{row.id}/rating">{summary.met} of {summary.of} met</a>
					{#if summary.missing.length > 0}<span class="block text-ink-soft"
							>nearest: {summary.missing[0]!.toLowerCase()}</span
						>{/if}
					{#each summary.lapsing as { name, on } (name)}<span class="block text-caution"
							>▲ {name.toLowerCase()} lapses {formatShortDay(on)}</span
						>{/each}
				{:else if isPending}<a href="/log/{row.id}/rating">is being worked out</a>
				{:else}<span class="text-ink-soft">no log yet</span>{/if}
				{#if waiting > 0}<a class="block" href="/log/{row.id}?which=waiting">{waiting} to confirm</a>{/if}
			</span>
		{:else if id === 'set'}
			<span class="text-sm">
				{row.set.slice(0, MOST).join(', ') || 'nothing'}{row.set.length > MOST
					? `, ${row.set.length - MOST} more`
					: ''}
			</span>
		{:else if id === 'seen'}
			<span class="whitespace-nowrap"
				>{row.inTheAir ? 'in the air' : row.last[0] ? formatMoment(row.last[0].startedAt) : 'never'}</span
			>
		{:else}
			<span class="flex justify-end gap-2 max-sm:justify-start">
				{#if row.inTheAir}<a class="button button-main" href="/watch/{row.inTheAir}">Watch</a>{/if}
				{#if ended(row)[0]}<a class="button" href="/debrief/{ended(row)[0]!.id}">Debrief</a>{/if}
				<a class="button" href="/set?student={row.id}" aria-label="Set a task for {row.name}">Set</a>
			</span>
		{/if}
	{/snippet}
</Table>
