<script lang="ts">
	import RecordViews from '../RecordViews.svelte';

	const { data } = $props();
</script>

<svelte:head><title>Record · Hanza</title></svelte:head>

<h1>What I have shown</h1>
<RecordViews record={data.record} base="/record" whose="own" />
