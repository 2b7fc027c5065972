<script lang="ts">
	import type { Snippet } from 'svelte';
	import { Dialog } from 'bits-ui';

	interface Props {
		/** What it is, for a screen reader. */
		title: string;
		onclose: () => void;
		/** What is opened is typed into at once; else the keys stay with the flight. */
		focus?: boolean;
		class?: string;
		children: Snippet;
	}
	/** A sheet beside the dials. The flight goes on behind it: nothing is dimmed, and dials can still be used. */
	const { title, onclose, focus = false, class: place = '', children }: Props = $props();
</script>

<Dialog.Root open onOpenChange={(open) => !open && onclose()}>
	<Dialog.Content
		trapFocus={false}
		preventScroll={false}
		interactOutsideBehavior="ignore"
		aria-modal={false}
		onOpenAutoFocus={(event) => !focus && event.preventDefault()}
		onCloseAutoFocus={(event) => event.preventDefault()}
		class="panel-sheet {place}"
	>
		<Dialog.Title class="sr-only">{title}</Dialog.Title>
		{@render children()}
	</Dialog.Content>
</Dialog.Root>
