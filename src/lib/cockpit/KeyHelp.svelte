<script lang="ts">
	import { ACTION_GROUPS, ACTIONS, type Action } from '$lib/cockpit/controls/keymap.js';
	import PanelSheet from '$lib/panel/overlays/PanelSheet.svelte';
	import { matches } from '$lib/ui/choices.js';

	interface Props {
		/** The keys of an action, in words. */
		names: (action: Action) => string;
		/** Radios are in the panel. */
		radios: boolean;
		onhints: () => void;
		onclose: () => void;
	}
	const { names, radios, onhints, onclose }: Props = $props();
	let typed = $state('');
	const groups = $derived(
		ACTION_GROUPS.filter(({ title }) => radios || title !== 'Radios')
			.map(({ title, actions }) => ({
				title,
				actions: actions.filter((action) => matches(`${ACTIONS[action]} ${names(action)}`, typed))
			}))
			.filter(({ actions }) => actions.length > 0)
	);
</script>

<!-- Beside the dials, over the engine's side: what a key does can be tried while its name is read. -->
<PanelSheet
	title="Keys"
	{onclose}
	class="top-[3.9rem] right-2 bottom-[2.4rem] z-[9] grid w-[23.5rem] max-w-[60vw] grid-rows-[auto_minmax(0,1fr)] !p-3"
>
	<div class="flex items-center gap-2 pb-2">
		<input
			class="panel-entry min-w-0 grow"
			type="search"
			placeholder="Find a key: flap, course …"
			aria-label="Find a key"
			bind:value={typed}
		/>
		<button class="knob small" onclick={onhints}>Hints again</button>
		<button class="knob small" onclick={onclose}>Close</button>
	</div>
	<div class="overflow-y-auto pr-1">
		{#each groups as { title, actions } (title)}
			<h3 class="mt-2 mb-0.5 text-sm text-panel-soft">{title}</h3>
			<dl class="grid grid-cols-[4.6rem_1fr] gap-x-3 text-[0.9rem]">
				{#each actions as action (action)}
					<dt class="py-0.5">
						{#if names(action)}<kbd>{names(action)}</kbd>{:else}<span class="text-panel-dim">no key</span
							>{/if}
					</dt>
					<dd class="border-b border-panel-line py-0.5">{ACTIONS[action]}</dd>
				{/each}
			</dl>
		{:else}<p class="py-2 text-panel-soft">No key has these words.</p>{/each}
	</div>
</PanelSheet>
