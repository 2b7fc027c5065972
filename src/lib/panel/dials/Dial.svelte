<script lang="ts">
	import type { Snippet } from 'svelte';
	import InstrumentFrame from './InstrumentFrame.svelte';
	import Layer from './Layer.svelte';

	interface Props {
		/** Name as read by a screen reader, with the value. */
		label: string;
		legend?: string;
		legendY?: number;
		/** The face, in a drawing of 200 by 200: what does not move. */
		children: Snippet;
		/** Layers over it: what moves, and figures that change. */
		moving?: Snippet;
	}
	const { label, legend = '', legendY = 66, children, moving }: Props = $props();
</script>

<InstrumentFrame ratio={1} {label}>
	<Layer>
		<circle cx="100" cy="100" r="98" fill="var(--panel-rim)" />
		<circle cx="100" cy="100" r="94" fill="var(--panel)" />
		{#if legend}<text x="100" y={legendY} class="quiet" font-size="10" letter-spacing="0.4">{legend}</text
			>{/if}
		{@render children()}
	</Layer>
	{@render moving?.()}
</InstrumentFrame>
