<script lang="ts" generics="V extends string | number">
	import { tick } from 'svelte';
	import { Select } from 'bits-ui';
	import Check from '@lucide/svelte/icons/check';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import { page } from './awake.svelte.js';
	import { choicesOf, grouped, type Choices } from './choices.js';

	interface Props {
		/** What is chosen; read out as the name of the control. */
		label: string;
		options: Choices<V>;
		value?: V | undefined;
		onchange?: (value: V) => void;
		/** In a form: the field's name. */
		name?: string;
		/** Where the label stands: over the control, before it, at the other end of the line, or only for a screen reader. */
		place?: 'over' | 'before' | 'split' | 'unseen';
		/** Which surface it lies on. */
		on?: 'desk' | 'panel';
		disabled?: boolean;
		/** Said while nothing is chosen. */
		hint?: string;
		/** Of the control. */
		class?: string;
		/** After a choice the keys belong to the page again: in the cockpit. */
		letGo?: boolean;
		invalid?: boolean;
	}
	let {
		label,
		options,
		value = $bindable(),
		onchange,
		name,
		place = 'over',
		on = 'desk',
		disabled = false,
		hint = 'choose',
		class: wide = '',
		letGo = false,
		invalid = false
	}: Props = $props();

	const id = $props.id();
	const PLACES = {
		over: 'grid content-start gap-1',
		before: 'flex items-center gap-2',
		split: 'grid gap-1 lg:grid-cols-[1fr_auto] lg:items-center',
		unseen: 'contents'
	};
	const choices = $derived(choicesOf(options));
	const chosen = $derived(choices.find((one) => one.value === value));
	const groups = $derived(grouped(choices));
	let trigger = $state<HTMLElement | null>(null);
	const here = page();
	const look = $derived(`${on === 'panel' ? 'panel-select' : 'field select'} ${wide}`);

	function choose(text: string): void {
		const next = choices.find((one) => String(one.value) === text);
		if (!next) return;
		value = next.value;
		onchange?.(next.value);
		if (letGo) void tick().then(() => trigger?.blur());
	}
</script>

<div class={PLACES[place]}>
	<span
		id="{id}-label"
		class={place === 'unseen' ? 'sr-only' : on === 'panel' ? 'text-panel-soft' : 'text-ink-soft'}
		>{label}</span
	>
	{#if !here.isAwake}
		<span class={look} inert>{@render face()}</span>
		{#if name}<input type="hidden" {name} value={value ?? ''} />{/if}
	{:else}
		<Select.Root
			type="single"
			value={value === undefined ? '' : String(value)}
			onValueChange={choose}
			items={choices.map((one) => ({ value: String(one.value), label: one.text }))}
			{disabled}
			{...name ? { name } : {}}
		>
			<Select.Trigger
				bind:ref={trigger}
				role="combobox"
				aria-labelledby="{id}-label {id}-value"
				aria-invalid={invalid || undefined}
				class={look}
			>
				{@render face()}
			</Select.Trigger>
			<Select.Portal>
				<Select.Content
					sideOffset={4}
					collisionPadding={8}
					class="z-50 max-h-[min(24rem,var(--bits-select-content-available-height))] min-w-[var(--bits-select-anchor-width)] overflow-y-auto rounded-md border p-1 shadow-lg {on ===
					'panel'
						? 'panel border-panel-edge bg-panel-raised text-panel-ink'
						: 'border-line bg-sheet text-ink'}"
				>
					{#each groups as [group, list] (group)}
						<Select.Group>
							{#if group}<Select.GroupHeading class="px-2 pt-2 pb-1 text-sm opacity-70"
									>{group}</Select.GroupHeading
								>{/if}
							{#each list as one (one.value)}
								<Select.Item
									value={String(one.value)}
									label={one.text}
									class="flex cursor-pointer items-center gap-2 rounded px-2 py-1.5 {on === 'panel'
										? 'data-highlighted:bg-panel-pressed'
										: 'data-highlighted:bg-accent-soft'}"
								>
									{#snippet children({ selected })}
										<span class="grow">{one.text}</span>
										{#if selected}<Check class="size-4 shrink-0" aria-hidden="true" />{/if}
									{/snippet}
								</Select.Item>
							{/each}
						</Select.Group>
					{/each}
				</Select.Content>
			</Select.Portal>
		</Select.Root>
	{/if}
</div>

{#snippet face()}
	<span id="{id}-value" class="truncate {chosen ? '' : 'opacity-70'}">{chosen?.text ?? hint}</span>
	<ChevronDown class="size-4 shrink-0 opacity-60" aria-hidden="true" />
{/snippet}
