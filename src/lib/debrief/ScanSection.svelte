<script lang="ts">
	import { untrack } from 'svelte';
	import {
		formatClock,
		itemName,
		SCAN_NAMES,
		SCHOOL_IDS,
		SCHOOLS,
		type ScanInstrument,
		type SchoolId
	} from '@hanza/core';
	import type { FlightScan } from '$lib/contracts/views.js';
	import ScanPanel from './ScanPanel.svelte';
	import Select from '$lib/ui/Select.svelte';

	const { scan, onmoment }: { scan: FlightScan; onmoment: (seconds: number) => void } = $props();
	/** The card's own school at first. */
	let school = $state<SchoolId>(untrack(() => scan.school));
	const report = $derived(scan.reports[school]);
	const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share * 100)} %`);
	const ROWS: ScanInstrument[] = [
		'attitude',
		'airspeed',
		'altimeter',
		'heading',
		'vertical-speed',
		'turn',
		'engine'
	];
	const SOURCES = { veil: 'the veiled panel', tap: 'the instructor’s tap sheet', gaze: 'a gaze log' };

	const WIDTH = 1000;
	const ROW = 15;
	const TOP = 92;
	const LEFT = 92;
	const x = (seconds: number) => LEFT + (seconds / Math.max(1, scan.seconds)) * (WIDTH - LEFT - 10);
	/** A deviation in tolerances, on the strip above the looks: one tolerance lies at the grey lines. */
	const y = (tolerances: number) => 42 - Math.max(-1.6, Math.min(1.6, tolerances)) * 22;
	const traces = $derived(
		scan.deviations.map(({ item, tolerances }, i) => ({
			item,
			dash: ['', '5 3', '2 2', '8 3 2 3', '1 3'][i] ?? '',
			d: tolerances
				.map((value, second) =>
					value === null
						? ''
						: `${tolerances[second - 1] == null ? 'M' : 'L'}${x(second).toFixed(1)} ${y(value).toFixed(1)}`
				)
				.join('')
		}))
	);
	const marks = $derived(Array.from({ length: Math.floor(scan.seconds / 30) + 1 }, (_, i) => i * 30));
	const faulty = $derived(report.faults.filter(({ kind }) => kind !== 'emphasis'));
	/** A long stare leaves everything else out, over and over. */
	const FIRST_COSTS = 8;
	let everyCost = $state(false);
	const measures = $derived([
		['looks', String(report.looks)],
		['complete rounds', String(report.rounds)],
		['time of a round', report.roundMs === null ? '–' : `${(report.roundMs / 1000).toFixed(1)} s`],
		['as the school goes', percent(report.schoolMatch)],
		['back to attitude', percent(report.returnRate)],
		['entropy', `${report.transitionEntropyBits.toFixed(2)} bits`]
	]);
</script>

<section class="sheet mt-4 p-3" aria-label="Scan">
	<div class="flex flex-wrap items-center justify-between gap-3">
		<h2>Scan</h2>
		<Select
			label="seen by {SOURCES[scan.source]}; school"
			place="before"
			bind:value={school}
			options={SCHOOL_IDS.map((id) => ({ value: id, text: SCHOOLS[id].name }))}
		/>
	</div>
	<div class="mt-2 grid gap-4 lg:grid-cols-[20rem_minmax(0,1fr)]">
		<div>
			<dl class="grid grid-cols-[1fr_auto] gap-x-4 text-sm" data-testid="scan-measures">
				{#each measures as [name, value] (name)}
					<dt class="text-ink-soft">{name}</dt>
					<dd class="number">{value}</dd>
				{/each}
			</dl>
			<ul class="mt-3 grid gap-1.5" data-testid="scan-costs">
				{#each everyCost ? report.costs : report.costs.slice(0, FIRST_COSTS) as cost (cost.fault.kind + cost.fault.instrument + cost.fault.startMs)}
					<li class="grid grid-cols-[1.2rem_1fr] gap-1">
						<span class="text-caution" aria-hidden="true">▲</span>
						<button class="cursor-pointer text-left hover:underline" onclick={() => onmoment(cost.atSeconds)}>
							<span class="text-accent">{cost.clock}</span>
							{cost.text}
						</button>
					</li>
				{/each}
				{#if !everyCost && report.costs.length > FIRST_COSTS}
					<li>
						<button class="button" onclick={() => (everyCost = true)}>All {report.costs.length}</button>
					</li>
				{/if}
				{#each report.emphasis as text (text)}
					<li class="grid grid-cols-[1.2rem_1fr] gap-1">
						<span class="text-caution" aria-hidden="true">▲</span><span>{text}</span>
					</li>
				{/each}
				{#if report.costs.length + report.emphasis.length === 0}
					<li class="text-ink-soft">Nothing stared at, nothing left out.</li>
				{/if}
			</ul>
		</div>
		<ScanPanel {report} />
	</div>

	<svg
		viewBox="0 0 {WIDTH} {TOP + ROWS.length * ROW + 18}"
		class="mt-3 w-full"
		role="img"
		aria-label="Looks by instrument under the deviations from the targets, over the time of the flight"
	>
		{#each [-1, 0, 1] as line (line)}
			<line x1={LEFT} x2={WIDTH - 10} y1={y(line)} y2={y(line)} class={line === 0 ? 'axis' : 'limit'} />
		{/each}
		<text x={LEFT - 6} y={y(1)} class="name">+ limit</text>
		<text x={LEFT - 6} y={y(0)} class="name">target</text>
		<text x={LEFT - 6} y={y(-1)} class="name">− limit</text>
		{#each traces as { item, d, dash } (item)}<path {d} class="trace" stroke-dasharray={dash} />{/each}
		{#each traces as { item, dash }, i (item)}
			<line
				x1={LEFT + 10 + i * 130}
				x2={LEFT + 34 + i * 130}
				y1="82"
				y2="82"
				class="trace"
				stroke-dasharray={dash}
			/>
			<text x={LEFT + 40 + i * 130} y="82" class="key">{itemName(item)}</text>
		{/each}
		{#each ROWS as instrument, row (instrument)}
			<text x={LEFT - 6} y={TOP + row * ROW + 9} class="name">{SCAN_NAMES[instrument]}</text>
			<line x1={LEFT} x2={WIDTH - 10} y1={TOP + (row + 1) * ROW} y2={TOP + (row + 1) * ROW} class="row" />
		{/each}
		{#each scan.looks as look (look.startMs)}
			{@const row = ROWS.indexOf(look.instrument)}
			{#if row >= 0}
				<rect
					x={x(look.startMs / 1000)}
					y={TOP + row * ROW + 3}
					width={Math.max(0.8, x(look.endMs / 1000) - x(look.startMs / 1000))}
					height={ROW - 5}
					class="look"
				/>
			{/if}
		{/each}
		{#each faulty as { kind, instrument, startMs, endMs } (kind + instrument + startMs)}
			{@const row = ROWS.indexOf(instrument)}
			{#if row >= 0}
				<rect
					x={x(startMs / 1000)}
					y={TOP + row * ROW + 1}
					width={x(endMs / 1000) - x(startMs / 1000)}
					height={ROW - 1}
					class={kind}
				/>
			{/if}
		{/each}
		{#each marks as second (second)}
			<text x={x(second)} y={TOP + ROWS.length * ROW + 12} class="time">{formatClock(second)}</text>
		{/each}
	</svg>
	<p class="text-sm text-ink-soft">
		Full boxes are looks. Framed: stared longer than 4 s; dashed frame: left out for 15 s. Thresholds and
		shares: the handbook.
	</p>
</section>

<style>
	text {
		font-size: 11px;
		fill: var(--color-ink-soft);
		dominant-baseline: central;
	}
	.name {
		text-anchor: end;
	}
	.time {
		text-anchor: middle;
	}
	.axis {
		stroke: var(--color-line);
	}
	.limit {
		stroke: var(--color-line);
		stroke-dasharray: 3 3;
	}
	.row {
		stroke: var(--color-line);
		stroke-width: 0.6;
	}
	.trace {
		fill: none;
		stroke: var(--color-trace);
		stroke-width: 1.4;
	}
	.look {
		fill: var(--color-accent);
		opacity: 0.75;
	}
	.fixation,
	.omission {
		fill: none;
		stroke: var(--color-caution);
		stroke-width: 1.6;
	}
	.omission {
		stroke-dasharray: 3 2;
	}
</style>
