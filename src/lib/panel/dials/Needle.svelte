<script lang="ts">
	import Layer from './Layer.svelte';

	/** A needle drawn pointing up, turned about the middle of a dial. */
	const { angleDeg, d, hub = 7 }: { angleDeg: number; d: string; hub?: number } = $props();
</script>

<Layer move="rotate({angleDeg}deg)">
	<path class="needle" {d} />
	{#if hub > 0}<circle class="hub" cx="100" cy="100" r={hub} />{/if}
</Layer>
