<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** Name as read by a screen reader, with the value. */
		label: string;
		legend?: string;
		legendY?: number;
		children: Snippet;
	}
	const { label, legend = '', legendY = 66, children }: Props = $props();
</script>

<svg viewBox="0 0 200 200" role="img" aria-label={label} class="dial">
	<circle cx="100" cy="100" r="98" fill="#2b3035" />
	<circle cx="100" cy="100" r="94" fill="#15181b" />
	{#if legend}<text x="100" y={legendY} class="legend">{legend}</text>{/if}
	{@render children()}
</svg>

<style>
	.dial {
		display: block;
		width: 100%;
		height: 100%;
		user-select: none;
	}
	.dial :global(text) {
		font-family: var(--font-panel);
		fill: #eceae4;
		text-anchor: middle;
		dominant-baseline: central;
	}
	.legend {
		font-size: 10px;
		fill: #a9aeb1 !important;
		letter-spacing: 0.04em;
	}
	.dial :global(.tick) {
		stroke: #eceae4;
		stroke-width: 2;
	}
	.dial :global(.minor) {
		stroke: #9aa0a4;
		stroke-width: 1.2;
	}
	.dial :global(.needle) {
		fill: #f4f1ea;
		stroke: #15181b;
		stroke-width: 0.8;
	}
	.dial :global(.hub) {
		fill: #3a4046;
	}
</style>
