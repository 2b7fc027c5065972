<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { ScanInstrument } from '@hanza/core';
	import { useVeil } from './veil.svelte.js';

	/** What can be read only while it is looked at, where the panel is veiled. */
	interface Props {
		instrument: ScanInstrument;
		children: Snippet;
	}
	const { instrument, children }: Props = $props();
	const veil = useVeil();
	const place = (element: HTMLElement) => veil?.place(element, instrument);
	const hidden = $derived(veil && !veil.lifted(instrument) ? veil.level : 'off');
</script>

<div class="h-full min-h-0 w-full min-w-0" use:place>
	<div class="grid h-full min-h-0 w-full min-w-0 place-items-center {hidden}" data-veiled={hidden !== 'off'}>
		{@render children()}
	</div>
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
