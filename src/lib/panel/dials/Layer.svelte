<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** CSS transform; shares of the drawing's own size. */
		move?: string;
		origin?: string;
		viewBox?: string;
		children: Snippet;
	}
	const { move, origin = '50% 50%', viewBox = '0 0 200 200', children }: Props = $props();
</script>

<svg
	{viewBox}
	aria-hidden="true"
	style:transform={move}
	style:transform-origin={origin}
	class:moving={move !== undefined}
>
	{@render children()}
</svg>

<style>
	svg {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
		overflow: visible;
		pointer-events: none;
	}
	.moving {
		will-change: transform;
	}
</style>
