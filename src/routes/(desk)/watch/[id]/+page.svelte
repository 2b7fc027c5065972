<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { formatClock, UPSET_LEVELS, windAt, type FailureKind, type Upset } from '@hanza/core';
	import RadioDials from '$lib/panel/radios/RadioDials.svelte';
	import { overlaysOf } from '$lib/plan/overlays.js';
	import BasicT from '$lib/panel/dials/BasicT.svelte';
	import TargetStrip from '$lib/panel/overlays/TargetStrip.svelte';
	import '$lib/contracts/ready/flight.js';
	import { API } from '$lib/contracts/api.js';
	import { call } from '$lib/contracts/client.js';
	import type { InstructorCommand } from '$lib/contracts/instructor-command.js';
	import type { LiveView } from '$lib/contracts/views.js';
	import Select from '$lib/ui/Select.svelte';

	const { data } = $props();
	let live = $state.raw<LiveView>(untrack(() => data.live));
	let creepSeconds = $state(0);
	let upsetLevel = $state<Upset['level']>('mild');
	let problem = $state('');
	const EVERY_MS = 1000;

	/** Where the flight has been, as far as this page knows. */
	let trail = $state.raw(untrack(() => data.plan?.trail ?? { north: [], east: [] }));
	function goOn(): void {
		if (!data.plan || !live.now) return;
		const { northNm, eastNm } = live.now;
		trail = { north: [...trail.north, northNm], east: [...trail.east, eastNm] };
	}
	const drawn = $derived({
		north: Float64Array.from(trail.north),
		east: Float64Array.from(trail.east),
		rateHz: 1
	});
	const overlays = $derived(data.plan ? overlaysOf(data.card, null) : []);
	const about = $derived([
		...(data.card.navigation?.places ?? []).map(({ northNm, eastNm }) => ({ north: northNm, east: eastNm })),
		{ north: data.card.start.northNm ?? 0, east: data.card.start.eastNm ?? 0 }
	]);
	const wind = $derived(windAt(data.card.weather, data.card.start.altitudeFt));
	const here = $derived.by(() => {
		const [north, east] = [trail.north, trail.east];
		const last = north.length - 1;
		if (last < 1 || !data.plan) return null;
		const deg = (Math.atan2(east[last]! - east[last - 1]!, north[last]! - north[last - 1]!) * 180) / Math.PI;
		return { northNm: north[last]!, eastNm: east[last]!, trackDeg: deg - data.plan.area.variationDeg };
	});

	const armed = $derived(new Map(live.now?.failures.map((one) => [one.kind, one])));
	/** What was asked of the cockpit and is not done yet. */
	const waiting = $derived(live.commands.filter(({ takenAt }) => takenAt === null));

	async function look(): Promise<void> {
		try {
			live = await call(API.live, null, { params: { id: data.id } });
			goOn();
			problem = '';
			if (live.status !== 'flying') await goto(`/debrief/${data.id}`);
		} catch {
			problem = 'No connection to the server. What is shown may be old.';
		}
	}
	onMount(() => {
		const timer = setInterval(look, EVERY_MS);
		return () => clearInterval(timer);
	});

	async function command(body: InstructorCommand): Promise<void> {
		try {
			await call(API.giveCommand, body, { params: { id: data.id } });
		} catch {
			problem = 'That did not reach the server. Try again.';
		}
		await look();
	}

	function stateOf(kind: FailureKind): string {
		const one = armed.get(kind);
		if (!one || !live.now) return '';
		const since = live.now.timeSeconds - one.atSeconds;
		if (since < 0) return `comes at ${formatClock(one.atSeconds)}`;
		return one.creepSeconds > since
			? `creeping since ${formatClock(one.atSeconds)}`
			: `failed at ${formatClock(one.atSeconds)}`;
	}
</script>

<svelte:head><title>{data.studentName} flying · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center gap-x-6 gap-y-1">
	<h1>{data.studentName}: {data.card.name}</h1>
	<span class="text-ink-soft" role="status" data-testid="live-state">
		{!live.now
			? 'not begun'
			: live.inTheAir
				? `in the air, ${formatClock(live.now.timeSeconds)}`
				: 'frozen or away'}
	</span>
	<button class="button ml-auto" onclick={() => command({ kind: 'freeze' })} disabled={!live.inTheAir}
		>Freeze the flight</button
	>
</div>
{#if problem}<p class="text-limit" role="alert">{problem}</p>{/if}

<div class="mt-3 grid gap-4 lg:grid-cols-[minmax(0,1fr)_21rem]">
	<div class="overflow-hidden rounded-lg bg-panel-face text-panel-ink">
		{#if live.now}
			<TargetStrip card={data.card} phase={live.now.phase} phaseSeconds={live.now.phaseSeconds} shown />
			<div class="h-[34rem] p-3">
				<div class="grid h-full min-h-0 gap-2" class:with-radios={data.plan && live.now.radio}>
					<BasicT
						panel={live.now.panel}
						aircraft={data.aircraft}
						settingHpa={live.now.inputs.altimeterSettingHpa}
						covered={live.now.inputs.covered}
						oncover={null}
					/>
					{#if data.plan && live.now.radio}
						<RadioDials
							settings={live.now.inputs.radios}
							readings={live.now.radio}
							headingDeg={live.now.panel.headingDeg}
							covered={live.now.inputs.covered}
							oncover={null}
						/>
					{/if}
				</div>
			</div>
			<p class="flex flex-wrap gap-x-6 px-4 pb-3 text-sm text-panel-soft">
				<span>{Math.round(live.now.panel.rpm / 10) * 10} rpm</span>
				{#if data.aircraft.propeller.kind === 'constant-speed'}
					<span>{live.now.panel.manifoldPressureInHg.toFixed(1)} inHg</span>
				{/if}
				<span>flap {Math.round(live.now.flapsDeg)}°</span>
				{#if data.aircraft.gear}<span
						>gear {live.now.gear >= 1 ? 'down' : live.now.gear <= 0 ? 'up' : 'moving'}</span
					>{/if}
				<span>compass {Math.round(live.now.panel.compassDeg)}°</span>
				<span>fuel {Math.round(live.now.panel.fuelL)} l</span>
				<span>What the student sees, about a second old.</span>
			</p>
		{:else}
			<p class="p-6">The first second has not arrived yet.</p>
		{/if}
	</div>

	<div class="grid content-start gap-3">
		{#if data.plan}
			<section class="sheet h-80 p-2" aria-label="Plan">
				{#await import('$lib/plan/PlanView.svelte') then { default: PlanView }}
					<PlanView
						area={data.plan.area}
						label="Plan of the flight as it is flown"
						{overlays}
						track={drawn}
						aircraft={here}
						{about}
						{wind}
					/>
				{/await}
			</section>
		{/if}
		<section aria-label="Failures">
			<div class="mb-3 flex flex-wrap items-center gap-2">
				<Select label="Unusual attitude" place="before" bind:value={upsetLevel} options={UPSET_LEVELS} />
				<button
					class="button"
					disabled={!live.inTheAir}
					onclick={() => command({ kind: 'upset', upset: { level: upsetLevel, kind: 'either' } })}
					>Cover the panel and set up</button
				>
			</div>
			<Select
				label="New failures"
				place="before"
				bind:value={creepSeconds}
				options={[
					{ value: 0, text: 'at once' },
					{ value: 60, text: 'creep over 1 min' },
					{ value: 180, text: 'creep over 3 min' },
					{ value: 600, text: 'creep over 10 min' }
				]}
			/>
			<ul class="sheet mt-2 divide-y divide-line">
				{#each data.failures as { kind, name, shows } (kind)}
					{@const state = stateOf(kind)}
					<li class="flex items-center gap-2 px-3 py-1" title={shows}>
						<span class="grow">
							{name}{#if state}<span class="block text-sm text-caution">▲ {state}</span>{/if}
						</span>
						{#if state}
							<button
								class="button"
								onclick={() => command({ kind: 'repair', failure: kind })}
								aria-label="Give back: {name}">Give back</button
							>
						{:else}
							<button
								class="button"
								onclick={() => command({ kind: 'fail', failure: kind, creepSeconds })}
								aria-label="Fail: {name}">Fail</button
							>
						{/if}
					</li>
				{/each}
			</ul>
			<p class="mt-2 min-h-6 text-sm text-ink-soft" role="status">
				{waiting.length > 0
					? 'On its way to the cockpit.'
					: 'Each takes two or three seconds to reach the cockpit.'}
			</p>
		</section>
	</div>
</div>

<style>
	.with-radios {
		grid-template-columns: minmax(0, 1fr) minmax(0, 9.5rem);
	}
</style>
