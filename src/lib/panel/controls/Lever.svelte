<script lang="ts">
	import Readout from './Readout.svelte';
	import Slider from '$lib/ui/Slider.svelte';

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

<div class="flex h-full flex-col items-center gap-1 text-xs text-panel-soft">
	<span>{label}</span>
	<!-- Drawn anew sixty times a second: nothing outside of it need be laid out for that. -->
	<span class="relative min-h-0 w-8 grow [contain:strict]">
		<Slider
			{label}
			on="panel"
			orientation="vertical"
			keys={false}
			{value}
			{min}
			{max}
			{step}
			{text}
			onchange={oninput}
		/>
	</span>
	<span class="w-full text-center text-sm text-panel-ink"><Readout {text} /></span>
</div>
