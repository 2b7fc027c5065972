<script lang="ts">
	import type { Snippet } from 'svelte';
	import { scanOf, useVeil } from './veil.svelte.js';
	import Veiled from './Veiled.svelte';
	import { INSTRUMENT_NAMES, type Instrument } from '@hanza/core';

	interface Props {
		instrument: Instrument;
		covered: boolean;
		oncover: ((instrument: Instrument) => void) | null;
		children: Snippet;
	}
	const { instrument, covered, oncover, children }: Props = $props();
	const veil = useVeil();
	const place = (element: HTMLElement) => veil?.place(element, scanOf(instrument));
</script>

<div class="relative grid h-full min-h-0 min-w-0 place-items-center">
	{#if covered}
		<button
			type="button"
			class="grid h-full w-full cursor-pointer place-items-center rounded-2xl border border-dashed border-[#4a5157] bg-[#15181b] text-[#a9aeb1]"
			onclick={() => oncover?.(instrument)}
			title="Take the cover off"
			use:place
		>
			{INSTRUMENT_NAMES[instrument]}: covered
		</button>
	{:else}
		<Veiled instrument={scanOf(instrument)}>{@render children()}</Veiled>
		{#if oncover}<button
				type="button"
				class="absolute bottom-0 left-0 cursor-pointer rounded border border-transparent px-1 text-xs text-[#a9aeb1] hover:border-[#4a5157] hover:text-[#eceae4]"
				onclick={() => oncover(instrument)}
				aria-label="Cover the {INSTRUMENT_NAMES[instrument]}"
			>
				cover
			</button>{/if}
	{/if}
</div>
