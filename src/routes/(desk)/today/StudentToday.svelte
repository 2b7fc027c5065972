<script lang="ts">
	import { enhance } from '$app/forms';
	import SketchPicture from '$lib/charts/SketchPicture.svelte';
	import FlyButton from '$lib/cockpit/FlyButton.svelte';
	import Term from '$lib/help/Term.svelte';
	import { formatDay, formatMoment } from '$lib/ui/format.js';
	import Verdict from '$lib/ui/Verdict.svelte';
	import type { PageData } from './$types';

	const { day }: { day: NonNullable<PageData['own']> } = $props();
	const { next, fault } = $derived(day);
	const assistOf = (task: { assist: string }) => (task.assist === 'direct' ? 'direct' : 'attitude');
	const flown = $derived(
		Object.fromEntries([...day.unfinished, ...day.flights].map(({ id, cardName }) => [id, cardName]))
	);
	const others = $derived(day.tasks.filter(({ id }) => id !== next?.id));
</script>

<h1>Today</h1>

{#if day.unfinished.length > 0}
	<section class="sheet mt-3 border-caution p-4" aria-label="Not finished">
		<h2>Not finished</h2>
		<ul class="mt-2 grid gap-2">
			{#each day.unfinished as flight (flight.id)}
				<li class="flex flex-wrap items-center gap-3">
					<span class="grow">{flight.cardName}, begun {formatMoment(flight.startedAt)}</span>
					<a class="button button-main" href="/fly/{flight.id}">Fly on</a>
				</li>
			{/each}
		</ul>
	</section>
{/if}

{#await import('$lib/cockpit/UnsentFlights.svelte') then { default: UnsentFlights }}
	<UnsentFlights person={day.personId} names={flown} />
{/await}

{#if next}
	<section class="sheet mt-3 flex flex-wrap items-center gap-5 p-4" aria-label="Next">
		<div class="min-w-64 grow basis-0">
			<p class="text-sm text-ink-soft">Next, because {next.why}:</p>
			<h2 class="mt-0.5 text-xl">{next.name}</h2>
			<p class="mt-1">{next.summary}</p>
			{#if next.note}<p class="mt-1 text-ink-soft">
					{next.instructorName ? `${next.instructorName}: ` : ''}“{next.note}”
				</p>{/if}
			{#if next.lastId}<p class="mt-1 text-sm">
					Last time: <a href="/debrief/{next.lastId}"
						>{next.lastVerdict}{next.lastScore === null ? '' : `, ${Math.round(next.lastScore)}`}</a
					>
				</p>{/if}
			<p class="mt-3 flex gap-2">
				<FlyButton assignmentId={next.id} assist={assistOf(next)} main />
				<a class="button" href="/brief/{next.id}">Brief</a>
			</p>
		</div>
		{#if next.sketch}<SketchPicture sketch={next.sketch} label={next.name} />{/if}
	</section>
{:else}
	<p class="mt-3 text-ink-soft">Nothing is set. Ten minutes of practice are below.</p>
{/if}

<section class="mt-6" aria-label="Ten minutes">
	<h2>Ten minutes</h2>
	<ul class="sheet mt-1.5 divide-y divide-line">
		{#if day.drill}
			<li class="row">
				<span class="what"
					>Drill: <strong>{day.drill.name}</strong> <span class="text-ink-soft">{day.drill.why}</span></span
				>
				<a class="button" href="/practice/drills/{day.drill.id}" data-sveltekit-preload-data="off">Start</a>
			</li>
		{/if}
		{#if fault}
			<li class="row">
				<span class="what">
					<Term to="faults#{fault.kind}">{fault.name}</Term>
					<span class="text-ink-soft"
						>{fault.sinceAt === null
							? 'had it, not lately'
							: `in ${fault.ofLastThree} of your last three flights`}
						{#if fault.since && fault.since.rarer !== null}
							· since its drill {fault.since.after.having} of {fault.since.after.of}, before {fault.since
								.before.having} of {fault.since.before.of}: {fault.since.rarer ? 'rarer' : 'not rarer'}
						{/if}</span
					>
				</span>
				<a class="button" href="/practice/faults/{fault.kind}">Watch it</a>
				{#if fault.taskId}<a class="button" href="/brief/{fault.taskId}">Fly “{fault.card?.name}”</a>
				{:else if fault.card}
					<form method="POST" action="?/practise" use:enhance>
						<button class="button" name="card" value={fault.card.id}>Practise “{fault.card.name}”</button>
					</form>
				{/if}
			</li>
		{/if}
		{#if !day.drill && !fault}<li class="row text-ink-soft">
				Nothing is due, and no fault is known. <a href="/practice/drills">All drills</a>
			</li>{/if}
	</ul>
</section>

{#if others.length > 0}
	<section class="mt-6" aria-label="Also set">
		<h2>Also set</h2>
		<ul class="sheet mt-1.5 divide-y divide-line">
			{#each others as task (task.id)}
				<li class="row">
					<div class="what">
						<span class="font-semibold">{task.name}</span>
						<span class="block text-sm text-ink-soft">
							{task.instructorName ? `${task.instructorName}, ` : ''}{formatDay(task.createdAt)} · {task.flown ===
							0
								? 'not flown yet'
								: `flown ${task.flown} time${task.flown === 1 ? '' : 's'}`}{task.note
								? ` · ${task.note}`
								: ''}
						</span>
					</div>
					{#if task.lastVerdict}<Verdict verdict={task.lastVerdict} />{/if}
					<a class="button" href="/brief/{task.id}" aria-label="Brief: {task.name}">Brief</a>
					<FlyButton assignmentId={task.id} assist={assistOf(task)} name={task.name} />
				</li>
			{/each}
		</ul>
	</section>
{/if}

<section class="mt-6" aria-label="Last flights">
	<h2 class="flex items-baseline gap-3">
		Last flights <a class="text-base font-normal" href="/record">All</a>
	</h2>
	<ul class="sheet mt-1.5 divide-y divide-line">
		{#each day.flights as flight (flight.id)}
			<li class="row">
				<span class="what"
					>{flight.cardName}
					<span class="text-sm text-ink-soft"
						>{formatMoment(flight.startedAt)}{flight.status === 'interrupted' ? ', broken off' : ''}</span
					></span
				>
				<Verdict verdict={flight.overridden ?? flight.verdict} />
				<span class="w-8 text-right">{flight.score === null ? '' : Math.round(flight.score)}</span>
				<a href="/debrief/{flight.id}">Debrief</a>
			</li>
		{:else}<li class="row text-ink-soft">
				Nothing flown yet. <a href="/help/first-flight">Your first flight</a>
			</li>{/each}
	</ul>
</section>

{#await import('$lib/cockpit/HandInFlight.svelte') then { default: HandInFlight }}<HandInFlight />{/await}

<style>
	.row {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 0.4rem 0.75rem;
		padding: 0.5rem 0.75rem;
	}
	.what {
		min-width: 13rem;
		flex: 1;
	}
</style>
