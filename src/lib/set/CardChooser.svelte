<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { Command } from 'bits-ui';
	import Difficulty from '$lib/charts/Difficulty.svelte';
	import { matches } from '$lib/ui/choices.js';
	import Hint from '$lib/ui/Hint.svelte';
	import Select from '$lib/ui/Select.svelte';

	interface CardRow {
		id: string;
		name: string;
		summary: string;
		group: string;
		aircraft: string;
		trains: string[];
		difficulty: 1 | 2 | 3;
		because: string[];
	}
	interface Props {
		cards: readonly CardRow[];
		aircraft: readonly { id: string; name: string }[];
		value: string;
		onchoose: (id: string) => void;
	}
	const { cards, aircraft, value, onchoose }: Props = $props();
	const HARD = { 1: 'one thing', 2: 'several things', 3: 'with trouble' } as const;

	let typed = $state('');
	let group = $state('');
	let plane = $state('');
	let trains = $state('');
	let hard = $state('');
	const unique = (list: string[]) => [...new Set(list)].sort();
	const any = { value: '', text: 'any' };
	const found = $derived(
		cards.filter(
			(card) =>
				(group === '' || card.group === group) &&
				(plane === '' || card.aircraft === plane) &&
				(trains === '' || card.trains.includes(trains)) &&
				(hard === '' || String(card.difficulty) === hard) &&
				matches([card.name, card.group, ...card.trains, card.summary].join(' '), typed)
		)
	);
	/** The server lays out what is seen at first; the rest comes when the page is awake. */
	const AT_FIRST = 12;
	let awake = $state(false);
	onMount(() => {
		awake = true;
	});
	const shown = $derived(awake ? found : found.slice(0, AT_FIRST));
	/** Where the arrow keys are: at first on the card that is chosen, or the list would begin at its top again. */
	let at = $state(untrack(() => value));
	let list = $state<HTMLElement | null>(null);
	// Whichever card is chosen, by whom ever: it is seen.
	$effect(() => {
		void shown;
		const chosen = value && list?.querySelector<HTMLElement>('[data-chosen]');
		const scroller = list?.parentElement?.closest<HTMLElement>('[data-command-list]');
		if (chosen && scroller) scroller.scrollTop = chosen.offsetTop - scroller.offsetTop - 40;
	});
</script>

<div class="grid grid-cols-2 gap-2 sm:grid-cols-4">
	<Select
		label="Kind"
		class="w-full"
		bind:value={group}
		options={[any, ...unique(cards.map((card) => card.group))]}
	/>
	<Select
		label="Trains"
		class="w-full"
		bind:value={trains}
		options={[any, ...unique(cards.flatMap((card) => card.trains))]}
	/>
	<Select
		label="Aircraft"
		class="w-full"
		bind:value={plane}
		options={[any, ...aircraft.map(({ id, name }) => ({ value: id, text: name }))]}
	/>
	<Select
		label="How much at once"
		class="w-full"
		bind:value={hard}
		options={[any, ...Object.entries(HARD).map(([level, text]) => ({ value: level, text }))]}
	/>
</div>
<Command.Root
	label="Card"
	shouldFilter={false}
	bind:value={at}
	class="mt-2 overflow-hidden rounded-md border border-line"
>
	<Command.Input
		class="w-full border-b border-line bg-sheet px-3 py-2 text-ink outline-none focus-visible:bg-accent-soft/40"
		placeholder="Words of the card, Enter takes it"
		bind:value={typed}
	/>
	<Command.List
		class="relative h-60 overflow-y-auto bg-sheet p-1"
		data-testid="cards"
		tabindex={0}
		aria-label="Cards found"
	>
		<Command.Viewport>
			<div bind:this={list}>
				{#each shown as card (card.id)}
					<Command.Item
						value={card.id}
						class="flex cursor-pointer items-baseline gap-2 rounded px-2 py-1 data-selected:bg-accent-soft"
						onSelect={() => onchoose(card.id)}
						data-chosen={card.id === value || undefined}
						aria-label={card.name}
					>
						<span class="w-4 shrink-0 text-accent" aria-hidden="true">{card.id === value ? '●' : ''}</span>
						<span class="min-w-0 grow">
							<span class={card.id === value ? 'font-semibold' : ''}>{card.name}</span>
							<span class="block truncate text-sm text-ink-soft">{card.trains.join(', ')}</span>
						</span>
						<Difficulty level={card.difficulty} because={card.because} />
					</Command.Item>
				{:else}<p class="px-2 py-2 text-ink-soft">No card has these words.</p>{/each}
			</div>
		</Command.Viewport>
	</Command.List>
</Command.Root>
<p class="mt-1 flex items-center gap-1 text-sm text-ink-soft">
	<span role="status">{found.length} of {cards.length} cards</span>
	<Hint label="What the dots mean">
		One dot: one thing at a time. Two: several things, some wind, a covered dial, or a path to be pictured.
		Three: with trouble on top, such as a failure or rough air.
	</Hint>
</p>
