<script lang="ts" generics="V extends string | number">
	import { RadioGroup } from 'bits-ui';
	import { choicesOf, type Choices } from './choices.js';

	interface Props {
		/** What is chosen, for a screen reader; seen beside it where `seen`. */
		label: string;
		options: Choices<V>;
		value?: V | undefined;
		onchange?: (value: V) => void;
		name?: string;
		seen?: boolean;
	}
	let { label, options, value = $bindable(), onchange, name, seen = false }: Props = $props();
	const id = $props.id();
	const choices = $derived(choicesOf(options));

	function choose(text: string): void {
		const next = choices.find((one) => String(one.value) === text);
		if (!next) return;
		value = next.value;
		onchange?.(next.value);
	}
</script>

<div class="flex flex-wrap items-center gap-x-3 gap-y-1">
	{#if seen}<span class="text-ink-soft">{label}</span>{/if}
	<RadioGroup.Root
		value={value === undefined ? '' : String(value)}
		onValueChange={choose}
		aria-label={label}
		orientation="horizontal"
		{...name ? { name } : {}}
		class="inline-flex flex-wrap overflow-hidden rounded-md border border-line"
	>
		{#each choices as one, i (one.value)}
			<span class="contents">
				<RadioGroup.Item
					id="{id}-{i}"
					value={String(one.value)}
					class="segment {i > 0 ? 'border-l border-line' : ''}"
				>
					{one.text}
				</RadioGroup.Item>
			</span>
		{/each}
	</RadioGroup.Root>
</div>
