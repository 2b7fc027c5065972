<script lang="ts" generics="V extends string">
	import type { Snippet } from 'svelte';
	import { Tabs } from 'bits-ui';

	interface Props {
		label: string;
		tabs: readonly { value: V; text: string }[];
		value?: V;
		onchange?: (value: V) => void;
		children: Snippet<[V]>;
	}
	let { label, tabs, value = $bindable(), onchange, children }: Props = $props();
	const now = $derived(value ?? tabs[0]!.value);
</script>

<Tabs.Root
	value={now}
	onValueChange={(next) => {
		value = next as V;
		onchange?.(next as V);
	}}
>
	<Tabs.List aria-label={label} class="flex flex-wrap gap-x-4 border-b border-line">
		{#each tabs as one (one.value)}
			<Tabs.Trigger
				value={one.value}
				class="cursor-pointer border-b-2 border-transparent py-1.5 text-ink-soft data-[state=active]:border-accent data-[state=active]:font-semibold data-[state=active]:text-ink"
				>{one.text}</Tabs.Trigger
			>
		{/each}
	</Tabs.List>
	<Tabs.Content value={now} class="pt-3">{@render children(now)}</Tabs.Content>
</Tabs.Root>
