<script lang="ts">
	import type { Frame } from '$lib/workers/messages.js';

	interface Props {
		call: NonNullable<Frame['call']>;
		/** The key that ticks it, in words. */
		key: string;
		ontick: () => void;
	}
	const { call, key, ontick }: Props = $props();
</script>

<div class="call" class:late={call.overdue} role="status" data-testid="call">
	<span>{call.overdue ? '▲ ' : ''}{call.name}:</span>
	{#each call.items as item, i (item)}
		<span class:done={i < call.ticked} class:next={i === call.ticked}
			>{i < call.ticked ? '✓ ' : ''}{item}</span
		>
	{/each}
	<button class="knob small" onclick={ontick}><kbd>{key}</kbd> done</button>
</div>

<style>
	.call {
		position: absolute;
		z-index: 6;
		left: 50%;
		bottom: 2.6rem;
		transform: translateX(-50%);
		display: flex;
		align-items: center;
		gap: 0.8rem;
		border: 1px solid var(--panel-edge);
		border-radius: 8px;
		background: #1b1f23f2;
		padding: 0.25rem 0.9rem;
		color: var(--panel-soft);
		white-space: nowrap;
	}
	.call.late {
		border-color: var(--panel-caution);
		color: var(--panel-caution);
	}
	.call .next {
		color: var(--panel-mark);
		font-weight: 700;
	}
	.call .done {
		color: var(--panel-accent);
	}
</style>
