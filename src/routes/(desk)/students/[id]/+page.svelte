<script lang="ts">
	import { enhance } from '$app/forms';
	import FlightsTable from '$lib/students/FlightsTable.svelte';
	import ManoeuvreTable from '$lib/students/ManoeuvreTable.svelte';
	import ScanTrend from '$lib/students/ScanTrend.svelte';
	import { formatDay } from '$lib/ui/format.js';

	const { data } = $props();
</script>

<svelte:head><title>{data.student.name} · Hanza</title></svelte:head>

<div class="flex items-center justify-between">
	<h1>{data.student.name}</h1>
	<span class="flex gap-2">
		<a class="button" href="/aircraft?student={data.student.id}">Numbers flown</a>
		<a class="button button-main" href="/set?student={data.student.id}">Set a task</a>
	</span>
</div>
{#if data.attention.length > 0}
	<ul class="mt-2">
		{#each data.attention as { text, attemptId } (text)}
			<li class="flex gap-1.5">
				<span class="text-caution" aria-hidden="true">▲</span>
				{#if attemptId}<a href="/debrief/{attemptId}">{text}</a>{:else}{text}{/if}
			</li>
		{/each}
	</ul>
{/if}

<h2 class="mt-6">Set at the moment</h2>
<ul class="sheet mt-2 divide-y divide-line">
	{#each data.tasks as task (task.id)}
		<li class="flex flex-wrap items-center gap-4 px-3 py-2">
			<span class="grow">
				{task.name}
				<span class="block text-sm text-ink-soft">
					{formatDay(task.createdAt)} · {task.standardId} · assist: {task.assist === 'any'
						? 'student’s choice'
						: task.assist}
					{#if task.note}· {task.note}{/if}
				</span>
			</span>
			<form method="POST" action="?/close" use:enhance>
				<button class="button" name="assignment" value={task.id}>Take back</button>
			</form>
		</li>
	{:else}<li class="px-3 py-2 text-ink-soft">Nothing.</li>{/each}
</ul>

{#if data.leanings.length > 0}
	<h2 class="mt-6">Leans to one side</h2>
	<ul class="sheet mt-2 divide-y divide-line">
		{#each data.leanings as { kind, text, tryNext } (kind)}
			<li class="px-3 py-2">{text} <span class="block text-sm text-ink-soft">{tryNext}</span></li>
		{/each}
	</ul>
{/if}
{#if data.manoeuvres.length > 0}
	<h2 class="mt-6">Attitude flying</h2>
	<div class="sheet mt-2 overflow-x-auto"><ManoeuvreTable records={data.manoeuvres} /></div>
{/if}
<ScanTrend points={data.scans} />

<h2 class="mt-6">Flights</h2>
<div class="sheet mt-2">
	{#if data.flights.length === 0}<p class="px-3 py-2 text-ink-soft">Nothing flown yet.</p>
	{:else}<FlightsTable flights={data.flights} caption="Flights of {data.student.name}" />{/if}
</div>
