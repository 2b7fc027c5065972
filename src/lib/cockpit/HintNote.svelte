<script lang="ts">
	import { HINTS, type Hints } from './hints.svelte.js';

	const { hints }: { hints: Hints } = $props();
	/** Beside the thing it speaks of, inside the window. */
	let place = $state<{ left: number; top: number } | null>(null);
	let note = $state<HTMLElement | null>(null);
	const WIDTH = 250;
	const GAP = 10;
	const TOP_PX = 90;

	$effect(() => {
		const id = hints.now;
		if (!id) return;
		const lay = (): void => {
			const target = document.querySelector(`[data-hint="${id}"]`);
			if (!target) {
				place = null;
				return;
			}
			const box = target.getBoundingClientRect();
			const height = note?.offsetHeight ?? 90;
			// Under what stands at the top, else to its left.
			const beside = box.top < TOP_PX ? -1 : box.left - WIDTH - GAP;
			const left = beside > GAP ? beside : Math.min(innerWidth - WIDTH - GAP, Math.max(GAP, box.left));
			const top = beside > GAP ? box.top + box.height / 2 - height / 2 : box.bottom + GAP;
			place = { left, top: Math.max(GAP, Math.min(innerHeight - height - GAP, top)) };
		};
		lay();
		const watch = new ResizeObserver(lay);
		watch.observe(document.body);
		return () => watch.disconnect();
	});
</script>

{#if hints.now && place}
	<div
		bind:this={note}
		class="hint"
		style:left="{place.left}px"
		style:top="{place.top}px"
		style:width="{WIDTH}px"
		role="status"
		data-testid="hint"
	>
		<p>{HINTS[hints.now]}</p>
		<p class="mt-1.5 flex justify-between gap-2">
			<button class="knob small" tabindex="-1" onclick={() => hints.next()}>Next</button>
			<button class="knob small" tabindex="-1" onclick={() => hints.end()}>No more hints</button>
		</p>
	</div>
{/if}

<style>
	.hint {
		position: fixed;
		z-index: 10;
		border: 1px solid var(--panel-accent);
		border-radius: 8px;
		background: var(--panel-raised);
		padding: 0.5rem 0.7rem;
		font-size: 0.9rem;
	}
</style>
