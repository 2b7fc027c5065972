<script lang="ts">
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
	<input
		type="range"
		tabindex="-1"
		class="lever grow"
		{min}
		{max}
		{step}
		{value}
		aria-valuetext={text}
		oninput={(event) => oninput(event.currentTarget.valueAsNumber)}
		onkeydown={(event) => event.preventDefault()}
	/>
	<span class="text-sm text-[#eceae4]">{text}</span>
</label>

<style>
	.lever {
		writing-mode: vertical-lr;
		direction: rtl;
		width: 22px;
		min-height: 0;
		accent-color: #d9d6cd;
	}
</style>
