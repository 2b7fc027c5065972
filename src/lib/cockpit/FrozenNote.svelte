<script lang="ts">
	import { STEPS_BACK } from '$lib/cockpit/cockpit.svelte.js';
	import type { Action } from '$lib/cockpit/controls/keymap.js';
	import type { FreezeReason } from '$lib/workers/messages.js';

	interface Props {
		begun: boolean;
		/** Far enough on for an earlier moment to be flown again. */
		mayGoBack: boolean;
		reason: FreezeReason;
		names: (action: Action) => string;
		onback: (seconds: number) => void;
		onelsewhere: () => void;
	}
	const { begun, mayGoBack, reason, names, onback, onelsewhere }: Props = $props();
	const FROZEN: Record<FreezeReason, string> = {
		asked: 'Frozen.',
		slept: 'Frozen: the page was hidden or asleep.',
		instructor: 'Frozen by your instructor.'
	};
</script>

<p class="text-lg font-semibold">
	{begun ? FROZEN[reason] : 'Ready.'}
</p>
{#if mayGoBack}
	<p class="flex flex-wrap items-center gap-2 text-sm">
		Again from
		{#each STEPS_BACK as seconds (seconds)}
			<button class="knob small" onclick={() => onback(seconds)}>{seconds} s ago</button>
		{/each}
		<button class="knob small" onclick={onelsewhere}>Elsewhere, or keep</button>
	</p>
{/if}
<p class="text-sm text-panel-text">
	<kbd>{names('freeze')}</kbd>
	{#if begun}
		flies on, <kbd>{names('help')}</kbd> lists the keys.
	{:else}
		begins. <kbd>{names('bankLeft')}</kbd>
		<kbd>{names('noseDown')}</kbd> <kbd>{names('noseUp')}</kbd> <kbd>{names('bankRight')}</kbd>
		or the yoke fly, <kbd>{names('powerUp')}</kbd> <kbd>{names('powerDown')}</kbd> power,
		<kbd>{names('trimUp')}</kbd> <kbd>{names('trimDown')}</kbd> trim.
	{/if}
</p>
