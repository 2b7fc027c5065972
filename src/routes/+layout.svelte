<script lang="ts">
	import '../app.css';
	import { onMount } from 'svelte';
	import { putTypedBack } from '$lib/ui/typed-before.js';

	const { children } = $props();
	onMount(putTypedBack);
</script>

{@render children()}
