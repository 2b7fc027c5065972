<script lang="ts">
	import { Popover } from 'bits-ui';
	import Info from '@lucide/svelte/icons/info';
	import type { Snippet } from 'svelte';

	/** A word of explanation that opens at a press and stays until it is closed: a tooltip is nothing on a tablet. */
	const { label, children }: { label: string; children: Snippet } = $props();
</script>

<Popover.Root>
	<Popover.Trigger
		class="inline-grid size-6 cursor-pointer place-items-center text-ink-soft hover:text-accent"
		aria-label={label}
	>
		<Info class="size-4" aria-hidden="true" />
	</Popover.Trigger>
	<Popover.Portal>
		<Popover.Content
			sideOffset={4}
			collisionPadding={8}
			class="z-50 max-w-80 rounded-md border border-line bg-sheet p-3 text-sm text-ink shadow-lg"
		>
			{@render children()}
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
