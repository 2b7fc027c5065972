<script lang="ts">
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { keyName, keysOf, type Action } from '$lib/cockpit/controls/keymap.js';
	import { Cockpit, RATES, type CockpitData } from '$lib/cockpit/cockpit.svelte.js';
	import { beginAttempt } from '$lib/cockpit/begin.js';
	import { formatClock, MOST_LINES, type Instrument, type Situation } from '@hanza/core';
	import BasicT from '$lib/panel/dials/BasicT.svelte';
	import CallBar from './CallBar.svelte';
	import CockpitFooter from './CockpitFooter.svelte';
	import FailureNames from './FailureNames.svelte';
	import FrozenNote from './FrozenNote.svelte';
	import HintNote from './HintNote.svelte';
	import { Hints } from './hints.svelte.js';
	import KeyHelp from './KeyHelp.svelte';
	import Quadrant from './Quadrant.svelte';
	import ClockDial from '$lib/panel/dials/ClockDial.svelte';
	import CompassStrip from '$lib/panel/dials/CompassStrip.svelte';
	import Coverable from '$lib/panel/overlays/Coverable.svelte';
	import { coverOf } from '$lib/panel/overlays/covers.js';
	import LinearPanel from '$lib/panel/scales/LinearPanel.svelte';
	import OutsideView from '$lib/panel/outside/OutsideView.svelte';
	import PowerDial from '$lib/panel/dials/PowerDial.svelte';
	import PlanView from '$lib/plan/PlanView.svelte';
	import type { LineEntry } from '$lib/plan/lines.js';
	import { overlaysOf } from '$lib/plan/overlays.js';
	import RadioDials from '$lib/panel/radios/RadioDials.svelte';
	import { RECEIVERS } from '$lib/panel/radios/radio-settings.js';
	import RadioRack from '$lib/panel/radios/RadioRack.svelte';
	import RnavPanel from '$lib/panel/radios/RnavPanel.svelte';
	import PositionReport from './PositionReport.svelte';
	import Reposition from './Reposition.svelte';
	import SideControls from './SideControls.svelte';
	import TachometerDial from '$lib/panel/dials/TachometerDial.svelte';
	import TargetStrip from '$lib/panel/overlays/TargetStrip.svelte';
	import { provideVeil, type Veil } from '$lib/panel/overlays/veil.svelte.js';
	import ProcedureSheet from '$lib/procedures/ProcedureSheet.svelte';
	import { SHEET_LOST, sheetOfCard } from '$lib/procedures/sheet.js';
	import Select from '$lib/ui/Select.svelte';

	const { data }: { data: CockpitData & { assignmentId: string | null } } = $props();
	let cockpit = $state.raw<Cockpit | null>(null);
	let hints = $state.raw<Hints | null>(null);
	/** Fingers fly: the levers lie under the left hand, the yoke under the right. */
	let touch = $state(false);
	$effect(() => {
		if (cockpit?.inputs) hints?.watch(cockpit.inputs, cockpit.status === 'flying');
	});
	let lines = $state<LineEntry[]>(Array.from({ length: MOST_LINES }, () => ({ aid: '', radial: '' })));

	// Set before the panel is drawn: the instruments ask for it.
	const shared: { veil: Veil | null } = $state({ veil: null });
	provideVeil(() => shared.veil);

	onMount(() => {
		const opened = new Cockpit(data);
		shared.veil = opened.veil;
		cockpit = opened;
		hints = new Hints(localStorage);
		const coarse = window.matchMedia('(pointer: coarse)');
		const lay = (): void => {
			touch = coarse.matches;
		};
		lay();
		coarse.addEventListener('change', lay);
		const letGo = (): void => opened.letGo();
		window.addEventListener('pagehide', letGo);
		return () => {
			coarse.removeEventListener('change', lay);
			window.removeEventListener('pagehide', letGo);
			opened.close();
		};
	});

	function keyDown(event: KeyboardEvent): void {
		if (!cockpit || event.ctrlKey || event.metaKey || event.altKey) return;
		if (situation || cockpit.routing) return;
		// What is typed into a field, or chosen from a list, is not meant for the flight.
		if (
			event.target instanceof Element &&
			event.target.closest('input, textarea, [role="listbox"], [aria-expanded="true"]')
		)
			return;
		const onButton =
			event.target instanceof HTMLButtonElement && (event.code === 'Space' || event.code === 'Enter');
		if (onButton) return;
		if (cockpit.keyDown(event.code, event.repeat)) event.preventDefault();
	}

	async function finish(): Promise<void> {
		const outcome = await cockpit?.leave(cockpit.cardDone ? 'finished' : 'interrupted');
		if (outcome) await goto(outcome === 'kept' ? `/debrief/${data.id}` : '/today', { replaceState: true });
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
		surface: 'The aircraft met the ground',
		overstress: 'The aeroplane would have broken up, by load,',
		overspeed: 'The aeroplane would have broken up, by speed,'
	} as const;
	/** Radios are in the panel where the card is flown by them. */
	const radios = $derived(data.card.navigation !== undefined);
	const complex = $derived(data.aircraft.propeller.kind === 'constant-speed');
	const asksWhere = $derived(data.card.phases.some(({ path }) => path?.kind === 'position'));
	const planned = $derived(data.card.planInFlight ? overlaysOf(data.card, null) : []);
	const planAbout = $derived([
		...(data.card.navigation?.places ?? []).map(({ northNm, eastNm }) => ({ north: northNm, east: eastNm })),
		{ north: data.card.start.northNm ?? 0, east: data.card.start.eastNm ?? 0 }
	]);
	const sheet = $derived(sheetOfCard(data.card, data.area, data.aircraft));
	const rnavFinal = $derived.by(() => {
		const path = data.card.phases.find((one) => one.path?.kind === 'course' && one.path.rnav)?.path;
		const down = data.card.phases.find(
			(one) => one.path?.kind === 'course' && one.path.rnav && one.path.glide
		)?.path;
		return path?.kind === 'course'
			? { ...path, ...(down?.kind === 'course' && down.glide ? { glide: down.glide, rnav: down.rnav } : {}) }
			: null;
	});
	const ownPosition = $derived(
		data.card.planInFlight && cockpit?.frame?.position
			? {
					north: cockpit.frame.position.northNm,
					east: cockpit.frame.position.eastNm,
					trueDeg: cockpit.frame.position.trackDeg + data.area.variationDeg
				}
			: null
	);
	/** With the sheet beside it the panel is narrow: the needles lie under the dials. */
	const narrow = $derived(data.card.approach !== undefined && cockpit?.sheetShown === true);
	const usesBeacon = $derived(data.card.navigation?.places.some(({ kind }) => kind === 'ndb') ?? false);
	/** Columns from left to right: the sheet where there is one, levers for fingers, panel, side, levers and yoke. */
	const columns = $derived(
		[
			narrow ? (usesBeacon ? 'minmax(0, 13.5rem)' : 'minmax(0, 16rem)') : '',
			touch ? `${complex ? 9.5 : 8.5}rem minmax(0, 1fr) 13.5rem 10rem` : 'minmax(0, 1fr) 11.5rem 10rem'
		].join(' ')
	);
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
	class="panel relative flex h-dvh min-h-[640px] flex-col overflow-hidden"
	data-status={cockpit?.status ?? 'loading'}
	data-seconds={cockpit?.frame?.timeSeconds.toFixed(1)}
	data-rate={cockpit?.rate}
	data-testid="cockpit"
>
	{#if cockpit?.frame && cockpit.inputs}
		{@const { frame, inputs } = cockpit}
		{@const instruments = {
			panel: frame.panel,
			aircraft: data.aircraft,
			settingHpa: inputs.altimeterSettingHpa,
			minimumBugFt: inputs.minimumBugFt,
			altitudeBugFt: inputs.altitudeBugFt,
			covered: inputs.covered,
			oncover: (instrument: Instrument) => cockpit?.cover(instrument)
		}}
		<header class="flex items-center border-b border-panel-line">
			<div class="min-w-0 grow">
				<TargetStrip
					card={data.card}
					phase={frame.phase}
					phaseSeconds={frame.phaseSeconds}
					shown={cockpit.targetsShown}
				/>
			</div>
			<div class="flex shrink-0 items-center gap-2 px-4">
				<Select
					label="Veil"
					place="before"
					on="panel"
					letGo
					value={cockpit.veil.level}
					disabled={data.card.veil !== undefined}
					onchange={(level) => cockpit?.chooseVeil(level)}
					options={['off', 'dim', 'blur', 'black'] as const}
				/>
				<Select
					label="Rate"
					place="before"
					on="panel"
					letGo
					value={cockpit.rate}
					onchange={(rate) => cockpit?.setRate(rate)}
					options={RATES.map((rate) => ({ value: rate, text: `${rate === 0.5 ? '½' : rate}×` }))}
				/>
				<button
					class="knob"
					data-hint="begin"
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
			class="grid min-h-0 grow gap-3 p-3"
			style:grid-template-columns={columns}
			onpointermove={(event) => {
				if (cockpit && cockpit.veil.level !== 'off' && event.buttons === 0)
					cockpit.veil.pointAt(event.clientX, event.clientY);
			}}
		>
			{#if narrow}
				<aside class="sheet-beside" aria-label="Sheet of the approach" data-testid="sheet-beside">
					{#if sheet}<ProcedureSheet {sheet} area={data.area} on="panel" own={ownPosition} />
					{:else}<p class="p-3 text-panel-caution" role="alert">{SHEET_LOST}</p>{/if}
				</aside>
			{/if}
			{#if touch}<Quadrant {cockpit} {inputs} {complex} part="levers" />{/if}
			<div class="flex min-h-0 flex-col gap-2" data-hint="look">
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
					<div
						class="grid h-full min-h-0 gap-2"
						class:with-radios={radios && frame.radio && !narrow}
						class:radios-below={radios && frame.radio && narrow}
					>
						{#if cockpit.arrangement === 'round'}
							<BasicT {...instruments} />
						{:else}
							<LinearPanel {...instruments} />
						{/if}
						{#if radios && frame.radio}
							<RadioDials
								settings={inputs.radios}
								readings={frame.radio}
								headingDeg={frame.panel.headingDeg}
								covered={inputs.covered}
								oncover={(instrument) => cockpit?.cover(instrument)}
								across={narrow}
								plan={frame.position && cockpit.planShown ? planInFlight : undefined}
							/>
						{/if}
					</div>
				</div>
				<!-- Who looks out tunes nothing: the view takes its place, and the dials keep their size. -->
				{#if radios && frame.radio && !(frame.eye && cockpit.outsideShown)}
					<RadioRack
						area={data.area}
						settings={inputs.radios}
						readings={frame.radio}
						timeSeconds={frame.timeSeconds}
						selected={cockpit.receiver}
						onselect={(receiver) => (cockpit!.receiver = receiver)}
						onset={(changed) => cockpit?.control({ radios: changed })}
						onrnav={() => (cockpit!.routing = true)}
						sets={narrow && !usesBeacon ? ['nav1', 'nav2'] : RECEIVERS}
					/>
				{/if}
			</div>
			<div
				class="grid min-h-0 grid-cols-[minmax(0,1fr)] gap-2 {data.card.approach
					? 'grid-rows-[3.4rem_7.9rem_7.9rem_minmax(0,1fr)]'
					: 'grid-rows-[4.2rem_10.2rem_10.2rem_minmax(0,1fr)]'}"
			>
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
			<Quadrant {cockpit} {inputs} {complex} part={touch ? 'yoke' : 'all'} />
		</div>

		{#if hints && !cockpit.helpShown}<HintNote {hints} />{/if}
		<CockpitFooter {cockpit} {frame} {data} {asksWhere} {names} />

		{#if frame.call}
			<CallBar call={frame.call} key={names('call')} ontick={() => cockpit?.tickCall()} />
		{/if}
		{#if cockpit.marking}
			<PositionReport
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
				final={rnavFinal}
				onset={(changed) => cockpit?.control({ radios: changed })}
				onclose={() => (cockpit!.routing = false)}
			/>
		{/if}
		{#if cockpit.naming}
			<FailureNames
				named={inputs.named}
				onname={(kind) => cockpit?.nameFailure(kind)}
				onclose={() => (cockpit!.naming = false)}
			/>
		{/if}

		{#if cockpit.elsewhere}
			{@render elsewhere(cockpit)}
		{:else if cockpit.problem}
			<p class="note" role="alert">
				{cockpit.problem} <button class="knob small" onclick={() => (cockpit!.problem = null)}>Close</button>
			</p>
		{:else if cockpit.end}
			<div class="note" role="alert">
				<p class="text-lg">
					{ENDS[cockpit.end]} at {formatClock(frame.timeSeconds)}. What was flown until then is kept and
					graded.
				</p>
				<p class="mt-3 flex gap-2"><button class="knob" onclick={finish}>See the debrief</button></p>
			</div>
		{:else if cockpit.status === 'frozen' && !situation}
			<!-- Over the footer: who freezes wants to look at the dials, and set what is to be set before it begins. -->
			<div class="note" class:over-footer={!touch} class:stacked={touch} data-testid="frozen">
				<FrozenNote
					begun={frame.timeSeconds > 0}
					mayGoBack={frame.timeSeconds > 2}
					reason={cockpit.freezeReason}
					{names}
					onback={stepBack}
					onelsewhere={openSituation}
				/>
			</div>
		{:else if cockpit.cardDone && cockpit.status === 'flying'}
			<div class="note low"><button class="knob" onclick={finish}>Finish and debrief</button></div>
		{/if}

		{#if situation && cockpit.status === 'frozen'}
			<Reposition
				card={data.card}
				flapStepsDeg={data.aircraft.controls.flapStepsDeg}
				{situation}
				onfly={flyFrom}
				onkeep={(name, chosen) => cockpit!.saveSituation(name, chosen)}
				onclose={() => (situation = null)}
			/>
		{/if}

		{#if cockpit.helpShown}
			<KeyHelp {names} {radios} onhints={() => hints?.again()} onclose={() => (cockpit!.helpShown = false)} />
		{/if}
	{:else}
		{#if cockpit?.elsewhere}{@render elsewhere(cockpit)}
		{:else}<p class="m-auto text-lg" role="status">{cockpit?.problem ?? 'Preparing the flight'}</p>{/if}
	{/if}
</div>

{#snippet elsewhere(flown: Cockpit)}
	<div class="note" role="alert" data-testid="elsewhere">
		<p class="text-lg">This flight is being flown on another device.</p>
		<p class="mt-1 text-sm text-panel-text">
			Take it over, and it goes on here from where that one was last heard. The other is told, and keeps what
			it has not sent.
		</p>
		<p class="mt-3 flex justify-center gap-2">
			<button class="knob" onclick={() => flown.takeOver()}>Take it over</button>
			<a class="knob" href="/today">Leave it</a>
		</p>
	</div>
{/snippet}

<style>
	.covered {
		position: absolute;
		inset: 0;
		z-index: 5;
		display: grid;
		place-content: center;
		text-align: center;
		border-radius: 10px;
		background: var(--panel-back);
	}
	.sheet-beside {
		min-height: 0;
		overflow-y: auto;
		border-right: 1px solid var(--panel-line);
		padding-right: 0.6rem;
	}
	.called {
		position: absolute;
		z-index: 6;
		left: 50%;
		top: 0.5rem;
		transform: translateX(-50%);
		border-radius: 8px;
		background: color-mix(in srgb, var(--panel-raised) 90%, transparent);
		padding: 0.3rem 1rem;
	}
	.with-radios {
		grid-template-columns: minmax(0, 1fr) minmax(0, 12.5rem);
	}
	.radios-below {
		grid-template-rows: minmax(0, 1fr) 8.5rem;
	}
	.note {
		position: absolute;
		left: 50%;
		top: 4.9rem;
		max-width: 44rem;
		transform: translateX(-50%);
		border: 1px solid var(--panel-edge);
		border-radius: 10px;
		background: color-mix(in srgb, var(--panel-raised) 95%, transparent);
		padding: 1rem 1.4rem;
		text-align: center;
	}
	.note.stacked {
		display: flex;
		flex-direction: column;
		align-items: center;
		gap: 0.4rem;
	}
	.note.over-footer {
		top: auto;
		bottom: 0.25rem;
		left: 0.5rem;
		display: flex;
		align-items: center;
		gap: 0.3rem 1.2rem;
		right: 23.5rem;
		max-width: none;
		min-height: 2.9rem;
		transform: none;
		border-color: var(--panel-accent);
		background: var(--panel-raised);
		padding: 0.35rem 0.9rem;
		text-align: left;
	}
</style>
