<script lang="ts">
	import { Checkbox } from 'bits-ui';
	import Check from '@lucide/svelte/icons/check';

	interface Props {
		label: string;
		checked?: boolean;
		onchange?: (checked: boolean) => void;
		name?: string;
		/** What a form sends where it is ticked. */
		value?: string;
		/** The label only for a screen reader. */
		unseen?: boolean;
		on?: 'desk' | 'panel';
		tabindex?: number;
	}
	let {
		label,
		checked = $bindable(false),
		onchange,
		name,
		value,
		unseen = false,
		on = 'desk',
		tabindex
	}: Props = $props();
	const id = $props.id();
</script>

<span class="inline-flex items-center gap-1.5">
	<Checkbox.Root
		{id}
		bind:checked
		onCheckedChange={(now) => onchange?.(now)}
		aria-label={label}
		{...name ? { name, value: value ?? 'on' } : {}}
		{...tabindex === undefined ? {} : { tabindex }}
		class="grid size-[1.1rem] shrink-0 cursor-pointer place-items-center rounded border {on === 'panel'
			? 'border-panel-edge bg-panel-face data-[state=checked]:border-panel-accent data-[state=checked]:text-panel-accent'
			: 'border-ink-soft bg-sheet data-[state=checked]:border-accent data-[state=checked]:bg-accent data-[state=checked]:text-on-accent'}"
	>
		{#snippet children({ checked: ticked })}
			{#if ticked}<Check class="size-3.5" strokeWidth={3} aria-hidden="true" />{/if}
		{/snippet}
	</Checkbox.Root>
	{#if !unseen}<label for={id} class="cursor-pointer">{label}</label>{/if}
</span>
