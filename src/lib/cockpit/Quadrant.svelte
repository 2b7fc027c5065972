<script lang="ts">
	import { QUADRANT, type ControlInputs } from '@hanza/core';
	import type { Cockpit } from '$lib/cockpit/cockpit.svelte.js';
	import Lever from '$lib/panel/controls/Lever.svelte';
	import YokePad from './controls/YokePad.svelte';
	import Slider from '$lib/ui/Slider.svelte';

	interface Props {
		cockpit: Cockpit;
		inputs: ControlInputs;
		/** With a lever for the propeller. */
		complex: boolean;
		/** In two hands the levers lie on one side and the yoke on the other. */
		part?: 'all' | 'levers' | 'yoke';
	}
	const { cockpit, inputs, complex, part = 'all' }: Props = $props();
	const ROWS = {
		all: 'minmax(0,1fr) 10rem auto',
		levers: 'minmax(0,1fr)',
		yoke: 'minmax(0,1fr) auto'
	};
	const tenths = (value: number) => `${value >= 0 ? '▴' : '▾'} ${Math.abs(value * 10).toFixed(1)}`;
</script>

<div class="grid min-h-0 gap-2" style:grid-template-rows={ROWS[part]}>
	{#if part !== 'yoke'}
		<div class="grid min-h-0 auto-cols-fr grid-flow-col">
			{#each QUADRANT.filter(({ governed }) => complex || !governed) as { name, label, low, high } (name)}
				<div class="min-h-0" data-hint={name === 'throttle' ? 'power' : name === 'trim' ? 'trim' : undefined}>
					<Lever
						{label}
						value={inputs[name]}
						min={low}
						max={high}
						step={0.005}
						text={low < 0 ? tenths(inputs[name]) : `${Math.round(inputs[name] * 100)} %`}
						oninput={(value) => cockpit.control({ [name]: value })}
					/>
				</div>
			{/each}
		</div>
	{/if}
	{#if part !== 'levers'}
		<div class="min-h-0 {part === 'yoke' ? 'grid content-end' : ''}" data-hint="stick">
			<YokePad
				elevator={inputs.elevator}
				aileron={inputs.aileron}
				onhold={(held) => cockpit.holdStick(held)}
				onmove={(stick) => cockpit.control(stick)}
			/>
		</div>
		<Slider
			label="Rudder"
			on="panel"
			keys={false}
			min={-1}
			max={1}
			step={0.02}
			value={inputs.rudder}
			class="w-full"
			onchange={(rudder) => cockpit.control({ rudder })}
			oncommit={() => cockpit.control({ rudder: 0 })}
		/>
	{/if}
</div>
