<script lang="ts">
	import type { Snippet } from 'svelte';
	import { helpSheet } from './help-sheet.svelte.js';

	interface Props {
		/** Page of the handbook, and the heading in it: "grading#score". */
		to: string;
		children: Snippet;
	}
	/** A word that the handbook explains, beside where it stands. */
	const { to, children }: Props = $props();
	const place = $derived(to.split('#'));
</script>

<button
	type="button"
	class="term"
	aria-haspopup="dialog"
	onclick={() => void helpSheet.show(place[0]!, place[1] ?? '')}>{@render children()}</button
>
