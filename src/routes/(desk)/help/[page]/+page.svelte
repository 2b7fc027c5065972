<script lang="ts">
	import HelpText from '$lib/help/HelpText.svelte';

	const { data } = $props();
</script>

<svelte:head><title>{data.help.title} · Help · Hanza</title></svelte:head>

<div class="grid gap-x-8 gap-y-4 lg:grid-cols-[13rem_minmax(0,1fr)]">
	<nav aria-label="Handbook" class="no-print text-sm lg:sticky lg:top-16 lg:self-start">
		<div class="flex flex-wrap gap-x-4 gap-y-1 lg:grid">
			{#each data.contents as { group, pages } (group)}
				<p class="mt-2 w-full text-ink-soft">{group}</p>
				{#each pages as { id, title } (id)}
					<a
						href="/help/{id}"
						class="py-0.5 no-underline {id === data.help.id
							? 'font-semibold text-accent'
							: 'text-ink hover:text-accent'}"
						aria-current={id === data.help.id ? 'page' : undefined}>{title}</a
					>
				{/each}
			{/each}
		</div>
	</nav>
	<article class="min-w-0 max-w-3xl">
		<h1>{data.help.title}</h1>
		{#if data.help.headings.length > 8}
			<p class="no-print mt-2 flex flex-wrap gap-x-3 gap-y-0.5 text-sm">
				{#each data.help.headings as { id, text } (id)}<a href="#{id}">{text}</a>{/each}
			</p>
		{/if}
		<HelpText html={data.help.html} />
	</article>
</div>
