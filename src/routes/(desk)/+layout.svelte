<script lang="ts">
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import CommandPalette from '$lib/desk/CommandPalette.svelte';
	import { HOUSES, placeOf } from '$lib/desk/houses.js';
	import PersonMenu from '$lib/desk/PersonMenu.svelte';
	import { isTyped } from '$lib/desk/typing.js';
	import { helpSheet } from '$lib/help/help-sheet.svelte.js';
	import { restoreTheme } from '$lib/ui/theme.js';

	const { data, children } = $props();
	onMount(restoreTheme);
	/** The sheet comes when it is first asked for, and stays. */
	let helped = $state(false);
	$effect(() => {
		if (helpSheet.open) helped = true;
	});
	const houses = $derived(HOUSES[data.person.role]);
	const here = $derived(placeOf(houses, page.url.pathname));

	/** After G, for a moment, a letter leads to a house. */
	const LEAD_MS = 1500;
	let ledAt = -Infinity;
	function keydown(event: KeyboardEvent): void {
		if (event.ctrlKey || event.metaKey || event.altKey || isTyped(event.target)) return;
		const key = event.key.toLowerCase();
		if (performance.now() - ledAt < LEAD_MS) {
			ledAt = -Infinity;
			const house = houses.find((one) => one.key === key);
			if (!house) return;
			event.preventDefault();
			void goto(house.href);
		} else if (key === 'g') ledAt = performance.now();
	}
</script>

<svelte:window onkeydown={keydown} />

<a href="#content" class="skip">To the content</a>
<div class="flex min-h-dvh flex-col">
	<header class="no-print sticky top-0 z-20 border-b border-line bg-sheet">
		<div class="mx-auto flex max-w-6xl items-center gap-x-5 px-4">
			<a href="/today" class="text-lg font-bold text-accent no-underline">Hanza</a>
			<nav class="flex grow gap-x-5 max-md:hidden" aria-label="Main">
				{#each houses as house (house.href)}
					{@const current = house === here.house}
					<a
						href={house.href}
						class="border-b-2 py-2.5 no-underline {current
							? 'border-accent font-semibold text-ink'
							: 'border-transparent text-ink-soft hover:text-ink'}"
						aria-current={current ? 'true' : undefined}>{house.text}</a
					>
				{/each}
			</nav>
			<span class="ml-auto flex items-center gap-2 py-1">
				<CommandPalette {houses} role={data.person.role} />
				<PersonMenu {...data.person} />
			</span>
		</div>
		{#if here.house && here.house.rooms.length > 0}
			<nav class="border-t border-line bg-paper" aria-label={here.house.text}>
				<div class="mx-auto flex max-w-6xl gap-x-4 overflow-x-auto px-4 text-sm">
					{#each here.house.rooms as room (room.href)}
						{@const current = room === here.room}
						<a
							href={room.href}
							class="py-1.5 whitespace-nowrap no-underline {current
								? 'font-semibold text-accent'
								: 'text-ink-soft hover:text-ink'}"
							aria-current={current ? 'page' : undefined}>{room.text}</a
						>
					{/each}
				</div>
			</nav>
		{/if}
	</header>
	<!-- Another record is another page: nothing of the one before is left on it. -->
	<main id="content" class="mx-auto w-full max-w-6xl grow px-4 py-5" tabindex="-1">
		{#key page.url.pathname}{@render children()}{/key}
	</main>
	<footer class="border-t border-line px-4 py-2 text-center text-sm text-ink-soft max-md:pb-20">
		Practice only: not an approved device, not for navigation. The published procedure, the handbook, the
		authority and the instructor come first.
	</footer>
	<nav
		class="no-print fixed inset-x-0 bottom-0 z-20 flex justify-around border-t border-line bg-sheet md:hidden"
		aria-label="Main, below"
	>
		{#each houses as house (house.href)}
			{@const current = house === here.house}
			<a
				href={house.href}
				class="grid min-h-12 min-w-11 justify-items-center gap-0.5 px-1 py-1.5 text-xs no-underline {current
					? 'font-semibold text-accent'
					: 'text-ink-soft'}"
				aria-current={current ? 'true' : undefined}
				><house.icon class="size-5" aria-hidden="true" />{house.text}</a
			>
		{/each}
	</nav>
</div>
{#if helped}
	{#await import('$lib/help/HelpSheet.svelte') then { default: HelpSheet }}<HelpSheet />{/await}
{/if}
