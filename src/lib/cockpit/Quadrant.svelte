<script lang="ts">
	import { QUADRANT, type ControlInputs } from '@hanza/core';
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
	const tenths = (value: number) => `${value >= 0 ? '▴' : '▾'} ${Math.abs(value * 10).toFixed(1)}`;
</script>

<div class="grid min-h-0 grid-rows-[minmax(0,1fr)_10rem_auto] gap-2">
	<div class="grid min-h-0 auto-cols-fr grid-flow-col">
		{#each QUADRANT.filter(({ governed }) => complex || !governed) as { name, label, low, high } (name)}
			<Lever
				{label}
				value={inputs[name]}
				min={low}
				max={high}
				step={0.005}
				text={low < 0 ? tenths(inputs[name]) : `${Math.round(inputs[name] * 100)} %`}
				oninput={(value) => cockpit.control({ [name]: value })}
			/>
		{/each}
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
