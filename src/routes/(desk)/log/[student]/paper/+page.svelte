<script lang="ts">
	import { addedTotals, formatMinutes, totalsOf, type LogEntry, type LogTotals } from '@hanza/core';
	import { DEVICE_NAMES, routeWords, TIME_COLUMNS, workWords } from '$lib/log/words.js';
	import { formatDay } from '$lib/ui/format.js';

	const { data } = $props();
	/** Lines of a double page. */
	const LINES = 14;
	interface Sheet {
		entries: LogEntry[];
		forward: LogTotals;
		here: LogTotals;
		after: LogTotals;
	}
	// Practice in this trainer is in no book.
	const flown = $derived(data.entries.filter(({ device }) => device !== 'trainer'));
	const sheets = $derived.by(() => {
		const list: Sheet[] = [];
		let forward = totalsOf([]);
		for (let i = 0; i < flown.length; i += LINES) {
			const entries = flown.slice(i, i + LINES);
			const here = totalsOf(entries);
			const after = addedTotals(forward, here);
			list.push({ entries, forward, here, after });
			forward = after;
		}
		return list;
	});
	const FOOT = [
		['Brought forward', 'forward'],
		['This page', 'here'],
		['To date', 'after']
	] as const;
</script>

<svelte:head><title>Log on paper · {data.student.name} · Hanza</title></svelte:head>

<div class="no-print flex flex-wrap items-center justify-between gap-3">
	<h1>Log on paper</h1>
	<div class="flex gap-2">
		<button class="button button-main" onclick={() => print()}>Print, or save as PDF</button>
		<a class="button" href={data.base}>All entries</a>
	</div>
</div>
{#each sheets as sheet, i (i)}
	<section class="double sheet mt-4 p-3" aria-label="Page {i + 1}">
		<p class="flex justify-between text-sm">
			<strong>{data.student.name}</strong><span>Page {i + 1} of {sheets.length}</span>
		</p>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<div class="overflow-x-auto" role="region" aria-label="Lines of page {i + 1}" tabindex="0">
			<table class="table dense mt-1 text-sm">
				<thead>
					<tr>
						<th>Date</th><th>Type</th><th>Registration</th><th>Route</th>
						{#each TIME_COLUMNS as { field, head } (field)}<th class="number">{head}</th>{/each}
						<th class="number">Device</th><th class="number">Ldg</th><th>Approaches, holds</th><th
							>Instructor, safety pilot</th
						><th>Remarks</th>
					</tr>
				</thead>
				<tbody>
					{#each sheet.entries as entry, row (row)}
						{@const device = entry.device !== 'airplane' && entry.device !== 'other-aircraft'}
						<tr>
							<td class="whitespace-nowrap">{formatDay(entry.date)}</td>
							<td>{entry.aircraftType}{device ? ` (${DEVICE_NAMES[entry.device]})` : ''}</td>
							<td>{entry.registration}</td>
							<td>{routeWords(entry)}</td>
							{#each TIME_COLUMNS as { field } (field)}<td class="number"
									>{device && field === 'totalMinutes'
										? ''
										: formatMinutes(entry[field], { blank: true })}</td
								>{/each}
							<td class="number">{device ? formatMinutes(entry.totalMinutes) : ''}</td>
							<td class="number">{entry.landings || ''}</td>
							<td>{workWords(entry)}</td>
							<td>{[entry.instructor, entry.safetyPilot].filter(Boolean).join(', ')}</td>
							<td>{entry.remarks}</td>
						</tr>
					{/each}
				</tbody>
				<tfoot>
					{#each FOOT as [head, which] (which)}
						<tr class="font-semibold">
							<td colspan="4">{head}</td>
							{#each TIME_COLUMNS as { field } (field)}<td class="number"
									>{formatMinutes(sheet[which][field])}</td
								>{/each}
							<td class="number">{formatMinutes(sheet[which].deviceMinutes)}</td>
							<td class="number">{sheet[which].landings}</td>
							<td>{sheet[which].approaches} approaches, {sheet[which].holds} holds</td>
							<td colspan="2"></td>
						</tr>
					{/each}
				</tfoot>
			</table>
		</div>
		<p class="mt-2 text-sm">Signed <span class="inline-block w-64 border-b border-line"></span></p>
	</section>
{:else}<p class="mt-4 text-ink-soft">Nothing is in the log yet.</p>{/each}

<style>
	@media print {
		@page {
			size: A4 landscape;
		}
		.double {
			break-after: page;
			border: 0;
			padding: 0;
			margin: 0;
		}
		.double :global(:is(table, th, td)) {
			font-size: 7pt;
		}
	}
</style>
