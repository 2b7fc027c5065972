<script lang="ts">
	import { DECISION, type ControlInputs } from '@hanza/core';
	import type { Cockpit } from '$lib/cockpit/cockpit.svelte.js';
	import type { Frame } from '$lib/workers/messages.js';
	import Readout from '$lib/panel/controls/Readout.svelte';
	import Knob from '$lib/panel/controls/Knob.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Slider from '$lib/ui/Slider.svelte';

	const { cockpit, frame, inputs }: { cockpit: Cockpit; frame: Frame; inputs: ControlInputs } = $props();
	const { panel } = $derived(frame);
	const approach = $derived(cockpit.data.card.approach !== undefined);
	const gearLight = (gear: number) => ({
		name: 'gear',
		text: gear >= 1 ? 'down' : gear <= 0 ? 'up' : 'moving',
		low: gear > 0 && gear < 1
	});
	const gauges = $derived([
		{ name: 'suction', text: panel.suctionInHg.toFixed(1), low: panel.suctionInHg < 4 },
		{
			name: 'ammeter',
			text: `${panel.ammeterA > 0 ? '+' : ''}${Math.round(panel.ammeterA)}`,
			low: panel.ammeterA < 0
		},
		{ name: 'outside °C', text: String(Math.round(panel.outsideAirTempC)), low: false },
		{ name: 'fuel l', text: panel.fuelL.toFixed(0), low: panel.fuelL < 25 },
		{ name: 'radios', text: panel.radioOn > 0 ? 'on' : 'dark', low: panel.radioOn === 0 },
		...(cockpit.data.aircraft.gear ? [gearLight(frame.gear)] : [])
	]);
</script>

<div class="flex h-full flex-col justify-end gap-1.5 text-sm">
	<dl class="grid grid-cols-3 gap-1 text-center">
		{#each gauges as gauge (gauge.name)}
			<div class="rounded border border-panel-rim bg-panel leading-tight">
				<dt class="text-[0.65rem] text-panel-soft">{gauge.name}</dt>
				<dd class={gauge.low ? 'text-panel-caution' : ''}>
					<Readout text={`${gauge.text}${gauge.low && gauge.name !== 'gear' ? ' ▼' : ''}`} />
				</dd>
			</div>
		{/each}
	</dl>
	{#if cockpit.data.aircraft.gear}
		<div class="flex items-center justify-between gap-1.5">
			<span class="text-panel-soft">Gear</span>
			{#each [{ gear: 0, text: 'up' }, { gear: 1, text: 'down' }, { gear: 2, text: 'hand' }] as place (place.gear)}
				<button
					type="button"
					tabindex="-1"
					class="rounded-md border px-1.5 text-[0.8rem] {inputs.gear === place.gear
						? 'border-panel-pale bg-panel-line'
						: 'border-panel-edge bg-panel-raised'}"
					aria-pressed={inputs.gear === place.gear}
					aria-label="Gear {place.text === 'hand' ? 'down by hand' : place.text}"
					onclick={() => cockpit.control({ gear: place.gear })}>{place.text}</button
				>
			{/each}
		</div>
	{/if}
	<Knob
		label="Heading"
		value="knob"
		less={{ text: '◂', label: 'Heading dial: turn left', press: () => cockpit.turnHeadingKnob(-1) }}
		more={{ text: '▸', label: 'Heading dial: turn right', press: () => cockpit.turnHeadingKnob(1) }}
	/>
	<Knob
		label="Setting"
		value={inputs.altimeterSettingHpa.toFixed(1)}
		less={{ text: '−', label: 'Altimeter setting down', press: () => cockpit.turnSetting(-1) }}
		more={{ text: '+', label: 'Altimeter setting up', press: () => cockpit.turnSetting(1) }}
	/>
	{#if approach}
		<Knob
			label="Bug"
			value={inputs.minimumBugFt > 0 ? String(inputs.minimumBugFt) : 'bug'}
			less={{
				text: '−',
				label: 'Bug for the minimum down',
				press: () => cockpit.turnBug('minimumBugFt', -1)
			}}
			more={{ text: '+', label: 'Bug for the minimum up', press: () => cockpit.turnBug('minimumBugFt', 1) }}
		/>
		<Knob
			label="Next"
			value={inputs.altitudeBugFt > 0 ? String(inputs.altitudeBugFt) : 'alt'}
			less={{ text: '−', label: 'Altitude reminder down', press: () => cockpit.turnBug('altitudeBugFt', -1) }}
			more={{ text: '+', label: 'Altitude reminder up', press: () => cockpit.turnBug('altitudeBugFt', 1) }}
		/>
		<div class="grid grid-cols-2 gap-1">
			<button
				type="button"
				tabindex="-1"
				class="knob small"
				aria-pressed={inputs.decision === DECISION.continue}
				onclick={() => cockpit.decide('continue')}>Continue</button
			>
			<button
				type="button"
				tabindex="-1"
				class="knob small"
				aria-pressed={inputs.decision === DECISION['go-around']}
				onclick={() => cockpit.decide('go-around')}>Go around</button
			>
		</div>
	{/if}
	<Knob
		label="Flap"
		value={`${Math.round(frame.flapsDeg)}°`}
		less={{ text: 'up', label: 'Flap up a step', press: () => cockpit.stepFlaps(-1) }}
		more={{ text: 'dn', label: 'Flap down a step', press: () => cockpit.stepFlaps(1) }}
	/>
	<div class="flex items-center justify-between gap-2">
		<div class="flex items-center gap-2">
			<span class="text-panel-soft">Sound</span>
			<Slider
				label="Sound"
				on="panel"
				keys={false}
				class="w-12 !min-w-0"
				step={0.05}
				value={cockpit.volume}
				onchange={(volume) => cockpit.setVolume(volume)}
			/>
		</div>
		<span class="whitespace-nowrap text-panel-soft">Alt static</span>
		<Checkbox
			label="Alternate static"
			unseen
			on="panel"
			tabindex={-1}
			checked={inputs.alternateStatic > 0}
			onchange={(checked) => cockpit.control({ alternateStatic: checked ? 1 : 0 })}
		/>
	</div>
</div>
