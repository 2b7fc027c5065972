<script lang="ts">
	import { signed } from '@hanza/core';
	import FlightsTable from '$lib/students/FlightsTable.svelte';
	import FlightLinks from '$lib/students/FlightLinks.svelte';
	import FaultsTable from './FaultsTable.svelte';
	import ManoeuvreTable from '$lib/students/ManoeuvreTable.svelte';
	import ScanTrend from '$lib/students/ScanTrend.svelte';
	import type { PageData } from './[[view]]/$types';
	import Table from '$lib/ui/Table.svelte';
	import { formatMoment } from '$lib/ui/format.js';

	type ShownRecord = PageData['record'];
	interface Props {
		record: ShownRecord;
		/** Address of the record; its views are below it. */
		base: string;
		/** Whose it is: a student practises, an instructor sets. */
		whose: 'own' | 'student';
	}
	const { record, base, whose }: Props = $props();
	const VIEWS: readonly { view: ShownRecord['view']; text: string }[] = [
		{ view: 'flights', text: 'Flights' },
		{ view: 'faults', text: 'Faults' },
		{ view: 'attitude', text: 'Attitude' },
		{ view: 'navigation', text: 'Navigation' },
		{ view: 'scan', text: 'Scan' },
		{ view: 'drills', text: 'Drills' },
		{ view: 'numbers', text: 'Numbers' }
	];
	const percent = (share: number | null) => (share === null ? '' : `${Math.round(share * 100)} %`);
</script>

<nav class="no-print mt-4 flex gap-x-5 overflow-x-auto border-b border-line" aria-label="Views of the record">
	{#each VIEWS as { view, text } (view)}
		<a
			href={view === 'flights' ? base : `${base}/${view}`}
			class="border-b-2 py-1.5 no-underline {view === record.view
				? 'border-accent font-semibold text-ink'
				: 'border-transparent text-ink-soft hover:text-ink'}"
			aria-current={view === record.view ? 'page' : undefined}
			data-sveltekit-noscroll>{text}</a
		>
	{/each}
</nav>

<div class="mt-4">
	{#if record.view === 'flights'}
		{#if record.leanings.length > 0}
			<section class="sheet mb-4 px-3 py-2" aria-label="Leans to one side">
				<h2>Leans to one side</h2>
				<ul class="mt-1 divide-y divide-line">
					{#each record.leanings as { kind, text, tryNext } (kind)}
						<li class="py-1.5">{text} <span class="block text-sm text-ink-soft">{tryNext}</span></li>
					{/each}
				</ul>
			</section>
		{/if}
		<FlightsTable flights={record.flights} caption="Flights" />
	{:else if record.view === 'faults'}
		<FaultsTable faults={record.faults} {whose} />
	{:else if record.view === 'attitude' || record.view === 'navigation'}
		<ManoeuvreTable
			records={record.records}
			what={record.view === 'attitude' ? 'Manoeuvre' : 'Flown along'}
			empty={record.view === 'attitude'
				? 'No manoeuvre has been shown yet.'
				: 'Nothing has been flown by radio yet.'}
		/>
	{:else if record.view === 'scan'}
		{#if record.scans.length > 0}<ScanTrend points={record.scans} always />
		{:else}<p class="text-ink-soft">
				No flight has a scan yet: fly one with a veiled panel, or tap one on the tap sheet.
			</p>{/if}
	{:else if record.view === 'drills'}
		<Table
			caption="Drills"
			empty="No drill."
			filterFrom={99}
			rows={record.rows}
			columns={[
				{ id: 'name', head: 'Drill', value: (row) => row.name },
				{ id: 'due', head: 'Due', value: (row) => row.due, number: true },
				{ id: 'last', head: 'Last', value: (row) => (row.last ? new Date(row.last.at).getTime() : null) },
				{ id: 'best', head: 'Best', value: (row) => row.best, number: true },
				{ id: 'rounds', head: 'Rounds', value: (row) => row.rounds, number: true }
			]}
		>
			{#snippet cell(row, id)}
				{#if id === 'name'}<a href="/practice/drills/{row.id}" data-sveltekit-preload-data="off">{row.name}</a
					>
				{:else if id === 'due'}{row.due || ''}
				{:else if id === 'last'}{row.last
						? `${row.last.right} of ${row.last.asked}, ${formatMoment(row.last.at)}`
						: 'not yet'}
				{:else if id === 'best'}{percent(row.best)}
				{:else}{row.rounds || ''}{/if}
			{/snippet}
		</Table>
		{#if record.rounds.length > 0}
			<h2 class="mt-5 mb-1.5">Rounds</h2>
			<Table
				caption="Rounds"
				empty="No round yet."
				rows={record.rounds}
				columns={[
					{ id: 'at', head: 'Done', value: (row) => new Date(row.at).getTime() },
					{ id: 'name', head: 'Drill', value: (row) => row.name },
					{ id: 'right', head: 'Right', value: (row) => row.right / row.asked, number: true },
					{ id: 'seconds', head: 'Time', value: (row) => row.seconds, number: true }
				]}
			>
				{#snippet cell(row, id)}
					{#if id === 'at'}{formatMoment(row.at)}
					{:else if id === 'name'}{row.name}
					{:else if id === 'right'}{row.right} of {row.asked}
					{:else}{Math.round(row.seconds)} s{/if}
				{/snippet}
			</Table>
		{/if}
	{:else}
		{#each record.aircraft as { id, name, configurations, numbers } (id)}
			<h2 class="mt-3 mb-1.5 first:mt-0">
				{name}
				<a
					class="text-base font-normal"
					href="/library/aircraft/{id}{whose === 'student' ? `?student=${base.split('/').at(-1)}` : ''}"
					>beside the aircraft’s own</a
				>
			</h2>
			<Table
				caption="Numbers really flown in the {name}"
				empty="None yet."
				filterFrom={99}
				rows={numbers.map((one) => ({ ...one, id: one.configurationId }))}
				columns={[
					{ id: 'name', head: 'Configuration', value: (row) => row.configurationId },
					{ id: 'speed', head: 'Speed', value: (row) => row.airspeedKias.mean, number: true },
					{ id: 'rate', head: 'Rate', value: (row) => row.verticalSpeedFpm.mean, number: true },
					{ id: 'pitch', head: 'Pitch', value: (row) => row.pitchDeg.mean, number: true },
					{ id: 'power', head: 'Power', value: (row) => row.power.mean, number: true },
					{ id: 'stretches', head: 'Steady stretches', value: (row) => row.stretches, number: true },
					{ id: 'flights', head: 'From the flights of', value: (row) => row.flights.length }
				]}
			>
				{#snippet cell(row, column)}
					{#if column === 'name'}{configurations.find((one) => one.id === row.configurationId)?.name ??
							row.configurationId}
					{:else if column === 'speed'}{row.airspeedKias.mean.toFixed(0)} kt
					{:else if column === 'rate'}{signed(Math.round(row.verticalSpeedFpm.mean / 10) * 10, 0)} ft/min
					{:else if column === 'pitch'}{signed(row.pitchDeg.mean, 1)}°
					{:else if column === 'power'}{row.power.mean.toFixed(row.power.mean < 100 ? 1 : 0)}
					{:else if column === 'stretches'}{row.stretches}, {Math.round(row.seconds)} s
					{:else}<FlightLinks flights={row.flights} />{/if}
				{/snippet}
			</Table>
		{:else}<p class="text-ink-soft">No steady stretch has been flown yet.</p>{/each}
	{/if}
</div>
