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

<div class="coverable relative grid h-full min-h-0 min-w-0 place-items-center">
	{#if covered}
		<button
			type="button"
			class="grid h-full w-full cursor-pointer place-items-center rounded-2xl border border-dashed border-panel-edge bg-panel text-panel-soft"
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
				class="cover-mark"
				tabindex="-1"
				onclick={() => oncover(instrument)}
				aria-label="Cover the {INSTRUMENT_NAMES[instrument]}"
				title="Cover the {INSTRUMENT_NAMES[instrument]}"
			>
				<span aria-hidden="true">▧</span>
			</button>{/if}
	{/if}
</div>

<style>
	/* A quiet mark: seen when the hand comes near, or where there is no hand to come near by. */
	.cover-mark {
		position: absolute;
		bottom: 0;
		left: 0;
		padding: 0.1rem 0.35rem;
		color: var(--panel-soft);
		cursor: pointer;
		opacity: 0;
	}
	.coverable:hover .cover-mark,
	.cover-mark:focus-visible {
		opacity: 0.9;
	}
	.cover-mark:hover {
		color: var(--panel-ink);
	}
	@media (pointer: coarse) {
		.cover-mark {
			display: grid;
			min-width: 44px;
			min-height: 44px;
			place-items: center;
			opacity: 0.4;
		}
	}
</style>
