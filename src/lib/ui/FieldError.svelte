<script lang="ts">
	interface Props {
		/** What is wrong with the field; nothing where it is right. */
		words: string | undefined;
		/** What the field is called, where the words do not say it: an alert is read out by itself. */
		name?: string;
	}
	const { words, name }: Props = $props();
	const said = $derived(words && name ? `${name[0]!.toUpperCase()}${name.slice(1)} ${words}` : words);
</script>

{#if said}<span class="text-sm text-limit" role="alert">{said}</span>{/if}
