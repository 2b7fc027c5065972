<script lang="ts">
	import AreaDesk from '$lib/areas/AreaDesk.svelte';

	const { data } = $props();
</script>

<svelte:head><title>{data.area.name} · Hanza</title></svelte:head>
{#key data.area.id}<AreaDesk area={data.area} mine={data.mine} />{/key}
