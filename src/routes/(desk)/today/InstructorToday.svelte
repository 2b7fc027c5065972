<script lang="ts">
	import type { Snippet } from 'svelte';
	import { enhance } from '$app/forms';
	import { formatMoment } from '$lib/ui/format.js';
	import Verdict from '$lib/ui/Verdict.svelte';
	import Term from '$lib/help/Term.svelte';
	import type { PageData } from './$types';

	type Day = NonNullable<PageData['desk']>;
	const { day }: { day: Day } = $props();
	const nothing = $derived(
		day.inTheAir.length +
			day.unseen.length +
			day.cameAgain.length +
			day.toConfirm.length +
			day.notBegun.length +
			day.silent.length ===
			0
	);
	const days = (count: number) => (count === 0 ? 'today' : count === 1 ? 'yesterday' : `${count} days ago`);
	/** So many rows of a list at first: the page is a list of what to do, not of everything. */
	const MOST = 5;
	let opened = $state<Record<string, boolean>>({});
</script>

{#snippet list<Row>(title: string, rows: readonly Row[], keyOf: (row: Row) => string, row: Snippet<[Row]>)}
	{#if rows.length > 0}
		<section aria-label={title}>
			<h2 class="mt-5 flex items-baseline gap-2">
				{title} <span class="font-normal text-ink-soft">{rows.length}</span>
			</h2>
			<ul class="sheet mt-1.5 divide-y divide-line">
				{#each opened[title] ? rows : rows.slice(0, MOST) as one (keyOf(one))}
					<li class="row">{@render row(one)}</li>
				{/each}
			</ul>
			{#if rows.length > MOST}
				<button
					class="button mt-1.5"
					onclick={() => (opened[title] = !opened[title])}
					aria-expanded={opened[title] ?? false}
					>{opened[title] ? `The first ${MOST}` : `All ${rows.length}`}</button
				>
			{/if}
		</section>
	{/if}
{/snippet}

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>Today</h1>
	<a class="button button-main" href="/set">Set a task</a>
</div>

{#snippet air(flight: Day['inTheAir'][number])}
	<a class="who" href="/students/{flight.studentId}">{flight.studentName}</a>
	<span class="what">{flight.cardName}, in the air since {formatMoment(flight.startedAt)}</span>
	<a class="button button-main" href="/watch/{flight.id}">Watch</a>
{/snippet}
{@render list('In the air now', day.inTheAir, ({ id }) => id, air)}

{#snippet unseen(flight: Day['unseen'][number])}
	<a class="who" href="/students/{flight.studentId}">{flight.studentName}</a>
	<span class="what">
		<a href="/debrief/{flight.id}">{flight.cardName}</a>
		<span class="block text-sm text-ink-soft"
			>{formatMoment(flight.startedAt)}{flight.faults.length > 0
				? `: ${[...new Set(flight.faults)].join(', ').toLowerCase()}`
				: ''}</span
		>
	</span>
	<span class="w-28"><Verdict verdict={flight.verdict} /></span>
	<span class="w-8 text-right">{flight.score === null ? '' : Math.round(flight.score)}</span>
	<form method="POST" action="?/looked" use:enhance>
		<button
			class="button"
			name="attempt"
			value={flight.id}
			aria-label="Looked at: {flight.cardName}, {flight.studentName}">Looked at</button
		>
	</form>
{/snippet}
{@render list('Flown and not looked at', day.unseen, ({ id }) => id, unseen)}

{#snippet again(fault: Day['cameAgain'][number])}
	<a class="who" href="/students/{fault.studentId}/faults">{fault.studentName}</a>
	<span class="what">
		<span class="text-caution" aria-hidden="true">▲</span>
		<Term to="faults#{fault.kind}">{fault.name}</Term>
		<span class="block text-sm text-ink-soft"
			>in {fault.ofLastThree} of the last three flights, the last
			<a href="/debrief/{fault.newestId}">here</a></span
		>
	</span>
	{#if fault.card}
		{#if fault.isSet}<span class="text-ink-soft">✓ “{fault.card.name}” is set</span>
		{:else}
			<form method="POST" action="?/train" use:enhance>
				<input type="hidden" name="student" value={fault.studentId} />
				<button class="button" name="fault" value={fault.kind}>Set “{fault.card.name}”</button>
			</form>
		{/if}
	{/if}
{/snippet}
{@render list('Came again', day.cameAgain, ({ studentId, kind }) => `${studentId} ${kind}`, again)}

{#snippet toConfirm(one: Day['toConfirm'][number])}
	<a class="who" href="/students/{one.studentId}">{one.studentName}</a>
	<span class="what"
		>{one.entries}
		{one.entries === 1 ? 'entry of the log waits' : 'entries of the log wait'} for your confirmation</span
	>
	<a
		class="button"
		href="/log/{one.studentId}?which=waiting"
		aria-label="Look through the log of {one.studentName}">Look through</a
	>
{/snippet}
{@render list('To confirm', day.toConfirm, ({ studentId }) => studentId, toConfirm)}

{#snippet notBegun(task: Day['notBegun'][number])}
	<a class="who" href="/students/{task.studentId}">{task.studentName}</a>
	<span class="what">{task.cardName} <span class="text-sm text-ink-soft">set {days(task.days)}</span></span>
	<form method="POST" action="?/takeBack" use:enhance>
		<button
			class="button"
			name="assignment"
			value={task.id}
			aria-label="Take back: {task.cardName}, {task.studentName}">Take back</button
		>
	</form>
{/snippet}
{@render list('Set and not begun', day.notBegun, ({ id }) => id, notBegun)}

{#snippet silent(one: Day['silent'][number])}
	<a class="who" href="/students/{one.studentId}">{one.studentName}</a>
	<span class="what"
		>{one.days === null ? 'has not flown yet' : `last flight ${days(one.days)}`}{one.open === 0
			? ', and nothing is set'
			: `, ${one.open} set`}</span
	>
	<a class="button" href="/set?student={one.studentId}">Set a task</a>
{/snippet}
{@render list('Not seen for long', day.silent, ({ studentId }) => studentId, silent)}

{#if nothing}
	<p class="mt-4 text-ink-soft">
		{day.students === 0
			? 'No students yet.'
			: 'Nothing waits: every flight is looked at, no fault came again, every entry is confirmed, every task is begun.'}
	</p>
{/if}

<style>
	.row {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 0.4rem 1rem;
		padding: 0.45rem 0.75rem;
	}
	.who {
		width: 10rem;
		font-weight: 600;
	}
	.what a {
		text-decoration: underline;
	}
	.what {
		min-width: 12rem;
		flex: 1;
	}
</style>
