<script lang="ts">
	import { Tooltip } from 'bits-ui';
	import type { Snippet } from 'svelte';

	interface Props {
		/** What is said; nothing that is said nowhere else, as a tablet has no pointer that rests. */
		text: string;
		/** Gets what the thing pointed at has to carry. */
		children: Snippet<[Record<string, unknown>]>;
	}
	const { text, children }: Props = $props();
</script>

<Tooltip.Provider>
	<Tooltip.Root delayDuration={150}>
		<Tooltip.Trigger>
			{#snippet child({ props })}{@render children(props)}{/snippet}
		</Tooltip.Trigger>
		<Tooltip.Portal>
			<Tooltip.Content
				sideOffset={6}
				collisionPadding={8}
				class="z-50 max-w-72 rounded-md border border-line bg-sheet px-2 py-1 text-sm text-ink shadow-lg"
				>{text}</Tooltip.Content
			>
		</Tooltip.Portal>
	</Tooltip.Root>
</Tooltip.Provider>
