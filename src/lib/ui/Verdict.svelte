<script lang="ts">
	/** A verdict as a word with its own mark, so that it does not hang on colour. */
	const { verdict, large = false }: { verdict: string | null; large?: boolean } = $props();
	const MARKS: Record<string, { sign: string; tone: string }> = {
		met: { sign: '✓', tone: 'border-accent text-accent' },
		'not met': { sign: '✕', tone: 'border-limit text-limit' },
		'not shown': { sign: '–', tone: 'border-line text-ink-soft' },
		'not recorded': { sign: '?', tone: 'border-line text-ink-soft' }
	};
	const mark = $derived(MARKS[verdict ?? 'not shown'] ?? MARKS['not shown']!);
</script>

<span
	class="inline-flex items-center gap-1 rounded border px-1.5 whitespace-nowrap {mark.tone} {large
		? 'text-xl font-semibold px-3 py-0.5'
		: 'text-sm'}"
>
	<span aria-hidden="true">{mark.sign}</span>{verdict ?? 'not shown'}
</span>
