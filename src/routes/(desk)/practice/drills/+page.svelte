<script lang="ts">
	import { onMount } from 'svelte';
	import { goto, invalidateAll } from '$app/navigation';
	import { formatMoment } from '$lib/ui/format.js';
	import { sendWaiting } from '$lib/drills/waiting-rounds.js';
	import Select from '$lib/ui/Select.svelte';

	const { data } = $props();
	onMount(async () => {
		if (await sendWaiting()) await invalidateAll();
	});
	const percent = (share: number) => `${Math.round(share * 100)} %`;
</script>

<svelte:head><title>Drills · Hanza</title></svelte:head>

<div class="flex flex-wrap items-baseline justify-between gap-3">
	<h1>Drills</h1>
	<Select
		label="numbers of the"
		place="before"
		value={data.aircraft.id}
		onchange={(id) => void goto(`?aircraft=${id}`, { keepFocus: true })}
		options={data.others.map(({ id, name }) => ({ value: id, text: name }))}
	/>
</div>
<p class="mt-1 text-ink-soft">
	Ten questions, a minute or two. What you miss comes again soon; what you know, after 1, 3, 7, 16 and 35
	days.
</p>
<div class="sheet mt-3 overflow-x-auto">
	<table class="table">
		<thead>
			<tr>
				<th>Drill</th><th class="number">Due</th><th>Last</th><th class="number">Best</th>
				<th class="number">Rounds</th><th></th>
			</tr>
		</thead>
		<tbody>
			{#each data.drills as drill (drill.id)}
				<tr>
					<td>
						<span class="font-semibold">{drill.name}</span>
						<span class="block text-sm text-ink-soft">{drill.what}</span>
					</td>
					<td class="number">{drill.due || ''}</td>
					<td>
						{#if drill.last}
							{drill.last.right} of {drill.last.asked}
							<span class="block text-sm text-ink-soft"
								>{formatMoment(drill.last.at)}, {Math.round(drill.last.seconds)} s</span
							>
						{:else}<span class="text-ink-soft">not yet</span>{/if}
					</td>
					<td class="number">{drill.best === null ? '' : percent(drill.best)}</td>
					<td class="number">{drill.rounds || ''}</td>
					<td class="number">
						<a
							class="button {drill.due > 0 || drill.rounds === 0 ? 'button-main' : ''}"
							href="/practice/drills/{drill.id}?aircraft={data.aircraft.id}"
							aria-label="Start: {drill.name}"
							data-sveltekit-preload-data="off">Start</a
						>
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>
