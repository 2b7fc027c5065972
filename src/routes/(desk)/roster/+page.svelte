<script lang="ts">
	import { formatMoment } from '$lib/ui/format.js';
	import Verdict from '$lib/ui/Verdict.svelte';

	const { data } = $props();
</script>

<svelte:head><title>Students · Hanza</title></svelte:head>

<div class="flex items-center justify-between">
	<h1>Students</h1>
	<a class="button button-main" href="/set">Set a task</a>
</div>
<div class="sheet mt-3 overflow-x-auto">
	<table class="table">
		<thead>
			<tr
				><th>Student</th><th>Needs attention</th><th>Last flight</th><th>Verdict</th><th class="number"
					>Score</th
				><th>Before that</th><th></th></tr
			>
		</thead>
		<tbody>
			{#each data.entries as entry (entry.id)}
				{@const [newest, ...earlier] = entry.last}
				<tr>
					<td><a class="font-semibold" href="/students/{entry.id}">{entry.name}</a></td>
					<td>
						{#each entry.attention as { text, attemptId } (text)}
							<p class="flex gap-1.5">
								<span class="text-caution" aria-hidden="true">▲</span>
								{#if attemptId}<a href="/debrief/{attemptId}">{text}</a>{:else}{text}{/if}
							</p>
						{:else}<span class="text-ink-soft">nothing</span>{/each}
					</td>
					<td>
						{#if newest}
							<span class="block">{newest.cardName}</span>
							<span class="text-sm text-ink-soft"
								>{formatMoment(newest.startedAt)}{newest.status === 'flying'
									? entry.inTheAir === newest.id
										? ', in the air'
										: ', not finished'
									: ''}</span
							>
						{/if}
					</td>
					<td
						>{#if newest && newest.status !== 'flying'}<Verdict
								verdict={newest.overridden ?? newest.verdict}
							/>{/if}</td
					>
					<td class="number">{newest?.score == null ? '' : Math.round(newest.score)}</td>
					<td>
						<span class="flex flex-wrap gap-1.5">
							{#each earlier as flight (flight.id)}
								<a
									href="/debrief/{flight.id}"
									class="no-underline"
									title="{formatMoment(flight.startedAt)}: {flight.verdict}"
								>
									{flight.score === null ? '–' : Math.round(flight.score)}
								</a>
							{/each}
						</span>
					</td>
					<td class="number whitespace-nowrap">
						{#if entry.inTheAir}<a class="button button-main" href="/watch/{entry.inTheAir}">Watch</a>{/if}
						{#if newest && newest.status !== 'flying'}<a class="button" href="/debrief/{newest.id}">Debrief</a
							>{/if}
						<a class="button" href="/set?student={entry.id}">Set</a>
					</td>
				</tr>
			{:else}
				<tr><td colspan="7" class="text-ink-soft">No students yet.</td></tr>
			{/each}
		</tbody>
	</table>
</div>
