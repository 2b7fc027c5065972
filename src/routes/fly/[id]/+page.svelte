<script lang="ts">
	import CockpitView from '$lib/cockpit/CockpitView.svelte';

	const { data } = $props();
</script>

<svelte:head><title>{data.card.name} · Hanza</title></svelte:head>

{#key data.id}<CockpitView {data} />{/key}
