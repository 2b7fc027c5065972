<script lang="ts">
	import Figure from './Figure.svelte';

	interface Props {
		label: string;
		value: string;
		less: { text: string; label: string; press: () => void };
		more: { text: string; label: string; press: () => void };
	}
	const { label, value, less, more }: Props = $props();
</script>

<div class="grid grid-cols-[3.4rem_auto_1fr_auto] items-center gap-1.5">
	<span class="text-[#a9aeb1]">{label}</span>
	<button class="knob" aria-label={less.label} onclick={less.press}>{less.text}</button>
	<span><Figure text={value} /></span>
	<button class="knob" aria-label={more.label} onclick={more.press}>{more.text}</button>
</div>

<style>
	.knob {
		border: 1px solid #4a5157;
		border-radius: 6px;
		background: #1b1f23;
		padding: 0.05rem 0.45rem;
		font-size: 0.8rem;
		cursor: pointer;
	}
	.knob:hover {
		border-color: #7fd1c7;
	}
</style>
