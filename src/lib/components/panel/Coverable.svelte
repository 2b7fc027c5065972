<script lang="ts">
	import type { Snippet } from 'svelte';
	import { useVeil } from './veil.svelte.js';
	import { INSTRUMENT_NAMES, type Instrument } from '@hanza/core';

	interface Props {
		instrument: Instrument;
		covered: boolean;
		oncover: ((instrument: Instrument) => void) | null;
		children: Snippet;
	}
	const { instrument, covered, oncover, children }: Props = $props();
	const veil = useVeil();
	const place = (element: HTMLElement) => veil?.place(element, instrument);
	const hidden = $derived(veil && !veil.lifted(instrument) ? veil.level : 'off');
</script>

<div class="relative grid h-full min-h-0 min-w-0 place-items-center" use:place>
	{#if covered}
		<button
			type="button"
			class="grid h-full w-full cursor-pointer place-items-center rounded-2xl border border-dashed border-[#4a5157] bg-[#15181b] text-[#a9aeb1]"
			onclick={() => oncover?.(instrument)}
			title="Take the cover off"
		>
			{INSTRUMENT_NAMES[instrument]}: covered
		</button>
	{:else}
		<div
			class="grid h-full min-h-0 w-full min-w-0 place-items-center {hidden}"
			data-veiled={hidden !== 'off'}
		>
			{@render children()}
		</div>
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

<style>
	.dim {
		opacity: 0.12;
	}
	.blur {
		filter: blur(14px) brightness(0.6);
	}
	.black {
		visibility: hidden;
	}
</style>
