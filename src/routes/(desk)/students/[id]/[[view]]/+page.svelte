<script lang="ts">
	import { enhance } from '$app/forms';
	import RecordViews from '../../../record/RecordViews.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import { formatDay } from '$lib/ui/format.js';

	const { data } = $props();
	const { tasks } = $derived(data);
	/** More than this is folded, and said in a line. */
	const SEEN_AT_ONCE = 3;
</script>

<svelte:head><title>{data.student.name} · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>{data.student.name}</h1>
	<div class="flex gap-2">
		<a class="button" href="/api/log/{data.student.id}/record" download>Save the record</a>
		<a class="button" href="/log/{data.student.id}">Log</a>
		<a class="button" href="/log/{data.student.id}/rating">Way to the rating</a>
		<a class="button button-main" href="/set?student={data.student.id}">Set a task</a>
	</div>
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

<div class="sheet mt-3 p-1.5">
	<Fold
		title="Set at the moment"
		open={tasks.length > 0 && tasks.length <= SEEN_AT_ONCE}
		says={tasks.length === 0 ? 'nothing' : tasks.map(({ name }) => name).join(', ')}
	>
		<ul class="divide-y divide-line">
			{#each tasks as task (task.id)}
				<li class="flex flex-wrap items-center gap-4 py-1.5">
					<span class="min-w-0 grow">
						{task.name}
						<span class="block text-sm text-ink-soft">
							{formatDay(task.createdAt)} · {task.own ? 'chosen as practice' : task.standardId} · assist: {task.assist ===
							'any'
								? 'student’s choice'
								: task.assist}
							{#if task.note}· {task.note}{/if}
						</span>
					</span>
					<form method="POST" action="?/close" use:enhance>
						<button class="button" name="assignment" value={task.id} aria-label="Take back: {task.name}"
							>Take back</button
						>
					</form>
				</li>
			{:else}<li class="py-1.5 text-ink-soft">Nothing.</li>{/each}
		</ul>
	</Fold>
</div>

<RecordViews record={data.record} base="/students/{data.student.id}" whose="student" />
