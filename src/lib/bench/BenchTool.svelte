<script lang="ts">
	import { linkOf } from '$lib/bench/link.js';
	import Term from '$lib/help/Term.svelte';
	import { untrack } from 'svelte';
	import { replaceState } from '$app/navigation';
	import { ENTRY_REASONS, handWords, HanzaError, holdHand, signedDeg, solveHoldEntry } from '@hanza/core';
	import { inputsOf, TOOL_IDS, TOOLS, type Answer, type Tool, type ToolId } from '$lib/bench/tools.js';
	import BenchDrawing from './BenchDrawing.svelte';
	import HoldEntryDial from './HoldEntryDial.svelte';
	import Select from '$lib/ui/Select.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';

	const { id, query }: { id: ToolId; query: string } = $props();
	const tool: Tool = untrack(() => TOOLS[id]);
	let inputs = $state(untrack(() => inputsOf(tool, new URLSearchParams(query))));
	let tryFirst = $state(false);
	/** What was answered, as typed, by row; the answers are shown once it is given. */
	let tries = $state<Record<string, string>>({});
	let given = $state(false);
	let copied = $state('');

	const answer = $derived.by((): { found: Answer | null; problem: string } => {
		const numbers: Record<string, number> = {};
		const choices: Record<string, string> = {};
		for (const field of tool.fields) {
			const value = inputs[field.id];
			if (field.kind === 'choice') {
				choices[field.id] = String(value);
				continue;
			}
			if (typeof value !== 'number' || !(value >= field.min && value <= field.max))
				return { found: null, problem: `${field.label} must be a number from ${field.min} to ${field.max}.` };
			numbers[field.id] = value;
		}
		try {
			return { found: tool.solve(numbers, choices), problem: '' };
		} catch (error) {
			if (!(error instanceof HanzaError)) throw error;
			return { found: null, problem: `This cannot be flown: ${error.message}.` };
		}
	});
	const ruled = $derived.by(() => {
		const hold = answer.found?.hold;
		if (!hold) return null;
		const { entry } = solveHoldEntry(hold);
		return { hold, words: handWords(holdHand(hold), entry), why: ENTRY_REASONS[entry] };
	});
	const asked = $derived(answer.found?.rows.filter((row) => row.asked) ?? []);
	const hidden = $derived(tryFirst && !given);
	const handles = $derived(
		tool.fields.flatMap((field) =>
			field.kind === 'number' && field.drag
				? [
						{
							id: field.id,
							label: field.drag === 'wind' ? 'wind' : 'arrival',
							// A heading is drawn where it comes from.
							deg: (Number(inputs[field.id]) + (field.drag === 'wind' ? 0 : 180)) % 360,
							inward: true
						}
					]
				: []
		)
	);

	function change(field: string, value: number | string): void {
		inputs[field] = value;
		given = false;
		copied = '';
		replaceState(`/bench/${id}?${linkOf($state.snapshot(inputs))}`, {});
	}
	function drag(field: string, deg: number): void {
		const kind = tool.fields.find((one) => one.id === field);
		const heading = kind?.kind === 'number' && kind.drag === 'heading';
		change(field, heading ? (deg + 180) % 360 : deg);
	}
	/** How near a try was. */
	function mark(row: Answer['rows'][number]): { right: boolean; text: string } {
		const { value, within, unit, circular } = row.asked!;
		const tried = Number((tries[row.label] ?? '').replace(',', '.').replace('−', '-'));
		if ((tries[row.label] ?? '').trim() === '' || !Number.isFinite(tried))
			return { right: false, text: 'not tried' };
		const off = circular ? signedDeg(tried - value) : tried - value;
		const right = Math.abs(off) <= within;
		return { right, text: right ? 'right' : `${Math.abs(off).toFixed(0)} ${unit} off` };
	}
	async function copy(): Promise<void> {
		const link = `${location.origin}/bench/${id}?${linkOf($state.snapshot(inputs))}`;
		try {
			await navigator.clipboard.writeText(link);
			copied = 'The link is copied.';
		} catch {
			copied = link;
		}
	}
	/** Where the handbook explains each calculation. */
	const HELP: Record<ToolId, string> = {
		hold: 'holds#the-wind',
		wind: 'tracking#the-wind-correction',
		'wind-from-tracks': 'tracking#the-wind-correction',
		final: 'approaches#the-path-down',
		circling: 'missed#circling',
		turn: 'turns#standard-rate',
		intercept: 'tracking#intercepting',
		arc: 'arcs#arc',
		reversal: 'arcs#course-reversal',
		station: 'bench',
		descent: 'descents#the-rate-for-an-angle',
		compass: 'turns#by-the-compass'
	};
</script>

<svelte:head><title>{tool.name} · Bench · Hanza</title></svelte:head>

<nav class="no-print flex flex-wrap gap-1" aria-label="Calculations">
	{#each TOOL_IDS as one (one)}
		<a
			class="rounded-md px-2.5 py-1 no-underline {one === id
				? 'bg-accent-soft font-semibold text-ink'
				: 'text-ink-soft hover:bg-accent-soft'}"
			aria-current={one === id ? 'page' : undefined}
			href="/bench/{one}">{TOOLS[one].name}</a
		>
	{/each}
</nav>
<h1 class="mt-1.5"><Term to={HELP[id]}>{tool.name}</Term></h1>

<div class="mt-2 grid items-start gap-4 lg:grid-cols-[16.5rem_minmax(0,1fr)]">
	<section
		class="sheet grid grid-cols-2 gap-3 p-4 lg:grid-cols-1 print:grid-cols-4 print:gap-x-3 print:gap-y-1 print:p-2"
		aria-label="Given"
	>
		{#each tool.fields as field (field.id)}
			{#if field.kind === 'choice'}
				<Select
					label={field.label}
					place="split"
					class="lg:w-28"
					value={String(inputs[field.id])}
					onchange={(value) => change(field.id, value)}
					options={field.options}
				/>
			{:else}
				<label class="grid gap-1 lg:grid-cols-[1fr_auto] lg:items-center">
					<span>{field.label}</span>
					<span class="flex items-center gap-1.5">
						<input
							class="field w-20"
							type="number"
							inputmode="decimal"
							min={field.min}
							max={field.max}
							step={field.step}
							value={inputs[field.id]}
							oninput={(event) => change(field.id, event.currentTarget.valueAsNumber)}
						/>
						<span class="w-8 text-sm text-ink-soft">{field.unit}</span>
					</span>
				</label>
			{/if}
		{/each}
		<div class="no-print col-span-full flex flex-wrap gap-2 border-t border-line pt-3">
			<Checkbox label="try first" bind:checked={tryFirst} onchange={() => (given = false)} />
			<button class="button" onclick={copy}>Link</button>
			<button class="button" onclick={() => print()}>Print</button>
			{#if copied}<span class="w-full text-sm break-all text-ink-soft" role="status">{copied}</span>{/if}
		</div>
	</section>

	<div class="grid min-w-0 gap-4">
		{#if answer.problem}<p class="sheet p-4 text-limit" role="alert">{answer.problem}</p>{/if}
		{#if answer.found && hidden && asked.length > 0}
			<form
				class="sheet grid gap-3 p-4"
				onsubmit={(event) => {
					event.preventDefault();
					given = true;
				}}
			>
				<p>What do you say?</p>
				{#each asked as row (row.label)}
					<label class="flex items-center justify-between gap-3">
						<span>{row.label}</span>
						<span class="flex items-center gap-1.5">
							<input class="field w-24" inputmode="decimal" bind:value={tries[row.label]} />
							<span class="w-12 text-sm text-ink-soft">{row.asked!.unit}</span>
						</span>
					</label>
				{/each}
				<div><button class="button button-main">Show</button></div>
			</form>
		{:else if answer.found}
			{@const { rows, table, drawing, note } = answer.found}
			<div
				class="grid min-w-0 items-start gap-4 {drawing
					? 'lg:grid-cols-[minmax(0,1fr)_25rem] print:grid-cols-[minmax(0,1fr)_19rem] print:gap-2'
					: ''}"
			>
				<div class="grid min-w-0 gap-4">
					<section class="sheet overflow-x-auto" aria-label="Answer" data-testid="answer">
						<table class="table">
							<thead>
								<tr
									><th></th><th>Exact</th><th>By rule</th>{#if tryFirst}<th>Yours</th>{/if}</tr
								>
							</thead>
							<tbody>
								{#each rows as row (row.label)}
									<tr>
										<td class="text-ink-soft">{row.label}</td>
										<td class="font-semibold">{row.exact}</td>
										<td>{row.rule ?? ''}</td>
										{#if tryFirst}
											<td>
												{#if row.asked}
													{@const marked = mark(row)}
													<span class={marked.right ? 'text-accent' : 'text-limit'}
														>{tries[row.label] ?? ''} {marked.right ? '✓' : '✕'} {marked.text}</span
													>
												{/if}
											</td>
										{/if}
									</tr>
								{/each}
							</tbody>
						</table>
					</section>
					{#if ruled}
						<section class="sheet flex items-center gap-3 p-2" aria-label="The hand rule">
							<div class="w-44 shrink-0"><HoldEntryDial hold={ruled.hold} /></div>
							<p class="text-sm" data-testid="hand-rule">
								{ruled.words}
								<span class="text-ink-soft">Why: {ruled.why}</span>
							</p>
						</section>
					{/if}
					{#if table}
						<div class="sheet overflow-x-auto">
							<table class="table dense text-sm">
								<thead
									><tr
										>{#each table.head as head (head)}<th class="number">{head}</th>{/each}</tr
									></thead
								>
								<tbody>
									{#each table.rows as row, i (i)}
										<tr
											>{#each row as cell, j (j)}<td class="number">{cell}</td>{/each}</tr
										>
									{/each}
								</tbody>
							</table>
						</div>
					{/if}
					{#if !drawing}<p class="text-sm text-ink-soft">{note}</p>{/if}
				</div>
				{#if drawing}
					<figure class="sheet min-w-0 p-3">
						<BenchDrawing {drawing} {handles} ondrag={drag} />
						<figcaption class="text-sm text-ink-soft">{note}</figcaption>
					</figure>
				{/if}
			</div>
		{/if}
	</div>
</div>
