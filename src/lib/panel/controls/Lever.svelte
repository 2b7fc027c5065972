<script lang="ts">
	import Readout from './Readout.svelte';

	interface Props {
		label: string;
		value: number;
		min: number;
		max: number;
		step: number;
		text: string;
		oninput: (value: number) => void;
	}
	const { label, value, min, max, step, text, oninput }: Props = $props();
</script>

<label class="flex h-full flex-col items-center gap-1 text-xs text-[#a9aeb1]">
	<span>{label}</span>
	<span class="relative min-h-0 w-[22px] grow">
		<input
			type="range"
			tabindex="-1"
			class="lever"
			{min}
			{max}
			{step}
			{value}
			aria-valuetext={text}
			oninput={(event) => oninput(event.currentTarget.valueAsNumber)}
			onkeydown={(event) => event.preventDefault()}
		/>
	</span>
	<span class="w-full text-sm text-[#eceae4]"><Readout {text} /></span>
</label>

<style>
	.lever {
		writing-mode: vertical-lr;
		direction: rtl;
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
		contain: strict;
		accent-color: #d9d6cd;
	}
</style>
