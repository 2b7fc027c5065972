<script lang="ts">
	import Dialog from '$lib/ui/Dialog.svelte';
	import HelpText from './HelpText.svelte';
	import { helpSheet } from './help-sheet.svelte.js';

	/** To the heading that was asked for, once its page stands. */
	const goThere = (element: HTMLElement): void => {
		if (helpSheet.anchor) element.querySelector(`#${CSS.escape(helpSheet.anchor)}`)?.scrollIntoView();
	};
</script>

<Dialog bind:open={helpSheet.open} title={helpSheet.page?.title ?? 'Help'} side>
	{#if helpSheet.problem}<p class="text-limit" role="alert">{helpSheet.problem}</p>
	{:else if helpSheet.page}
		<p class="text-sm">
			<a
				href="/help/{helpSheet.page.id}{helpSheet.anchor ? `#${helpSheet.anchor}` : ''}"
				onclick={() => (helpSheet.open = false)}>Open as a page</a
			>
		</p>
		{#key helpSheet.page.id + helpSheet.anchor}
			<div {@attach goThere}><HelpText html={helpSheet.page.html} /></div>
		{/key}
	{:else}<p class="text-ink-soft" role="status">Fetching the page.</p>{/if}
</Dialog>
