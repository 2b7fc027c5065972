<script lang="ts">
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { ACTION_IDS, ACTIONS, keyName, keysOf } from '$lib/flight/keymap.js';
	import { Cockpit, RATES, STEPS_BACK, type CockpitData } from '$lib/flight/cockpit.svelte.js';
	import { beginAttempt } from '$lib/flight/begin.js';
	import { mayLookOut, type Instrument, type Situation, type VeilLevel } from '@hanza/core';
	import { FAILURE_KINDS, FAILURES, MOST_LINES } from '@hanza/core';
	import type { Action } from '$lib/flight/keymap.js';
	import BasicT from './BasicT.svelte';
	import ClockDial from './ClockDial.svelte';
	import CompassStrip from './CompassStrip.svelte';
	import Coverable from './Coverable.svelte';
	import { coverOf } from './covers.js';
	import LinearPanel from './LinearPanel.svelte';
	import OutsideView from './OutsideView.svelte';
	import PowerDial from './PowerDial.svelte';
	import PlanView from '$lib/components/plan/PlanView.svelte';
	import type { LineEntry } from '$lib/plan/lines.js';
	import { overlaysOf } from '$lib/plan/overlays.js';
	import RadioDials from './RadioDials.svelte';
	import RadioRack from './RadioRack.svelte';
	import RnavPanel from './RnavPanel.svelte';
	import Veiled from './Veiled.svelte';
	import WherePanel from './WherePanel.svelte';
	import SituationPanel from './SituationPanel.svelte';
	import SideControls from './SideControls.svelte';
	import Lever from './Lever.svelte';
	import TachometerDial from './TachometerDial.svelte';
	import TargetStrip from './TargetStrip.svelte';
	import { provideVeil, type Veil } from './veil.svelte.js';
	import YokePad from './YokePad.svelte';

	const { data }: { data: CockpitData & { assignmentId: string | null } } = $props();
	let cockpit = $state.raw<Cockpit | null>(null);
	let lines = $state<LineEntry[]>(Array.from({ length: MOST_LINES }, () => ({ aid: '', radial: '' })));

	// Set before the panel is drawn: the instruments ask for it.
	const shared: { veil: Veil | null } = $state({ veil: null });
	provideVeil(() => shared.veil);

	onMount(() => {
		const opened = new Cockpit(data);
		shared.veil = opened.veil;
		cockpit = opened;
		return () => opened.close();
	});

	function keyDown(event: KeyboardEvent): void {
		if (!cockpit || event.ctrlKey || event.metaKey || event.altKey) return;
		if (situation || cockpit.routing) return;
		const onButton =
			event.target instanceof HTMLButtonElement && (event.code === 'Space' || event.code === 'Enter');
		if (onButton) return;
		if (cockpit.keyDown(event.code, event.repeat)) event.preventDefault();
	}

	async function finish(): Promise<void> {
		const outcome = await cockpit?.leave(cockpit.cardDone ? 'finished' : 'interrupted');
		if (outcome) await goto(outcome === 'kept' ? `/debrief/${data.id}` : '/home', { replaceState: true });
	}

	async function stepBack(seconds: number): Promise<void> {
		const id = await cockpit?.stepBack(seconds);
		if (id) await goto(`/fly/${id}`, { replaceState: true });
	}

	let situation = $state.raw<Situation | null>(null);
	async function openSituation(): Promise<void> {
		situation = (await cockpit?.situation()) ?? null;
	}
	async function flyFrom(chosen: Situation): Promise<void> {
		const id = await cockpit?.reposition(chosen);
		situation = null;
		if (id) await goto(`/fly/${id}`, { replaceState: true });
	}

	async function restart(): Promise<void> {
		if (!cockpit || !data.assignmentId) return;
		if ((await cockpit.leave('interrupted')) === null) return;
		const id = await beginAttempt(data.assignmentId, data.assist);
		if (id) await goto(`/fly/${id}`, { replaceState: true });
		else cockpit.problem = 'The server could not be reached. Try again in a moment.';
	}

	const ENDS = {
		surface: 'The aircraft met the surface.',
		overstress: 'The aircraft was loaded beyond its limit.'
	} as const;
	/** Radios are in the panel where the card is flown by them. */
	const radios = $derived(data.card.navigation !== undefined);
	const complex = $derived(data.aircraft.propeller.kind === 'constant-speed');
	const asksWhere = $derived(data.card.phases.some(({ guide }) => guide?.kind === 'position'));
	const planned = $derived(data.card.planInFlight ? overlaysOf(data.card, null) : []);
	const planAbout = $derived([
		...(data.card.navigation?.places ?? []).map(({ northNm, eastNm }) => ({ north: northNm, east: eastNm })),
		{ north: data.card.start.northNm ?? 0, east: data.card.start.eastNm ?? 0 }
	]);
	const looksOut = $derived(mayLookOut(data.card));
	const names = (action: Action) =>
		keysOf(cockpit?.keys ?? {}, action)
			.map(keyName)
			.join(', ');
</script>

{#snippet planInFlight()}
	<div class="relative h-full" data-testid="plan-in-flight">
		<PlanView
			area={data.area}
			label="Plan of the flight"
			dark
			overlays={planned}
			aircraft={cockpit?.frame?.position ?? null}
			about={planAbout}
		/>
		<button class="knob small absolute top-1 left-1" onclick={() => (cockpit!.planShown = false)}>hide</button
		>
	</div>
{/snippet}

<svelte:window
	onkeydown={keyDown}
	onkeyup={(event) => cockpit?.keyUp(event.code)}
	onblur={() => cockpit?.releaseKeys()}
/>
<svelte:document onvisibilitychange={() => document.hidden && cockpit?.hide()} />

<div
	class="panel flex h-dvh min-h-[640px] flex-col overflow-hidden"
	data-status={cockpit?.status ?? 'loading'}
	data-testid="cockpit"
>
	{#if cockpit?.frame && cockpit.inputs}
		{@const { frame, inputs } = cockpit}
		{@const instruments = {
			panel: frame.panel,
			aircraft: data.aircraft,
			settingHpa: inputs.altimeterSettingHpa,
			covered: inputs.covered,
			oncover: (instrument: Instrument) => cockpit?.cover(instrument)
		}}
		<header class="flex items-center border-b border-[#33393e]">
			<div class="min-w-0 grow">
				<TargetStrip
					card={data.card}
					phase={frame.phase}
					phaseSeconds={frame.phaseSeconds}
					shown={cockpit.targetsShown}
				/>
			</div>
			<div class="flex shrink-0 items-center gap-2 px-4">
				<label class="flex items-center gap-1 text-xs text-[#a9aeb1]">
					Veil
					<select
						class="knob small"
						value={cockpit.veil.level}
						disabled={data.card.veil !== undefined}
						onchange={(event) => {
							cockpit?.chooseVeil(event.currentTarget.value as VeilLevel | 'off');
							event.currentTarget.blur();
						}}
					>
						{#each ['off', 'dim', 'blur', 'black'] as level (level)}<option>{level}</option>{/each}
					</select>
				</label>
				<label class="flex items-center gap-1 text-xs text-[#a9aeb1]">
					Rate
					<select
						class="knob small"
						value={cockpit.rate}
						onchange={(event) => {
							cockpit?.setRate(Number(event.currentTarget.value) as (typeof RATES)[number]);
							// The keys belong to the flight, not to the list.
							event.currentTarget.blur();
						}}
					>
						{#each RATES as rate (rate)}<option value={rate}>{rate === 0.5 ? '½' : rate}×</option>{/each}
					</select>
				</label>
				<button
					class="knob"
					onclick={() => cockpit?.toggleFreeze()}
					disabled={!['flying', 'frozen'].includes(cockpit.status)}
				>
					{cockpit.status === 'flying' ? 'Freeze' : frame.timeSeconds === 0 ? 'Begin' : 'Fly on'}
				</button>
				{#if data.assignmentId}<button class="knob" onclick={restart} disabled={cockpit.status === 'leaving'}
						>Restart</button
					>{/if}
				<button class="knob" onclick={finish} disabled={cockpit.status === 'leaving'}>
					{cockpit.cardDone ? 'Finish' : 'Break off'}
				</button>
			</div>
		</header>

		<!-- The pointer is the eye of a veiled panel; keys and a second stick can be it too. -->
		<!-- svelte-ignore a11y_no_static_element_interactions -->
		<div
			class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_11.5rem_10rem] gap-3 p-3"
			onpointermove={(event) => {
				if (cockpit && cockpit.veil.level !== 'off' && event.buttons === 0)
					cockpit.veil.pointAt(event.clientX, event.clientY);
			}}
		>
			<div class="flex min-h-0 flex-col gap-2">
				{#if frame.eye && cockpit.outsideShown}
					<div class="h-32 shrink-0">
						<OutsideView eye={frame.eye} area={data.area} weather={data.card.weather} />
					</div>
				{/if}
				<div class="relative min-h-0 grow">
					{#if frame.byInstructor}
						<div class="covered" data-testid="panel-covered">
							{#if cockpit.status === 'offered'}
								<p class="text-xl">“You have control.”</p>
								<p class="mt-3">
									<button class="knob text-lg" onclick={() => cockpit?.takeControls()}
										>“I have control”</button
									>
									or <kbd>Space</kbd>
								</p>
							{:else}
								<p class="text-lg">The instructor has the controls. Look away from the panel.</p>
							{/if}
						</div>
					{:else if cockpit.justTaken}
						<p class="called" role="status">“You have control.”</p>
					{/if}
					<div class="grid h-full min-h-0 gap-2" class:with-radios={radios && frame.radio}>
						{#if cockpit.arrangement === 'round'}
							<BasicT {...instruments} />
						{:else}
							<LinearPanel {...instruments} />
						{/if}
						{#if radios && frame.radio}
							<Veiled instrument="needle">
								<RadioDials
									settings={inputs.radios}
									readings={frame.radio}
									headingDeg={frame.panel.headingDeg}
									plan={frame.position && cockpit.planShown ? planInFlight : undefined}
								/>
							</Veiled>
						{/if}
					</div>
				</div>
				{#if radios && frame.radio}
					<RadioRack
						area={data.area}
						settings={inputs.radios}
						readings={frame.radio}
						timeSeconds={frame.timeSeconds}
						selected={cockpit.receiver}
						onselect={(receiver) => (cockpit!.receiver = receiver)}
						onset={(changed) => cockpit?.control({ radios: changed })}
						onrnav={() => (cockpit!.routing = true)}
					/>
				{/if}
			</div>
			<div class="grid min-h-0 grid-rows-[4.2rem_10.2rem_10.2rem_minmax(0,1fr)] gap-2">
				<Coverable {...coverOf('compass', instruments)}>
					<div class="w-full self-start"><CompassStrip compassDeg={frame.panel.compassDeg} /></div>
				</Coverable>
				<Coverable {...coverOf('tachometer', instruments)}>
					{#if complex}
						<PowerDial
							manifoldInHg={frame.panel.manifoldPressureInHg}
							rpm={frame.panel.rpm}
							aircraft={data.aircraft}
						/>
					{:else}
						<TachometerDial rpm={frame.panel.rpm} aircraft={data.aircraft} />
					{/if}
				</Coverable>
				<ClockDial
					timeSeconds={frame.timeSeconds}
					stopwatchSeconds={cockpit.stopwatch ? cockpit.stopwatchSeconds : null}
					onpress={() => cockpit?.pressStopwatch()}
				/>
				<SideControls {cockpit} {frame} {inputs} />
			</div>
			<div class="grid min-h-0 grid-rows-[minmax(0,1fr)_10rem_auto] gap-2">
				<div class="grid min-h-0 auto-cols-fr grid-flow-col">
					<Lever
						label="Throttle"
						value={inputs.throttle}
						min={0}
						max={1}
						step={0.005}
						text={`${Math.round(inputs.throttle * 100)} %`}
						oninput={(throttle) => cockpit?.control({ throttle })}
					/>
					{#if complex}
						<Lever
							label="Prop"
							value={inputs.propeller}
							min={0}
							max={1}
							step={0.005}
							text={`${Math.round(inputs.propeller * 100)} %`}
							oninput={(propeller) => cockpit?.control({ propeller })}
						/>
					{/if}
					<Lever
						label="Mix"
						value={inputs.mixture}
						min={0}
						max={1}
						step={0.005}
						text={`${Math.round(inputs.mixture * 100)} %`}
						oninput={(mixture) => cockpit?.control({ mixture })}
					/>
					<Lever
						label="Trim"
						value={inputs.trim}
						min={-1}
						max={1}
						step={0.005}
						text={`${inputs.trim >= 0 ? '▴' : '▾'} ${Math.abs(inputs.trim * 10).toFixed(1)}`}
						oninput={(trim) => cockpit?.control({ trim })}
					/>
				</div>
				<YokePad
					elevator={inputs.elevator}
					aileron={inputs.aileron}
					onhold={(held) => cockpit?.holdStick(held)}
					onmove={(stick) => cockpit?.control(stick)}
				/>
				<input
					type="range"
					tabindex="-1"
					min="-1"
					max="1"
					step="0.02"
					value={inputs.rudder}
					aria-label="Rudder"
					class="w-full accent-[#d9d6cd]"
					oninput={(event) => cockpit?.control({ rudder: event.currentTarget.valueAsNumber })}
					onpointerup={() => cockpit?.control({ rudder: 0 })}
				/>
			</div>
		</div>

		<footer
			class="flex items-center justify-between gap-4 border-t border-[#33393e] px-4 py-1.5 text-sm text-[#a9aeb1]"
		>
			<span>
				Assist: {data.assist === 'attitude' ? 'attitude held' : 'direct'} · <kbd>{names('help')}</kbd> keys ·
				<kbd>{names('freeze')}</kbd> freezes
				{#if !asksWhere}· <kbd>{names('arrangement')}</kbd> other panel{/if}
				{#if looksOut}· <kbd>{names('outside')}</kbd> outside{/if}
				{#if asksWhere}·
					<button class="underline" onclick={() => (cockpit!.marking = !cockpit!.marking)}
						><kbd>{names('where')}</kbd> say where you are</button
					>{/if}
				{#if data.card.planInFlight && !cockpit.planShown}·
					<button class="underline" onclick={() => (cockpit!.planShown = true)}>plan</button>{/if}
				{#if frame.wind}· wind so far {frame.wind.fromDeg === null
						? 'not to be told'
						: `${String(Math.round(frame.wind.fromDeg) || 360).padStart(3, '0')}° ${Math.round(frame.wind.speedKt)} kt`}
					± {Math.round(frame.wind.uncertaintyKt)} kt{/if}
				·
				<button class="underline" onclick={() => (cockpit!.naming = !cockpit!.naming)}
					><kbd>{names('nameFailure')}</kbd> name a failure</button
				>
			</span>
			<span role="status" data-testid="upload">
				{#if cockpit.upload === 'offline'}
					<span class="text-[#f0b64a]">No connection: kept here, {cockpit.waiting} s waiting to be sent</span>
				{:else}Recording is kept{/if}
			</span>
			<!-- The warner in words, for those who fly without sound. -->
			<span class="font-bold text-[#f0b64a]" role="alert"
				>{frame.stallWarning ? '▲ stall warning ' : ''}{frame.gearWarning ? '▲ gear not down' : ''}</span
			>
			<span>Practice only: not an approved device, not for navigation.</span>
		</footer>

		{#if frame.call}
			<div class="call" class:late={frame.call.overdue} role="status" data-testid="call">
				<span>{frame.call.overdue ? '▲ ' : ''}{frame.call.name}:</span>
				{#each frame.call.items as item, i (item)}
					<span class:done={i < frame.call.ticked} class:next={i === frame.call.ticked}
						>{i < frame.call.ticked ? '✓ ' : ''}{item}</span
					>
				{/each}
				<button class="knob small" onclick={() => cockpit?.tickCall()}><kbd>{names('call')}</kbd> done</button
				>
			</div>
		{/if}
		{#if cockpit.marking}
			<WherePanel
				area={data.area}
				entries={lines}
				onsay={({ north, east }, drawn) => cockpit?.sayWhere(north, east, drawn)}
				onclose={() => (cockpit!.marking = false)}
			/>
		{/if}
		{#if cockpit.routing}
			<RnavPanel
				area={data.area}
				settings={inputs.radios}
				onset={(changed) => cockpit?.control({ radios: changed })}
				onclose={() => (cockpit!.routing = false)}
			/>
		{/if}
		{#if cockpit.naming}
			<div class="naming" role="dialog" aria-label="Name a failure">
				{#each FAILURE_KINDS as kind, i (kind)}
					<button class="knob small" onclick={() => cockpit?.nameFailure(kind)}>
						<kbd>{String.fromCharCode(65 + i)}</kbd>
						{FAILURES[kind].name}{(inputs.named & (1 << i)) !== 0 ? ' ✓' : ''}
					</button>
				{/each}
				<button class="knob small" onclick={() => (cockpit!.naming = false)}><kbd>Esc</kbd> close</button>
			</div>
		{/if}

		{#if cockpit.problem}
			<p class="note" role="alert">
				{cockpit.problem} <button class="knob small" onclick={() => (cockpit!.problem = null)}>Close</button>
			</p>
		{:else if cockpit.end}
			<div class="note" role="alert">
				<p class="text-lg">{ENDS[cockpit.end]}</p>
				<p class="mt-3 flex gap-2"><button class="knob" onclick={finish}>See the debrief</button></p>
			</div>
		{:else if cockpit.status === 'frozen' && !situation}
			<div class="note" data-testid="frozen">
				<p class="text-lg">
					{frame.timeSeconds === 0
						? 'Ready.'
						: cockpit.freezeReason === 'slept'
							? 'Frozen: the page was hidden or asleep.'
							: cockpit.freezeReason === 'instructor'
								? 'Frozen by your instructor.'
								: 'Frozen.'}
				</p>
				{#if frame.timeSeconds > 2}
					<p class="mt-2 flex items-center justify-center gap-2 text-sm">
						Again from
						{#each STEPS_BACK as seconds (seconds)}
							<button class="knob small" onclick={() => stepBack(seconds)}>{seconds} s ago</button>
						{/each}
						<button class="knob small" onclick={openSituation}>Elsewhere, or keep</button>
					</p>
				{/if}
				<p class="mt-1 text-sm text-[#cfd2d3]">
					<kbd>{names('freeze')}</kbd>
					{frame.timeSeconds === 0 ? 'begins' : 'flies on'}. <kbd>{names('bankLeft')}</kbd>
					<kbd>{names('noseDown')}</kbd> <kbd>{names('noseUp')}</kbd> <kbd>{names('bankRight')}</kbd>
					or the yoke fly, <kbd>{names('powerUp')}</kbd> <kbd>{names('powerDown')}</kbd> power,
					<kbd>{names('trimUp')}</kbd> <kbd>{names('trimDown')}</kbd> trim.
				</p>
			</div>
		{:else if cockpit.cardDone && cockpit.status === 'flying'}
			<div class="note low"><button class="knob" onclick={finish}>Finish and debrief</button></div>
		{/if}

		{#if situation && cockpit.status === 'frozen'}
			<SituationPanel
				card={data.card}
				flapStepsDeg={data.aircraft.controls.flapStepsDeg}
				{situation}
				onfly={flyFrom}
				onkeep={(name, chosen) => cockpit!.keepSituation(name, chosen)}
				onclose={() => (situation = null)}
			/>
		{/if}

		{#if cockpit.helpShown}
			<div class="help" role="dialog" aria-label="Keys">
				<h2 class="mb-2 text-lg">Keys</h2>
				<dl class="grid grid-cols-[5rem_1fr_5rem_1fr] gap-x-4 gap-y-1.5">
					{#each ACTION_IDS as action (action)}
						<dt>
							{#if names(action)}<kbd>{names(action)}</kbd>{/if}
						</dt>
						<dd>{ACTIONS[action]}</dd>
					{/each}
				</dl>
				<button class="knob mt-4" onclick={() => (cockpit!.helpShown = false)}>Close</button>
			</div>
		{/if}
	{:else}
		<p class="m-auto text-lg" role="status">{cockpit?.problem ?? 'Preparing the flight'}</p>
	{/if}
</div>

<style>
	.panel {
		position: relative;
		background: #0e1012;
		color: #eceae4;
		font-family: var(--font-panel);
		color-scheme: dark;
	}
	.knob {
		border: 1px solid #4a5157;
		border-radius: 6px;
		background: #1b1f23;
		padding: 0.35rem 0.8rem;
		cursor: pointer;
	}
	.knob:hover:not(:disabled) {
		border-color: #7fd1c7;
	}
	.knob:disabled {
		opacity: 0.45;
	}
	.knob.small {
		padding: 0.1rem 0.5rem;
		font-size: 0.8rem;
	}
	kbd {
		font-family: var(--font-mono);
		border: 1px solid #4a5157;
		border-radius: 4px;
		padding: 0 0.3rem;
	}
	.covered {
		position: absolute;
		inset: 0;
		z-index: 5;
		display: grid;
		place-content: center;
		text-align: center;
		border-radius: 10px;
		background: #17191c;
	}
	.called {
		position: absolute;
		z-index: 6;
		left: 50%;
		top: 0.5rem;
		transform: translateX(-50%);
		border-radius: 8px;
		background: #1b1f23e6;
		padding: 0.3rem 1rem;
	}
	.with-radios {
		grid-template-columns: minmax(0, 1fr) minmax(0, 12.5rem);
	}
	.call {
		position: absolute;
		z-index: 6;
		left: 50%;
		bottom: 2.6rem;
		transform: translateX(-50%);
		display: flex;
		align-items: center;
		gap: 0.8rem;
		border: 1px solid #4a5157;
		border-radius: 8px;
		background: #1b1f23f2;
		padding: 0.25rem 0.9rem;
		color: #a9aeb1;
		white-space: nowrap;
	}
	.call.late {
		border-color: #f0b64a;
		color: #f0b64a;
	}
	.call .next {
		color: #f4f1ea;
		font-weight: 700;
	}
	.call .done {
		color: #7fd1c7;
	}
	.naming {
		position: absolute;
		z-index: 7;
		/* Over the words of the card, so that no dial is hidden while it is open. */
		left: 0.5rem;
		right: 0.5rem;
		top: 0.3rem;
		display: flex;
		flex-wrap: wrap;
		gap: 0.4rem;
		padding: 0.6rem;
		border: 1px solid #4a5157;
		border-radius: 10px;
		background: #1b1f23f2;
	}
	.note,
	.help {
		position: absolute;
		left: 50%;
		top: 50%;
		transform: translate(-50%, -50%);
		background: #1b1f23f2;
		border: 1px solid #4a5157;
		border-radius: 10px;
		padding: 1rem 1.4rem;
		max-width: 44rem;
		text-align: center;
	}
	.note {
		top: 4.9rem;
		transform: translateX(-50%);
	}
	.help {
		text-align: left;
	}
</style>
