<script lang="ts">
	import type { Snippet } from 'svelte';
	import { Collapsible } from 'bits-ui';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';

	interface Props {
		title: string;
		/** What holds now, said while it is folded. */
		says?: string;
		open?: boolean;
		children: Snippet;
	}
	let { title, says = '', open = $bindable(false), children }: Props = $props();
</script>

<Collapsible.Root bind:open>
	<Collapsible.Trigger
		class="group flex w-full cursor-pointer items-center gap-2 rounded-md px-1 py-1.5 text-left hover:bg-accent-soft"
	>
		<ChevronRight
			class="size-4 shrink-0 text-ink-soft group-data-[state=open]:rotate-90"
			aria-hidden="true"
		/>
		<span class="font-semibold {says ? 'whitespace-nowrap' : ''}">{title}</span>
		{#if says && !open}<span class="min-w-0 grow truncate text-ink-soft">{says}</span>{/if}
	</Collapsible.Trigger>
	<!-- Kept in the page while folded: what was typed there belongs to the form. -->
	<Collapsible.Content forceMount>
		{#snippet child({ props, open: shown })}
			<div {...props} hidden={!shown} class="px-1 pt-1 pb-3 sm:pl-7">{@render children()}</div>
		{/snippet}
	</Collapsible.Content>
</Collapsible.Root>
