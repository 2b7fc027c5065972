<script lang="ts">
	import RecordViews from '../RecordViews.svelte';

	const { data } = $props();
</script>

<svelte:head><title>Record · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>What I have shown</h1>
	<a class="button" href="/api/log/own/record" download>Save my whole record</a>
</div>
<RecordViews record={data.record} base="/record" whose="own" />
