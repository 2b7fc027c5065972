<script lang="ts" generics="V extends string">
	import { tick } from 'svelte';
	import { Combobox } from 'bits-ui';
	import Check from '@lucide/svelte/icons/check';
	import X from '@lucide/svelte/icons/x';
	import { choicesOf, grouped, matches, type Choices } from './choices.js';

	/** Several of a list, found by typing; what is chosen stands before the field and goes with a press. */
	interface Props {
		label: string;
		options: Choices<V>;
		value?: V[];
		name?: string;
		hint?: string;
		invalid?: boolean;
	}
	let {
		label,
		options,
		value = $bindable([]),
		name,
		hint = 'type a name',
		invalid = false
	}: Props = $props();
	const id = $props.id();
	const choices = $derived(choicesOf(options));
	let typed = $state('');
	const groups = $derived(grouped(choices.filter(({ text }) => matches(text, typed))));
	const chosen = $derived(choices.filter((one) => value.includes(one.value)));
	let field = $state<HTMLElement | null>(null);
	let input = $state<HTMLElement | null>(null);
	/** What is chosen stands before the field; in it the next name is typed. */
	async function clear(): Promise<void> {
		typed = '';
		await tick();
		if (input instanceof HTMLInputElement) input.value = '';
	}
</script>

<div class="grid gap-1">
	<label for={id} class="text-ink-soft">{label}</label>
	<div class="field flex flex-wrap items-center gap-1.5" bind:this={field}>
		{#each chosen as one (one.value)}
			<span class="inline-flex items-center gap-1 rounded bg-accent-soft pl-2">
				{one.text}
				<button
					type="button"
					class="grid size-6 cursor-pointer place-items-center"
					aria-label="{one.text}: take out"
					onclick={() => (value = value.filter((kept) => kept !== one.value))}
					><X class="size-3.5" aria-hidden="true" /></button
				>
			</span>
		{/each}
		<Combobox.Root
			type="multiple"
			bind:value={value as string[]}
			onValueChange={() => void clear()}
			onOpenChange={(open) => !open && (typed = '')}
			{...name ? { name } : {}}
		>
			<Combobox.Input
				{id}
				autocomplete="off"
				aria-invalid={invalid || undefined}
				placeholder={chosen.length === 0 ? hint : ''}
				class="min-w-24 grow bg-transparent outline-none"
				clearOnDeselect
				bind:ref={input}
				oninput={(event) => (typed = event.currentTarget.value)}
				onfocus={(event) => event.currentTarget.select()}
			/>
			<Combobox.Portal>
				<Combobox.Content
					customAnchor={field}
					sideOffset={4}
					class="z-50 max-h-72 min-w-[var(--bits-combobox-anchor-width)] overflow-y-auto rounded-md border border-line bg-sheet p-1 shadow-lg"
				>
					{#each groups as [group, list] (group)}
						<Combobox.Group>
							{#if group}<Combobox.GroupHeading class="px-2 pt-2 pb-1 text-sm text-ink-soft"
									>{group}</Combobox.GroupHeading
								>{/if}
							{#each list as one (one.value)}
								<Combobox.Item
									value={one.value}
									label={one.text}
									class="flex cursor-pointer items-center gap-2 rounded px-2 py-1.5 data-highlighted:bg-accent-soft"
								>
									<span class="grow">{one.text}</span>
									{#if value.includes(one.value)}<Check class="size-4" aria-hidden="true" />{/if}
								</Combobox.Item>
							{/each}
						</Combobox.Group>
					{:else}<p class="px-2 py-1.5 text-ink-soft">Nothing of that name.</p>{/each}
				</Combobox.Content>
			</Combobox.Portal>
		</Combobox.Root>
	</div>
</div>
