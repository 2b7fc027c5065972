<script lang="ts">
	interface Props {
		/** What is wrong with the field; nothing where it is right. */
		words: string | undefined;
	}
	const { words }: Props = $props();
</script>

{#if words}<span class="text-sm text-limit" role="alert">{words}</span>{/if}
