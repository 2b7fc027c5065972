<script lang="ts">
	import '@fontsource/stix-two-math/400.css';
	import '$lib/charts/bench-drawing.css';
	import '$lib/help/help-drawing.css';
	import '$lib/help/help-text.css';

	/** Made by the server out of the application's own pages: nothing that anybody typed is in it. */
	const { html }: { html: string } = $props();
</script>

<!-- eslint-disable-next-line svelte/no-at-html-tags -->
<div class="help-text">{@html html}</div>
