<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { formatClock, SCAN_NAMES, type ScanInstrument } from '@hanza/core';
	import { formatMoment } from '$lib/ui/format.js';
	import { TapSheet } from '$lib/tap/tap-sheet.svelte.js';
	import Select from '$lib/ui/Select.svelte';

	const { data } = $props();
	const tapping = new TapSheet();
	let elapsed = $state(0);
	let flight = $state(untrack(() => data.flights[0]?.id ?? ''));
	let began = $state('0:00');
	const { sheet } = $derived(tapping);
	/** As the panel lies. */
	const PLACES: (ScanInstrument | null)[] = [
		'airspeed',
		'attitude',
		'altimeter',
		'turn',
		'heading',
		'vertical-speed',
		'engine',
		'compass',
		null
	];
	const beganSeconds = $derived.by(() => {
		const match = /^\s*(?:(\d+):)?(\d+)\s*$/.exec(began);
		return match ? Number(match[1] ?? 0) * 60 + Number(match[2]) : NaN;
	});

	onMount(() => {
		const timer = setInterval(() => (elapsed = tapping.elapsedMs), 200);
		return () => {
			clearInterval(timer);
			tapping.close();
		};
	});
</script>

<svelte:head><title>Tap sheet · Hanza</title></svelte:head>

<div class="mx-auto max-w-xl">
	<div class="flex items-center justify-between gap-3">
		<h1>Tap sheet</h1>
		{#if sheet.startedAt !== null && !sheet.stopped}
			<span class="text-lg tabular-nums" data-testid="tap-clock">{formatClock(elapsed / 1000)}</span>
			<button class="button" onclick={() => tapping.stop()}>Stop</button>
		{/if}
	</div>

	{#if sheet.startedAt === null}
		<p class="mt-2 text-ink-soft">
			Tap what the student looks at. Begin together with the flight; the sheet works without a connection.
		</p>
		<button class="button button-main mt-4 w-full py-6 text-xl" onclick={() => tapping.start()}>Begin</button>
	{:else if !sheet.stopped}
		<div class="mt-3 grid grid-cols-3 gap-2">
			{#each PLACES as instrument (instrument)}
				<button
					class="grid h-28 cursor-pointer place-items-center rounded-xl border-2 p-1 text-center text-lg select-none
						{sheet.open?.instrument === instrument && instrument
						? 'border-accent bg-accent text-on-accent'
						: 'border-line bg-sheet'}"
					aria-pressed={instrument !== null && sheet.open?.instrument === instrument}
					onpointerdown={() => tapping.tap(instrument)}
					onkeydown={(event) => event.key === 'Enter' && tapping.tap(instrument)}
					>{instrument ? SCAN_NAMES[instrument] : 'elsewhere'}</button
				>
			{/each}
		</div>
		<p class="mt-3 text-ink-soft" role="status">{sheet.looks.length} looks so far</p>
	{:else}
		<form
			class="sheet mt-3 grid gap-3 p-4"
			onsubmit={(event) => {
				event.preventDefault();
				if (!Number.isNaN(beganSeconds)) void tapping.give(flight, beganSeconds);
			}}
		>
			<p>{sheet.looks.length} looks. Which flight do they belong to?</p>
			<Select
				label="Flight"
				bind:value={flight}
				options={data.flights.map((one) => ({
					value: one.id,
					text: `${one.studentName}: ${one.cardName}, ${one.flying ? 'in the air' : formatMoment(one.startedAt)}`
				}))}
			/>
			<label class="grid gap-1">
				<span>The sheet began at flight time</span>
				<input
					class="field w-28"
					bind:value={began}
					inputmode="numeric"
					aria-invalid={Number.isNaN(beganSeconds)}
				/>
			</label>
			{#if Number.isNaN(beganSeconds)}<p class="text-limit" role="alert">
					The time must look like 1:05.
				</p>{/if}
			<p class="flex gap-2">
				<button class="button button-main" disabled={sheet.looks.length === 0}>Send</button>
				<button type="button" class="button" onclick={() => tapping.clear()}>Throw it away</button>
			</p>
		</form>
	{/if}
	{#if tapping.waiting.length > 0}
		<p class="mt-3 text-caution" role="status">
			▲ {tapping.waiting.length === 1 ? 'One sheet waits' : `${tapping.waiting.length} sheets wait`} to be sent.
		</p>
	{/if}
	<p class="mt-2" role="status" data-testid="tap-said">{tapping.said}</p>
</div>
