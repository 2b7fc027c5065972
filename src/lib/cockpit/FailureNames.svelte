<script lang="ts">
	import PanelSheet from '$lib/panel/overlays/PanelSheet.svelte';
	import { FAILURE_KINDS, FAILURES, type FailureKind } from '@hanza/core';

	interface Props {
		/** Bits of what has been named. */
		named: number;
		onname: (kind: FailureKind) => void;
		onclose: () => void;
	}
	const { named, onname, onclose }: Props = $props();
</script>

<!-- Over the words of the card, so that no dial is hidden while it is open. -->
<PanelSheet
	title="Name a failure"
	{onclose}
	class="top-[0.3rem] right-2 left-2 z-[7] flex flex-wrap gap-[0.4rem] !p-[0.6rem]"
>
	{#each FAILURE_KINDS as kind, i (kind)}
		<button class="knob small" onclick={() => onname(kind)}>
			<kbd>{String.fromCharCode(65 + i)}</kbd>
			{FAILURES[kind].name}{(named & (1 << i)) !== 0 ? ' ✓' : ''}
		</button>
	{/each}
	<button class="knob small" onclick={onclose}><kbd>Esc</kbd> close</button>
</PanelSheet>
