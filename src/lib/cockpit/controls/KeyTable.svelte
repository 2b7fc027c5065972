<script lang="ts">
	import { onMount } from 'svelte';
	import {
		ACTION_IDS,
		ACTIONS,
		assignKey,
		defaultKeys,
		KEY_MAP_IDS,
		KEY_MAPS,
		keyName,
		keysOf,
		loadKeys,
		mayBeAssigned,
		saveKeys,
		type Action
	} from '$lib/cockpit/controls/keymap.js';
	import RadioGroup from '$lib/ui/RadioGroup.svelte';

	let setup = $state(defaultKeys());
	let waiting = $state<Action | null>(null);
	let said = $state('');
	const map = $derived(setup.maps[setup.chosen]);

	onMount(() => {
		setup = loadKeys();
	});
	const keep = () => saveKeys($state.snapshot(setup));

	function take(event: KeyboardEvent): void {
		if (!waiting) return;
		event.preventDefault();
		if (event.code === 'Escape') {
			waiting = null;
			said = '';
			return;
		}
		if (!mayBeAssigned(event.code)) {
			said = `${keyName(event.code)} belongs to the browser: press another key, or Escape.`;
			return;
		}
		const { map: changed, lost } = assignKey(map, waiting, event.code);
		setup.maps[setup.chosen] = changed;
		said = lost
			? `${keyName(event.code)}: ${ACTIONS[waiting]}. ${ACTIONS[lost]} now has no key.`
			: `${keyName(event.code)}: ${ACTIONS[waiting]}.`;
		waiting = null;
		keep();
	}

	function back(): void {
		setup.maps[setup.chosen] = { ...KEY_MAPS[setup.chosen].keys };
		said = 'The usual keys are back.';
		keep();
	}
</script>

<svelte:window onkeydown={take} />

<div class="mt-2 flex flex-wrap items-center gap-x-6 gap-y-1">
	<RadioGroup
		label="Which keys"
		options={KEY_MAP_IDS.map((id) => ({ value: id, text: KEY_MAPS[id].name }))}
		bind:value={setup.chosen}
		onchange={keep}
	/>
	<button type="button" class="button" onclick={back}>Back to the usual keys</button>
</div>
<p class="mt-1 min-h-6 text-ink-soft" role="status">{said}</p>
<ul class="sheet mt-1 grid gap-x-8 p-3 md:grid-cols-2 lg:grid-cols-3">
	{#each ACTION_IDS as action (action)}
		{@const keys = keysOf(map, action)}
		<li class="flex items-center justify-between gap-3 border-b border-line py-1">
			<span>{ACTIONS[action]}</span>
			<button
				type="button"
				class="button min-w-20 text-center font-mono"
				class:text-caution={keys.length === 0}
				aria-label="{ACTIONS[action]}: {keys.map(keyName).join(', ') || 'no key'}. Change"
				onclick={() => {
					waiting = action;
					said = `Press the key for: ${ACTIONS[action]}. Escape leaves it as it is.`;
				}}>{waiting === action ? 'press a key' : keys.map(keyName).join(', ') || 'no key'}</button
			>
		</li>
	{/each}
</ul>
