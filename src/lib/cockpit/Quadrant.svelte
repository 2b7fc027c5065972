<script lang="ts">
	import type { ControlInputs } from '@hanza/core';
	import type { Cockpit } from '$lib/cockpit/cockpit.svelte.js';
	import Lever from '$lib/panel/controls/Lever.svelte';
	import YokePad from './controls/YokePad.svelte';

	interface Props {
		cockpit: Cockpit;
		inputs: ControlInputs;
		/** With a lever for the propeller. */
		complex: boolean;
	}
	const { cockpit, inputs, complex }: Props = $props();
</script>

<div class="grid min-h-0 grid-rows-[minmax(0,1fr)_10rem_auto] gap-2">
	<div class="grid min-h-0 auto-cols-fr grid-flow-col">
		<Lever
			label="Throttle"
			value={inputs.throttle}
			min={0}
			max={1}
			step={0.005}
			text={`${Math.round(inputs.throttle * 100)} %`}
			oninput={(throttle) => cockpit.control({ throttle })}
		/>
		{#if complex}
			<Lever
				label="Prop"
				value={inputs.propeller}
				min={0}
				max={1}
				step={0.005}
				text={`${Math.round(inputs.propeller * 100)} %`}
				oninput={(propeller) => cockpit.control({ propeller })}
			/>
		{/if}
		<Lever
			label="Mix"
			value={inputs.mixture}
			min={0}
			max={1}
			step={0.005}
			text={`${Math.round(inputs.mixture * 100)} %`}
			oninput={(mixture) => cockpit.control({ mixture })}
		/>
		<Lever
			label="Trim"
			value={inputs.trim}
			min={-1}
			max={1}
			step={0.005}
			text={`${inputs.trim >= 0 ? '▴' : '▾'} ${Math.abs(inputs.trim * 10).toFixed(1)}`}
			oninput={(trim) => cockpit.control({ trim })}
		/>
	</div>
	<YokePad
		elevator={inputs.elevator}
		aileron={inputs.aileron}
		onhold={(held) => cockpit.holdStick(held)}
		onmove={(stick) => cockpit.control(stick)}
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
		oninput={(event) => cockpit.control({ rudder: event.currentTarget.valueAsNumber })}
		onpointerup={() => cockpit.control({ rudder: 0 })}
	/>
</div>
