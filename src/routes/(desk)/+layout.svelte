<script lang="ts">
	import { onMount } from 'svelte';
	import { page } from '$app/state';
	import CommandPalette from '$lib/desk/CommandPalette.svelte';
	import { restoreTheme } from '$lib/ui/theme.js';

	const { data, children } = $props();
	onMount(restoreTheme);
	const links = $derived<[string, string][]>(
		data.person.role === 'instructor'
			? [
					['/roster', 'Students'],
					['/set', 'Set a task'],
					['/cards', 'Cards'],
					['/drills', 'Drills'],
					['/faults', 'Faults'],
					['/bench', 'Bench'],
					['/areas', 'Areas'],
					['/standards', 'Standards'],
					['/tap', 'Tap sheet'],
					['/aircraft', 'Aircraft']
				]
			: [
					['/home', 'Tasks'],
					['/log', 'Log'],
					['/drills', 'Drills'],
					['/faults', 'Faults'],
					['/bench', 'Bench'],
					['/areas', 'Areas'],
					['/aircraft', 'Aircraft'],
					['/controls', 'Controls']
				]
	);
</script>

<div class="flex min-h-dvh flex-col">
	<nav class="border-b border-line bg-sheet" aria-label="Main">
		<div class="mx-auto flex max-w-6xl flex-wrap items-center gap-x-3.5 gap-y-1 px-4 py-2">
			<a href="/" class="text-lg font-bold text-accent no-underline">Hanza</a>
			{#each links as [href, text] (href)}
				{@const here = page.url.pathname.startsWith(href)}
				<a
					{href}
					class="py-1 no-underline {here ? 'border-b-2 border-accent font-semibold' : 'text-ink-soft'}"
					aria-current={here ? 'page' : undefined}
				>
					{text}
				</a>
			{/each}
			<span class="ml-auto"><CommandPalette pages={links} /></span>
			<span class="text-ink-soft">{data.person.name}</span>
			<form method="POST" action="/leave"><button class="button whitespace-nowrap">Sign out</button></form>
		</div>
	</nav>
	<!-- Another record is another page: nothing of the one before is left on it. -->
	<main class="mx-auto w-full max-w-6xl grow px-4 py-5">
		{#key page.url.pathname}{@render children()}{/key}
	</main>
	<footer class="border-t border-line py-2 text-center text-sm text-ink-soft">
		Practice only: not an approved device, not for navigation. The published procedure, the handbook, the
		authority and the instructor come first.
	</footer>
</div>
