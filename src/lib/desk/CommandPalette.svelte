<script lang="ts">
	import { Command, Dialog } from 'bits-ui';
	import { DRILL_IDS, DRILLS } from '@hanza/core';
	import { goto } from '$app/navigation';
	import { API } from '$lib/contracts/api.js';
	import { call } from '$lib/contracts/client.js';
	import type { Findable } from '$lib/contracts/views.js';
	import { TOOL_IDS, TOOLS } from '$lib/bench/tools.js';
	import { chooseTheme, THEMES, type Theme } from '$lib/ui/theme.js';

	interface Props {
		/** The pages of the person's own menu: address and name. */
		pages: readonly (readonly [string, string])[];
	}
	const { pages }: Props = $props();

	interface Entry {
		text: string;
		go: () => void;
	}
	let open = $state(false);
	let found = $state.raw<Findable[]>([]);
	let problem = $state('');

	const groups = $derived.by((): [string, Entry[]][] => {
		const names = [...new Set(found.map(({ group }) => group))];
		const links = (list: readonly (readonly [string, string])[]): Entry[] =>
			list.map(([href, text]) => ({ text, go: () => void goto(href) }));
		return [
			['Pages', links(pages)],
			...names.map((name): [string, Entry[]] => [
				name,
				links(found.filter(({ group }) => group === name).map(({ href, text }) => [href, text]))
			]),
			['Bench', links(TOOL_IDS.map((id) => [`/bench/${id}`, TOOLS[id].name]))],
			['Drills', links(DRILL_IDS.map((id) => [`/drills/${id}`, DRILLS[id].name]))],
			[
				'Look',
				(Object.keys(THEMES) as Theme[]).map((theme) => ({
					text: THEMES[theme],
					go: () => chooseTheme(theme)
				}))
			]
		];
	});

	async function show(): Promise<void> {
		open = true;
		// Asked anew each time: tasks come and go. Pages can be reached without it.
		try {
			found = await call(API.find, null);
			problem = '';
		} catch {
			problem = 'The server does not answer: only pages and the Bench are listed.';
		}
	}
	function keydown(event: KeyboardEvent): void {
		if (event.key.toLowerCase() !== 'k' || !(event.ctrlKey || event.metaKey) || event.altKey) return;
		event.preventDefault();
		if (open) open = false;
		else void show();
	}
	function choose({ go }: Entry): void {
		open = false;
		go();
	}
</script>

<svelte:window onkeydown={keydown} />

<button class="button" onclick={show}
	>Go to … <kbd class="text-sm text-ink-soft max-sm:hidden">Ctrl K</kbd></button
>

<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-20 bg-black/40" />
		<Dialog.Content
			class="sheet fixed top-[12vh] left-1/2 z-20 grid max-h-[70vh] w-[min(34rem,92vw)] -translate-x-1/2 grid-rows-[auto_minmax(0,1fr)] overflow-hidden shadow-xl"
		>
			<Dialog.Title class="sr-only">Go to</Dialog.Title>
			<Command.Root class="contents" label="Go to">
				<Command.Input
					class="border-b border-line bg-sheet px-4 py-3 text-ink outline-none"
					placeholder="A page, a name, a card, a calculation …"
				/>
				<Command.List class="overflow-y-auto p-2">
					<Command.Viewport>
						<Command.Empty class="px-2 py-3 text-ink-soft">Nothing of that name.</Command.Empty>
						{#each groups as [group, entries] (group)}
							<Command.Group value={group}>
								<Command.GroupHeading class="px-2 pt-2 pb-1 text-sm text-ink-soft"
									>{group}</Command.GroupHeading
								>
								<Command.GroupItems>
									{#each entries as entry, i (`${entry.text} ${i}`)}
										<Command.Item
											class="cursor-pointer rounded-md px-2 py-1.5 data-selected:bg-accent-soft"
											value="{group} {entry.text} {i}"
											onSelect={() => choose(entry)}>{entry.text}</Command.Item
										>
									{/each}
								</Command.GroupItems>
							</Command.Group>
						{/each}
					</Command.Viewport>
					{#if problem}<p class="px-2 py-2 text-sm text-caution" role="alert">{problem}</p>{/if}
				</Command.List>
			</Command.Root>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
