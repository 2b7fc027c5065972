<script lang="ts">
	import { Tooltip } from 'bits-ui';

	interface Props {
		/** What is pointed at. */
		at: Element;
		/** What is said; nothing that is said nowhere else, as a tablet has no pointer that rests. */
		text: string;
		onclose: () => void;
	}
	const { at, text, onclose }: Props = $props();
</script>

<!-- Mounted when there is something to say: one for a whole row of things, not one for each. -->
<Tooltip.Provider>
	<Tooltip.Root bind:open={() => true, (open) => !open && onclose()}>
		<Tooltip.Portal>
			<Tooltip.Content
				customAnchor={at as HTMLElement}
				sideOffset={6}
				collisionPadding={8}
				class="z-50 max-w-72 rounded-md border border-line bg-sheet px-2 py-1 text-sm text-ink shadow-lg"
				>{text}</Tooltip.Content
			>
		</Tooltip.Portal>
	</Tooltip.Root>
</Tooltip.Provider>
