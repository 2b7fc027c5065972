<script lang="ts">
	import { formatHeading, mayLookOut } from '@hanza/core';
	import type { Cockpit, CockpitData } from '$lib/cockpit/cockpit.svelte.js';
	import type { Action } from '$lib/cockpit/controls/keymap.js';
	import type { Frame } from '$lib/workers/messages.js';

	interface Props {
		cockpit: Cockpit;
		frame: Frame;
		data: CockpitData;
		/** The card asks where the aircraft is. */
		asksWhere: boolean;
		/** The keys of an action, in words. */
		names: (action: Action) => string;
	}
	const { cockpit, frame, data, asksWhere, names }: Props = $props();
	const OVER_LIMIT = { speed: '▲ over the never-exceed speed ', load: '▲ over the limit load ' };
	const looksOut = $derived(mayLookOut(data.card));
</script>

<footer
	class="flex items-center justify-between gap-4 border-t border-panel-line px-4 py-1.5 text-sm text-panel-soft"
>
	<span>
		Assist: {data.assist === 'attitude' ? 'attitude held' : 'direct'} · <kbd>{names('help')}</kbd> keys ·
		<kbd>{names('freeze')}</kbd> freezes
		{#if !asksWhere}· <kbd>{names('arrangement')}</kbd> other panel{/if}
		{#if data.card.approach}· <kbd>{names('sheet')}</kbd> sheet · <kbd>{names('goOn')}</kbd> continue ·
			<kbd>{names('goAround')}</kbd> go around{/if}
		{#if looksOut}· <kbd>{names('outside')}</kbd> outside{/if}
		{#if asksWhere}·
			<button class="underline" onclick={() => (cockpit.marking = !cockpit.marking)}
				><kbd>{names('where')}</kbd> say where you are</button
			>{/if}
		{#if data.card.planInFlight && !cockpit.planShown}·
			<button class="underline" onclick={() => (cockpit.planShown = true)}>plan</button>{/if}
		{#if frame.wind}· wind so far {frame.wind.fromDeg === null
				? 'not to be told'
				: `${formatHeading(frame.wind.fromDeg)}° ${Math.round(frame.wind.speedKt)} kt`}
			± {Math.round(frame.wind.uncertaintyKt)} kt{/if}
		·
		<button class="underline" onclick={() => (cockpit.naming = !cockpit.naming)}
			><kbd>{names('nameFailure')}</kbd> name a failure</button
		>
	</span>
	<!-- Nothing to see while all is kept: only a loss is worth a look. -->
	<span role="status" data-testid="upload">
		{#if cockpit.undelivered}
			<span class="text-panel-caution">▲ {cockpit.undelivered} {cockpit.waiting} s wait in this browser</span>
		{:else if cockpit.upload === 'offline'}
			<span class="text-panel-caution"
				>▲ No connection: kept here, {cockpit.waiting} s waiting to be sent</span
			>
		{:else}<span class="sr-only">Recording is kept</span>{/if}
	</span>
	<!-- The warner in words, for those who fly without sound. -->
	<span class="font-bold text-panel-caution" role="alert"
		>{frame.overLimit ? OVER_LIMIT[frame.overLimit] : ''}{frame.stallWarning
			? '▲ stall warning '
			: ''}{frame.gearWarning ? '▲ gear not down' : ''}</span
	>
	<span>Practice only: not an approved device, not for navigation.</span>
</footer>
