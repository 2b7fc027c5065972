<script lang="ts">
	import {
		formatHeading,
		heardStation,
		MARKERS,
		morseWords,
		RECEIVER_BITS,
		toneOn,
		type Area,
		type RadioReadings,
		type RadioSettings
	} from '@hanza/core';
	import {
		frequencyText,
		RECEIVER_NAMES,
		RECEIVERS,
		swap,
		tuneBy,
		turnCourse,
		typedFrequency,
		withCourse,
		withStandby,
		type Receiver
	} from '$lib/panel/radios/radio-settings.js';
	import Readout from '../controls/Readout.svelte';

	interface Props {
		area: Area;
		settings: RadioSettings;
		readings: RadioReadings;
		timeSeconds: number;
		/** Which receiver the tuning keys move. */
		selected: Receiver;
		onselect: (receiver: Receiver) => void;
		onset: (settings: RadioSettings) => void;
		onrnav: () => void;
		/** The sets that there is room for; all where left out. */
		sets?: readonly Receiver[];
	}
	const {
		area,
		settings,
		readings,
		timeSeconds,
		selected,
		onselect,
		onset,
		onrnav,
		sets = RECEIVERS
	}: Props = $props();

	const heard = $derived(heardStation(area, settings, readings));
	const sounding = $derived(heard !== null && toneOn(heard.id, timeSeconds));
	const active = (receiver: Receiver) =>
		receiver === 'adf' ? settings.adf.activeKHz : settings[receiver].activeMHz;
	const standby = (receiver: Receiver) =>
		receiver === 'adf' ? settings.adf.standbyKHz : settings[receiver].standbyMHz;

	function typed(receiver: Receiver, input: HTMLInputElement): void {
		const frequency = typedFrequency(receiver, input.value);
		if (frequency !== null) onset(withStandby(settings, receiver, frequency));
		input.value = frequencyText(receiver, frequency ?? standby(receiver));
		input.blur();
	}
	/** The wheel turns a knob: up is more. */
	const wheel = (turn: (by: number) => void) => (event: WheelEvent) => {
		event.preventDefault();
		turn(event.deltaY < 0 ? 1 : -1);
	};
	const LIGHTS = MARKERS.slice(1);
</script>

<div
	class="rack"
	data-testid="radios"
	style:grid-template-columns="repeat({sets.length}, minmax(0, 1fr)) minmax(0, 1.35fr)"
>
	{#each sets as receiver (receiver)}
		{@const identified = (readings.identified & RECEIVER_BITS[receiver]) !== 0}
		<section class="unit" class:chosen={selected === receiver} aria-label={RECEIVER_NAMES[receiver]}>
			<div class="row">
				<button class="name" onclick={() => onselect(receiver)} title="The tuning keys move this one"
					>{RECEIVER_NAMES[receiver]}</button
				>
				<button
					class="knob tight"
					aria-pressed={settings.listen === receiver}
					aria-label="Listen to {RECEIVER_NAMES[receiver]}"
					onclick={() => onset({ ...settings, listen: settings.listen === receiver ? 'off' : receiver })}
					>listen</button
				>
			</div>
			<div
				class="row"
				role="group"
				aria-label="{RECEIVER_NAMES[receiver]} frequencies"
				onwheel={wheel((by) => onset(tuneBy(settings, receiver, by)))}
			>
				<span class="active" aria-label="active"
					><Readout text={frequencyText(receiver, active(receiver))} /></span
				>
				<button
					class="knob tight"
					aria-label="{RECEIVER_NAMES[receiver]}: active and standby change places"
					onclick={() => onset(swap(settings, receiver))}>⇄</button
				>
				<input
					class="standby"
					inputmode="decimal"
					aria-label="{RECEIVER_NAMES[receiver]} standby"
					value={frequencyText(receiver, standby(receiver))}
					onfocus={(event) => event.currentTarget.select()}
					onchange={(event) => typed(receiver, event.currentTarget)}
					onkeydown={(event) => {
						event.stopPropagation();
						if (event.key === 'Enter') typed(receiver, event.currentTarget);
					}}
				/>
			</div>
			{#if receiver !== 'adf'}
				<div
					class="row"
					role="group"
					aria-label="{RECEIVER_NAMES[receiver]} course"
					onwheel={wheel((by) => onset(turnCourse(settings, receiver, by)))}
				>
					<span class="quiet">course</span>
					<button
						class="knob tight"
						aria-label="{RECEIVER_NAMES[receiver]} course left"
						onclick={() => onset(turnCourse(settings, receiver, -1))}>◂</button
					>
					<input
						class="standby course"
						inputmode="numeric"
						aria-label="{RECEIVER_NAMES[receiver]} course, degrees"
						value={formatHeading(settings[receiver].courseDeg)}
						onfocus={(event) => event.currentTarget.select()}
						onkeydown={(event) => {
							event.stopPropagation();
							if (event.key === 'Enter') event.currentTarget.blur();
						}}
						onchange={(event) => {
							const value = Number(event.currentTarget.value);
							if (Number.isFinite(value)) onset(withCourse(settings, receiver, value));
							event.currentTarget.value = formatHeading(settings[receiver].courseDeg);
							event.currentTarget.blur();
						}}
					/>
					<button
						class="knob tight"
						aria-label="{RECEIVER_NAMES[receiver]} course right"
						onclick={() => onset(turnCourse(settings, receiver, 1))}>▸</button
					>
				</div>
			{:else}
				<div class="row">
					<span class="quiet">pointer</span>
					{#each RECEIVERS as one (one)}
						<button
							class="knob tight"
							aria-pressed={settings.pointer === one}
							onclick={() => onset({ ...settings, pointer: one })}
							>{one === 'nav1' ? '1' : one === 'nav2' ? '2' : 'B'}</button
						>
					{/each}
				</div>
			{/if}
			<p class="ident" data-testid="ident-{receiver}">
				{#if identified}<span class="good">✓ identified</span>
				{:else if (readings.received & RECEIVER_BITS[receiver]) !== 0}not identified
				{:else}<span class="none">no signal</span>{/if}
			</p>
		</section>
	{/each}
	<section class="unit wide" aria-label="Distance, markers and RNAV">
		<div class="row">
			<button
				class="knob tight"
				aria-label="Distance from {settings.distance === 'nav1' ? 'nav 1' : 'nav 2'}"
				onclick={() => onset({ ...settings, distance: settings.distance === 'nav1' ? 'nav2' : 'nav1' })}
				>DME {settings.distance === 'nav1' ? '1' : '2'}</button
			>
			<span class="active" data-testid="distance"
				><Readout text={readings.distanceNm < 0 ? '– –' : readings.distanceNm.toFixed(1)} /></span
			>
			<span class="quiet">NM</span>
			<span class="w-14"
				><Readout text={readings.distanceNm < 0 ? '' : `${Math.round(readings.distanceKt)} kt`} /></span
			>
		</div>
		<div class="row" role="group" aria-label="Markers">
			{#each LIGHTS as light, i (light)}
				<span class="light" class:lit={readings.marker === i + 1}>{light}</span>
			{/each}
		</div>
		<div class="row">
			<button class="knob tight" onclick={onrnav}>RNAV …</button>
			<button
				class="knob tight"
				aria-pressed={settings.needle === 'rnav'}
				onclick={() => onset({ ...settings, needle: settings.needle === 'nav' ? 'rnav' : 'nav' })}
				>needle: {settings.needle === 'nav' ? 'nav 1' : 'RNAV'}</button
			>
			{#if readings.rnavValid > 0}
				<span class="quiet w-32"
					><Readout
						text={`${settings.rnav.list[readings.rnavTo] ?? ''} ${formatHeading(readings.rnavBearingDeg)}° ${readings.rnavDistanceNm.toFixed(1)}`}
					/></span
				>
			{/if}
		</div>
		<p class="ident" data-testid="morse">
			{#if heard}<span class="lamp" class:lit={sounding}>●</span>
				<span class="morse">{morseWords(heard.id)}</span>
			{:else if settings.listen === 'off'}headset off
			{:else}silence{/if}
		</p>
	</section>
</div>

<style>
	.rack {
		display: grid;
		gap: 0.5rem;
		font-size: 0.82rem;
	}
	.unit {
		display: grid;
		align-content: start;
		gap: 0.25rem;
		border: 1px solid var(--panel-line);
		border-radius: 8px;
		background: var(--panel);
		padding: 0.35rem 0.5rem;
	}
	.unit.chosen {
		border-color: var(--panel-accent);
	}
	.row {
		display: flex;
		align-items: center;
		justify-content: space-between;
		gap: 0.3rem;
		white-space: nowrap;
	}
	.name,
	.quiet {
		color: var(--panel-soft);
	}
	.name {
		cursor: pointer;
	}
	.active {
		font-size: 1.1rem;
		min-width: 4.3rem;
	}
	.standby {
		width: 3.9rem;
		border: 1px solid var(--panel-line);
		border-radius: 5px;
		background: var(--panel-face);
		padding: 0 0.3rem;
		color: var(--panel-text);
		text-align: right;
		font-variant-numeric: tabular-nums;
	}
	.course {
		width: 3rem;
		color: var(--panel-accent);
	}
	.ident {
		color: var(--panel-text);
		font-size: 0.78rem;
		min-height: 1.1rem;
		white-space: nowrap;
	}
	.good {
		color: var(--panel-accent);
	}
	.none {
		color: var(--panel-caution);
	}
	.morse {
		font-family: var(--font-mono);
		font-size: 1.05rem;
		letter-spacing: 0.06em;
		line-height: 1;
	}
	.light {
		flex: 1;
		border: 1px solid var(--panel-line);
		border-radius: 4px;
		text-align: center;
		color: var(--panel-dim);
	}
	.light.lit {
		background: var(--panel-mark);
		color: var(--panel-face);
		font-weight: 700;
	}
	.lamp {
		color: var(--panel-edge);
	}
	.lamp.lit {
		color: var(--panel-mark);
	}
	/* Under fingers the buttons are large: what stands beside them goes to a line of its own. */
	@media (pointer: coarse) {
		.unit {
			padding: 0.2rem 0.25rem;
		}
		.row {
			flex-wrap: wrap;
			gap: 0.15rem;
		}
		.row[role='group']:not([aria-label='Markers']) {
			display: grid;
			grid-template-columns: 44px minmax(0, 1fr) 44px;
		}
		.row[role='group'] > .quiet,
		.row > .quiet:first-child {
			display: none;
		}
		.row[role='group'] > .course {
			width: 100%;
			padding: 0 0.1rem;
			text-align: center;
		}
		.standby {
			min-height: 44px;
		}
	}
</style>
