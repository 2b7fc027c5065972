<script lang="ts">
	import Readout from './Readout.svelte';

	interface Props {
		label: string;
		value: string;
		less: { text: string; label: string; press: () => void };
		more: { text: string; label: string; press: () => void };
	}
	const { label, value, less, more }: Props = $props();
</script>

<div class="grid grid-cols-[3.4rem_auto_1fr_auto] items-center gap-1.5">
	<span class="text-panel-soft">{label}</span>
	<button class="knob small" aria-label={less.label} onclick={less.press}>{less.text}</button>
	<span><Readout text={value} /></span>
	<button class="knob small" aria-label={more.label} onclick={more.press}>{more.text}</button>
</div>
