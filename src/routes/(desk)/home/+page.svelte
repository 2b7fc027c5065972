<script lang="ts">
	import FlightsTable from '$lib/students/FlightsTable.svelte';
	import FlyButton from '$lib/cockpit/FlyButton.svelte';
	import { formatDay, formatMoment } from '$lib/ui/format.js';

	const { data } = $props();
</script>

<svelte:head><title>Tasks · Hanza</title></svelte:head>

{#if data.unfinished.length > 0}
	<section class="sheet mb-5 border-caution p-4">
		<h2>Not finished</h2>
		<ul class="mt-2 grid gap-2">
			{#each data.unfinished as flight (flight.id)}
				<li class="flex flex-wrap items-center gap-3">
					<span>{flight.cardName}, begun {formatMoment(flight.startedAt)}</span>
					<a class="button button-main" href="/fly/{flight.id}">Fly on</a>
				</li>
			{/each}
		</ul>
	</section>
{/if}

<h1>Set for you</h1>
{#if data.tasks.length === 0}<p class="mt-2 text-ink-soft">Nothing is set at the moment.</p>{/if}
<ul class="mt-3 grid gap-3">
	{#each data.tasks as task (task.id)}
		<li class="sheet flex flex-wrap items-center gap-4 p-4">
			<div class="min-w-64 grow basis-0">
				<h2>{task.name}</h2>
				<p class="mt-1 text-ink-soft">{task.summary}</p>
				{#if task.note}<p class="mt-1">
						<span class="text-ink-soft">{task.instructorName}:</span>
						{task.note}
					</p>{/if}
				<p class="mt-1 text-sm text-ink-soft">
					Set {formatDay(task.createdAt)} · {task.flown === 0
						? 'not flown yet'
						: `flown ${task.flown} time${task.flown === 1 ? '' : 's'}`}
				</p>
			</div>
			<div class="flex gap-2">
				<a class="button" href="/brief/{task.id}">Brief</a>
				<FlyButton assignmentId={task.id} assist={task.assist === 'direct' ? 'direct' : 'attitude'} main />
			</div>
		</li>
	{/each}
</ul>

<h1 class="mt-8">Last flights</h1>
{#if data.flights.length === 0}
	<p class="mt-2 text-ink-soft">Nothing flown yet.</p>
{:else}
	<div class="sheet mt-3"><FlightsTable flights={data.flights} caption="Last flights" /></div>
{/if}
