<script lang="ts">
	import BenchTool from '$lib/bench/BenchTool.svelte';

	const { data } = $props();
</script>

{#key data.id}<BenchTool id={data.id} query={data.query} />{/key}
