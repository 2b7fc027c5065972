<script lang="ts">
	import InstructorToday from './InstructorToday.svelte';
	import StudentToday from './StudentToday.svelte';

	const { data } = $props();
</script>

<svelte:head><title>Today · Hanza</title></svelte:head>

{#if data.desk}<InstructorToday day={data.desk} />{:else if data.own}<StudentToday day={data.own} />{/if}
