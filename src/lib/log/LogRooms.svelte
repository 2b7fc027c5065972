<script lang="ts">
	interface Props {
		/** Address of the log. */
		base: string;
		at: 'log' | 'rating';
	}
	const { base, at }: Props = $props();
	const ROOMS = $derived([
		{ id: 'log', text: 'Entries', href: base },
		{ id: 'rating', text: 'Way to the rating', href: `${base}/rating` }
	] as const);
</script>

<nav class="no-print mt-3 flex gap-x-5 overflow-x-auto border-b border-line" aria-label="Views of the log">
	{#each ROOMS as { id, text, href } (id)}
		<a
			{href}
			class="border-b-2 py-1.5 no-underline {id === at
				? 'border-accent font-semibold text-ink'
				: 'border-transparent text-ink-soft hover:text-ink'}"
			aria-current={id === at ? 'page' : undefined}>{text}</a
		>
	{/each}
</nav>
