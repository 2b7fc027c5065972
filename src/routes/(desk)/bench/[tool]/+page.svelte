<script lang="ts">
	import BenchTool from '$lib/components/desk/BenchTool.svelte';

	const { data } = $props();
</script>

{#key data.id}<BenchTool id={data.id} query={data.query} />{/key}
