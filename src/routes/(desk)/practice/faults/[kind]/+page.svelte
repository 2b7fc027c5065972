<script lang="ts">
	import { onMount } from 'svelte';
	import { formatClock, windAt } from '@hanza/core';
	import { Robots, type Flown } from '$lib/workers/robots.js';
	import TwinTraces from '$lib/charts/TwinTraces.svelte';
	import PlanView from '$lib/plan/PlanView.svelte';
	import { overlaysOf } from '$lib/plan/overlays.js';
	import type { PlanPoint } from '$lib/plan/overlay.js';
	import FlownPanel from '$lib/panel/FlownPanel.svelte';
	import Select from '$lib/ui/Select.svelte';
	import Slider from '$lib/ui/Slider.svelte';

	const { data } = $props();
	const LONGEST_SECONDS = 420;
	let robots: Robots | null = null;
	let faulty = $state.raw<Flown | null>(null);
	let clean = $state.raw<Flown | null>(null);
	let problem = $state('');
	let seconds = $state(0);
	let running = $state(false);
	let rate = $state(4);

	const scanned = $derived(data.entry.kind === 'fixation' || data.entry.kind === 'omission');
	/** Where the fault is: named by the detectors, or by the scan. */
	const marks = $derived(
		!faulty
			? []
			: scanned
				? faulty.scan
						.filter(({ fault }) => fault.kind === data.entry.kind)
						.map(({ fault, text }) => ({
							startSeconds: fault.startMs / 1000,
							endSeconds: fault.endMs / 1000,
							text,
							tryNext: ''
						}))
				: faulty.faults.filter(({ kind }) => kind === data.entry.kind)
	);
	const named = $derived(
		clean
			? scanned
				? clean.scan.filter(({ fault }) => fault.kind === data.entry.kind).length
				: clean.faults.filter(({ kind }) => kind === data.entry.kind).length
			: 0
	);
	const overlays = $derived(overlaysOf(data.card, null));
	const wind = $derived(windAt(data.card.weather, data.card.start.altitudeFt));
	const drawnOf = ({ track }: Flown) => ({
		north: track.column('northNm'),
		east: track.column('eastNm'),
		rateHz: track.rateHz
	});
	const aboutOf = ({ track }: Flown): PlanPoint[] =>
		Array.from({ length: Math.ceil(track.length / 200) }, (_, i) => ({
			north: track.column('northNm')[i * 200]!,
			east: track.column('eastNm')[i * 200]!
		}));
	const total = $derived(Math.max(faulty?.seconds ?? 1, clean?.seconds ?? 1));

	onMount(() => {
		robots = new Robots();
		let last = performance.now();
		let picture = requestAnimationFrame(function draw(now) {
			if (running) {
				seconds = Math.min(total, seconds + ((now - last) / 1000) * rate);
				if (seconds >= total) running = false;
			}
			last = now;
			picture = requestAnimationFrame(draw);
		});
		return () => {
			cancelAnimationFrame(picture);
			robots?.close();
		};
	});

	$effect(() => {
		const { entry, card, aircraft, area, standard } = data;
		let gone = false;
		faulty = clean = null;
		running = false;
		seconds = 0;
		problem = '';
		const weather = { ...card.weather, turbulence: entry.turbulence };
		const request = {
			card: { ...card, weather },
			aircraft,
			area,
			standard,
			seed: entry.seed,
			longestSeconds: entry.longestSeconds ?? LONGEST_SECONDS
		};
		void (async () => {
			try {
				const first = await robots!.fly({ ...request, pilot: entry.pilot });
				const second = await robots!.fly({ ...request, pilot: 'steady' });
				if (gone) return;
				[faulty, clean] = [first, second];
			} catch (error) {
				if (!gone) problem = (error as Error).message;
			}
		})();
		return () => (gone = true);
	});

	function watchFrom(startSeconds: number): void {
		seconds = Math.max(0, startSeconds - 6);
		running = true;
	}
	// Once both have flown, the first showing of the fault is what the page opens on.
	$effect(() => {
		if (faulty && clean && marks[0]) seconds = Math.max(0, marks[0].startSeconds - 6);
	});
</script>

<svelte:head><title>{data.entry.name} · Hanza</title></svelte:head>

<h1>Faults, flown to be watched</h1>
<div class="mt-3 grid gap-4 lg:grid-cols-[15rem_minmax(0,1fr)]">
	<nav aria-label="Faults" class="grid content-start gap-1">
		{#each data.entries as { kind, name } (kind)}
			<a
				class="rounded-md px-2.5 py-1.5 no-underline {kind === data.entry.kind
					? 'bg-accent-soft font-semibold text-ink'
					: 'text-ink hover:bg-accent-soft'}"
				aria-current={kind === data.entry.kind ? 'page' : undefined}
				href="/practice/faults/{kind}">{name}</a
			>
		{/each}
	</nav>
	<div class="min-w-0">
		<p>
			<span class="font-semibold">{data.entry.name}</span> on “{data.card.name}”. Watch {data.entry.watch}.
		</p>
		{#if problem}<p class="mt-2 text-limit" role="alert">{problem}</p>{/if}
		{#if faulty && clean}
			<div class="mt-3 grid gap-3 xl:grid-cols-2">
				<figure>
					<figcaption class="mb-1 text-trace">with the fault</figcaption>
					<FlownPanel
						track={faulty.track}
						aircraft={data.aircraft}
						{seconds}
						looks={scanned ? faulty.looks : []}
					/>
				</figure>
				<figure>
					<figcaption class="mb-1 text-ink-soft">clean, same card and air</figcaption>
					<FlownPanel
						track={clean.track}
						aircraft={data.aircraft}
						{seconds}
						looks={scanned ? clean.looks : []}
					/>
				</figure>
			</div>
			{#if data.card.navigation}
				<div class="mt-3 grid gap-3 xl:grid-cols-2">
					{#each [['with the fault', faulty], ['clean', clean]] as const as [text, flown] (text)}
						<div class="sheet h-72 p-2">
							<PlanView
								area={data.area}
								label="Plan of the flight, {text}"
								{overlays}
								track={drawnOf(flown)}
								{seconds}
								about={aboutOf(flown)}
								{wind}
							/>
						</div>
					{/each}
				</div>
			{/if}
			<div class="mt-3 flex flex-wrap items-center gap-3">
				<button class="button button-main" onclick={() => (running = !running)}>
					{running ? 'Stop' : 'Play'}
				</button>
				<Select
					label="rate"
					place="before"
					bind:value={rate}
					options={[1, 2, 4, 8].map((one) => ({ value: one, text: `${one}×` }))}
				/>
				<Slider
					label="Moment of the flight"
					class="min-w-40 grow"
					max={total}
					step={1}
					text={formatClock(seconds)}
					bind:value={seconds}
				/>
				<span class="w-24 text-right tabular-nums" data-testid="moment"
					>{formatClock(seconds)} / {formatClock(total)}</span
				>
			</div>
			<ul class="mt-3 grid gap-1.5" data-testid="named">
				{#each marks as mark (mark.startSeconds)}
					<li class="grid grid-cols-[1.2rem_1fr] gap-1">
						<span class="text-caution" aria-hidden="true">▲</span>
						<div>
							<button
								class="cursor-pointer text-left hover:underline"
								onclick={() => watchFrom(mark.startSeconds)}
							>
								<span class="text-accent">{formatClock(mark.startSeconds)}</span>
								{mark.text}
							</button>
							{#if mark.tryNext}<p class="text-sm text-ink-soft">Instead: {mark.tryNext}</p>{/if}
						</div>
					</li>
				{/each}
				<li class="text-sm text-ink-soft">
					On the clean flight it is named {named === 0 ? 'nowhere' : `${named} times`}.
				</li>
			</ul>
			<div class="sheet mt-3 p-3">
				<p class="mb-1 text-sm text-ink-soft">
					Line: with the fault. Dashed: clean. Amber: where it is named. Click to go there.
				</p>
				<TwinTraces
					track={faulty.track}
					against={clean.track}
					{seconds}
					{marks}
					onseek={(at) => (seconds = at)}
				/>
			</div>
		{:else if !problem}
			<p class="mt-6 text-ink-soft" role="status">The robots are flying it, with the fault and without.</p>
		{/if}
	</div>
</div>
