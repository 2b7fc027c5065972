<script lang="ts">
	import { onMount, tick, untrack } from 'svelte';
	import { Command, Dialog } from 'bits-ui';
	import { goto } from '$app/navigation';
	import { FIND_API } from '$lib/contracts/find-api.js';
	import { call } from '$lib/contracts/client.js';
	import type { Findable } from '$lib/contracts/find-api.js';
	import { chooseTheme, THEMES, type Theme } from '$lib/ui/theme.js';
	import type { House, Role } from './houses.js';

	interface Props {
		houses: readonly House[];
		role: Role;
		open: boolean;
		/** What was typed before this was here, and whether Enter was pressed after it. */
		typed: string;
		hurried: boolean;
	}
	let { houses, role, open = $bindable(), typed, hurried: first }: Props = $props();

	interface Entry {
		text: string;
		go: () => void;
		/** The key that does the same. */
		key?: string;
	}
	let found = $state.raw<Findable[]>([]);
	let problem = $state('');
	let asking = $state(false);
	const MOST_PICTURES = 60;
	const SETTLED_PICTURES = 3;
	/** Enter was pressed before the server had answered. */
	let hurried = untrack(() => first);
	let list = $state<HTMLElement | null>(null);

	const leave = (): void => {
		const form = Object.assign(document.createElement('form'), { method: 'POST', action: '/leave' });
		document.body.append(form);
		form.submit();
	};
	const groups = $derived.by((): [string, Entry[]][] => {
		const names = [...new Set(found.map(({ group }) => group))];
		const links = (entries: readonly (readonly [string, string, string?])[]): Entry[] =>
			entries.map(([href, text, key]) => ({
				text,
				go: () => void goto(href),
				...(key ? { key } : {})
			}));
		return [
			[
				'Pages',
				links([
					...houses.map(({ href, text, key }) => [href, text, `G ${key.toUpperCase()}`] as const),
					...houses.flatMap(({ rooms, text: house }) =>
						rooms.map(({ href, text }) => [href, `${text} (${house})`] as const)
					)
				])
			],
			[
				'Do',
				[
					...(role === 'instructor'
						? links([
								['/set', 'Set a task'],
								['/library/cards#new', 'Make a card from a pattern']
							])
						: []),
					{ text: 'Print this page', go: () => setTimeout(() => print(), 100), key: 'Ctrl P' },
					{ text: 'Sign out', go: leave }
				]
			],
			...names.map((name): [string, Entry[]] => [
				name,
				links(found.filter(({ group }) => group === name).map(({ href, text }) => [href, text]))
			]),
			[
				'Look',
				(Object.keys(THEMES) as Theme[]).map((theme) => ({
					text: THEMES[theme],
					go: () => chooseTheme(theme)
				}))
			]
		];
	});

	onMount(async () => {
		asking = true;
		// Asked anew each time: tasks come and go. Pages can be reached without it.
		try {
			const [own, help] = await Promise.all([call(FIND_API.find, null), call(FIND_API.findHelp, null)]);
			found = [...own, ...help];
			problem = '';
		} catch {
			problem = 'The server does not answer: only pages are listed.';
		}
		asking = false;
		if (hurried) await chooseFirst();
	});
	/** Once what came has been narrowed by what was typed, some pictures later, the first of it is what was meant. */
	async function chooseFirst(): Promise<void> {
		await tick();
		for (let picture = 0; picture < MOST_PICTURES && open; picture++) {
			await new Promise((done) => requestAnimationFrame(done));
			const first = list?.querySelector<HTMLElement>('[data-command-item][data-selected]');
			if (picture >= SETTLED_PICTURES && first) return first.click();
		}
	}
	/** Whoever types faster than the server answers gets what was meant, not what was there. */
	function hold(event: KeyboardEvent): void {
		if (event.key !== 'Enter' || !asking) return;
		event.preventDefault();
		event.stopPropagation();
		hurried = true;
	}
	function choose({ go }: Entry): void {
		open = false;
		go();
	}
</script>

<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-30 bg-black/40" />
		<Dialog.Content
			class="sheet fixed top-[12vh] left-1/2 z-40 grid max-h-[70vh] w-[min(34rem,92vw)] -translate-x-1/2 grid-rows-[auto_minmax(0,1fr)] overflow-hidden shadow-xl"
		>
			<Dialog.Title class="sr-only">Go to</Dialog.Title>
			<div class="contents" onkeydowncapture={hold} bind:this={list}>
				<Command.Root class="contents" label="Go to">
					<Command.Input
						class="border-b border-line bg-sheet px-4 py-3 text-ink outline-none"
						value={typed}
						placeholder="A page, a name, a card, a calculation, a term …"
					/>
					<Command.List class="overflow-y-auto p-2">
						<Command.Viewport>
							<Command.Empty class="px-2 py-3 text-ink-soft"
								>{asking ? 'Looking …' : 'Nothing of that name.'}</Command.Empty
							>
							{#each groups as [group, entries] (group)}
								<Command.Group value={group}>
									<Command.GroupHeading class="px-2 pt-2 pb-1 text-sm text-ink-soft"
										>{group}</Command.GroupHeading
									>
									<Command.GroupItems>
										{#each entries as entry, i (`${entry.text} ${i}`)}
											<Command.Item
												class="flex cursor-pointer gap-3 rounded-md px-2 py-1.5 data-selected:bg-accent-soft"
												value="{entry.text} {group} {i}"
												onSelect={() => choose(entry)}
												><span class="grow">{entry.text}</span>{#if entry.key}<kbd
														class="text-sm text-ink-soft">{entry.key}</kbd
													>{/if}</Command.Item
											>
										{/each}
									</Command.GroupItems>
								</Command.Group>
							{/each}
						</Command.Viewport>
						{#if problem}<p class="px-2 py-2 text-sm text-caution" role="alert">{problem}</p>{/if}
					</Command.List>
				</Command.Root>
			</div>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
