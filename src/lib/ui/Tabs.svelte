<script lang="ts" generics="T extends string">
	import { Tabs } from 'bits-ui';
	import type { Snippet } from 'svelte';

	interface Props {
		/** What the tabs choose between; read out. */
		label: string;
		tabs: readonly { id: T; text: string }[];
		value?: T;
		on?: 'desk' | 'panel';
		panel: Snippet<[T]>;
	}
	/* Parts of one thing at one address. What deserves an address of its own is a link instead. */
	let { label, tabs, value = $bindable(tabs[0]!.id), on = 'desk', panel }: Props = $props();
	const tone = $derived(
		on === 'panel'
			? 'text-panel-soft data-[state=active]:border-panel-accent data-[state=active]:text-panel-ink'
			: 'text-ink-soft hover:text-ink data-[state=active]:border-accent data-[state=active]:font-semibold data-[state=active]:text-ink'
	);
</script>

<Tabs.Root value={value as string} onValueChange={(next) => (value = next as T)}>
	<Tabs.List
		class="no-print flex gap-x-4 overflow-x-auto border-b {on === 'panel'
			? 'border-panel-line'
			: 'border-line'}"
		aria-label={label}
	>
		{#each tabs as { id, text } (id)}
			<Tabs.Trigger
				value={id}
				class="min-h-9 cursor-pointer border-b-2 border-transparent whitespace-nowrap {tone}"
				>{text}</Tabs.Trigger
			>
		{/each}
	</Tabs.List>
	{#each tabs as { id } (id)}
		<Tabs.Content value={id} class="outline-offset-4">{@render panel(id)}</Tabs.Content>
	{/each}
</Tabs.Root>
