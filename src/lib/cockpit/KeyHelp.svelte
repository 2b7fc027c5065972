<script lang="ts">
	import { ACTION_IDS, ACTIONS, type Action } from '$lib/cockpit/controls/keymap.js';

	interface Props {
		/** The keys of an action, in words. */
		names: (action: Action) => string;
		onclose: () => void;
	}
	const { names, onclose }: Props = $props();
</script>

<div class="panel-sheet help" role="dialog" aria-label="Keys">
	<h2 class="mb-2 text-lg">Keys</h2>
	<dl class="grid grid-cols-[5rem_1fr_5rem_1fr] gap-x-4 gap-y-1.5">
		{#each ACTION_IDS as action (action)}
			<dt>
				{#if names(action)}<kbd>{names(action)}</kbd>{/if}
			</dt>
			<dd>{ACTIONS[action]}</dd>
		{/each}
	</dl>
	<button class="knob mt-4" onclick={onclose}>Close</button>
</div>

<style>
	.help {
		left: 50%;
		top: 50%;
		max-width: 44rem;
		transform: translate(-50%, -50%);
	}
</style>
