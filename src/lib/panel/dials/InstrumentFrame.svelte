<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** Width over height of what is drawn. */
		ratio: number;
		/** Name as read by a screen reader, with the value. */
		label: string;
		testid?: string;
		children: Snippet;
	}
	const { ratio, label, testid, children }: Props = $props();
</script>

<!--
	An instrument as large as its place allows. What moves in it lies in layers of its own, moved by
	CSS: a needle inside the drawing of the face would have the whole drawing laid out anew each time.
-->
<div class="frame">
	<div class="alone">
		<div class="fit" style:--ratio={ratio} role="img" aria-label={label} data-testid={testid}>
			{@render children()}
		</div>
	</div>
</div>

<style>
	.frame {
		width: 100%;
		height: 100%;
	}
	/*
	 * A figure that changes lays out this instrument, not the page, which took 30 ms each time. Grid
	 * and flex items cannot be laid out alone, whence a box within the frame.
	 */
	.alone {
		container-type: size;
		contain: strict;
		display: grid;
		width: 100%;
		height: 100%;
		place-items: center;
	}
	.fit {
		position: relative;
		width: min(100cqw, 100cqh * var(--ratio));
		aspect-ratio: var(--ratio);
		user-select: none;
	}
	.fit :global(text) {
		font-family: var(--font-panel);
		fill: var(--panel-ink);
		text-anchor: middle;
		dominant-baseline: central;
	}
	.fit :global(text.quiet) {
		fill: var(--panel-soft);
	}
	.fit :global(.tick) {
		stroke: var(--panel-ink);
		stroke-width: 2;
	}
	.fit :global(.minor) {
		stroke: var(--panel-dim);
		stroke-width: 1.2;
	}
	.fit :global(.needle) {
		fill: var(--panel-mark);
		stroke: var(--panel);
		stroke-width: 0.8;
	}
	.fit :global(.hub) {
		fill: var(--panel-line);
	}
</style>
