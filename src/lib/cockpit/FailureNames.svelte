<script lang="ts">
	import { FAILURE_KINDS, FAILURES, type FailureKind } from '@hanza/core';

	interface Props {
		/** Bits of what has been named. */
		named: number;
		onname: (kind: FailureKind) => void;
		onclose: () => void;
	}
	const { named, onname, onclose }: Props = $props();
</script>

<div class="naming" role="dialog" aria-label="Name a failure">
	{#each FAILURE_KINDS as kind, i (kind)}
		<button class="knob small" onclick={() => onname(kind)}>
			<kbd>{String.fromCharCode(65 + i)}</kbd>
			{FAILURES[kind].name}{(named & (1 << i)) !== 0 ? ' ✓' : ''}
		</button>
	{/each}
	<button class="knob small" onclick={onclose}><kbd>Esc</kbd> close</button>
</div>

<style>
	.naming {
		position: absolute;
		z-index: 7;
		/* Over the words of the card, so that no dial is hidden while it is open. */
		left: 0.5rem;
		right: 0.5rem;
		top: 0.3rem;
		display: flex;
		flex-wrap: wrap;
		gap: 0.4rem;
		padding: 0.6rem;
		border: 1px solid #4a5157;
		border-radius: 10px;
		background: #1b1f23f2;
	}
</style>
