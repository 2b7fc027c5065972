<script lang="ts">
	interface Props {
		level: 1 | 2 | 3;
		/** What makes it so. */
		because: readonly string[];
	}
	const { level, because }: Props = $props();
</script>

<!-- How much a card asks at once: dots to see, a number to hear. -->
<span class="shrink-0 text-sm whitespace-nowrap text-ink-soft" title={because.join(', ')}
	><span aria-hidden="true">{'●'.repeat(level)}{'○'.repeat(3 - level)}</span><span class="sr-only"
		>{level} of 3{because.length > 0 ? `: ${because.join(', ')}` : ''}</span
	></span
>
