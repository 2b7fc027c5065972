<script lang="ts">
	import type { ControlInputs } from '@hanza/core';
	import type { Cockpit } from '$lib/flight/cockpit.svelte.js';
	import type { Frame } from '$lib/workers/messages.js';
	import Knob from './Knob.svelte';

	const { cockpit, frame, inputs }: { cockpit: Cockpit; frame: Frame; inputs: ControlInputs } = $props();
	const { panel } = $derived(frame);
	const gauges = $derived([
		{ name: 'suction', text: panel.suctionInHg.toFixed(1), low: panel.suctionInHg < 4 },
		{
			name: 'ammeter',
			text: `${panel.ammeterA > 0 ? '+' : ''}${Math.round(panel.ammeterA)}`,
			low: panel.ammeterA < 0
		},
		{ name: 'outside °C', text: String(Math.round(panel.outsideAirTempC)), low: false }
	]);
</script>

<div class="flex h-full flex-col justify-end gap-1.5 text-sm">
	<dl class="grid grid-cols-3 gap-1 text-center">
		{#each gauges as gauge (gauge.name)}
			<div class="rounded border border-[#2b3035] bg-[#15181b] py-0.5">
				<dt class="text-[0.65rem] text-[#a9aeb1]">{gauge.name}</dt>
				<dd class={gauge.low ? 'text-[#f0b64a]' : ''}>{gauge.text}{gauge.low ? ' ▼' : ''}</dd>
			</div>
		{/each}
	</dl>
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
	<Knob
		label="Flap"
		value={`${Math.round(frame.flapsDeg)}°`}
		less={{ text: 'up', label: 'Flap up a step', press: () => cockpit.stepFlaps(-1) }}
		more={{ text: 'dn', label: 'Flap down a step', press: () => cockpit.stepFlaps(1) }}
	/>
	<label class="flex items-center justify-between gap-2">
		<span class="text-[#a9aeb1]">Sound</span>
		<input
			type="range"
			tabindex="-1"
			class="w-24 accent-[#d9d6cd]"
			min="0"
			max="1"
			step="0.05"
			value={cockpit.volume}
			oninput={(event) => cockpit.setVolume(event.currentTarget.valueAsNumber)}
			onpointerup={(event) => event.currentTarget.blur()}
		/>
	</label>
	<label class="flex items-center justify-between gap-2">
		<span class="text-[#a9aeb1]">Alternate static</span>
		<input
			type="checkbox"
			tabindex="-1"
			class="accent-[#d9d6cd]"
			checked={inputs.alternateStatic > 0}
			onchange={(event) => cockpit.control({ alternateStatic: event.currentTarget.checked ? 1 : 0 })}
		/>
	</label>
</div>
