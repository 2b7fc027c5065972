<script lang="ts">
	import type { Snippet } from 'svelte';
	import { Dialog } from 'bits-ui';
	import X from '@lucide/svelte/icons/x';

	interface Props {
		open?: boolean;
		title: string;
		onclose?: () => void;
		/** A sheet at the side leaves the page readable beside it. */
		side?: boolean;
		on?: 'desk' | 'panel';
		class?: string;
		children: Snippet;
	}
	let {
		open = $bindable(false),
		title,
		onclose,
		side = false,
		on = 'desk',
		class: wide = '',
		children
	}: Props = $props();
</script>

<Dialog.Root bind:open onOpenChange={(now) => !now && onclose?.()}>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-30 {side ? 'bg-black/15' : 'bg-black/45'}" />
		<Dialog.Content
			class="fixed z-40 grid grid-rows-[auto_minmax(0,1fr)] shadow-xl {side
				? 'inset-y-0 right-0 w-[min(34rem,100vw)] border-l'
				: 'top-1/2 left-1/2 max-h-[90dvh] w-[min(36rem,94vw)] -translate-x-1/2 -translate-y-1/2 rounded-lg border'} {on ===
			'panel'
				? 'panel border-panel-edge bg-panel-raised text-panel-ink'
				: 'border-line bg-sheet text-ink'} {wide}"
		>
			<div class="flex items-center justify-between gap-3 px-4 pt-3 pb-2">
				<Dialog.Title class="text-lg font-semibold">{title}</Dialog.Title>
				<Dialog.Close
					class="{on === 'panel' ? 'knob tight' : 'button'} size-9 justify-center !p-0"
					aria-label="Close"
				>
					<X class="size-5" aria-hidden="true" />
				</Dialog.Close>
			</div>
			<div class="overflow-y-auto px-4 pb-4">{@render children()}</div>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
