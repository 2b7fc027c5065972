<script lang="ts">
	import CardDesk from '$lib/cards/CardDesk.svelte';

	const { data } = $props();
</script>

<!-- Another card is another desk: a copy opens with its own changes, not those of the card it came from. -->
{#key data.id}<CardDesk {data} />{/key}
