<script lang="ts">
	import { DropdownMenu } from 'bits-ui';
	import { tick, type Snippet } from 'svelte';

	interface Item {
		text: string;
		/** Somewhere to go, or something to do. */
		href?: string;
		run?: () => void;
		checked?: boolean;
	}
	interface Props {
		label: string;
		items: readonly Item[];
		/** In place of the three dots. */
		trigger?: Snippet;
	}
	const { label, items, trigger }: Props = $props();
	const look =
		'flex cursor-pointer items-center gap-2 rounded px-2 py-1.5 text-ink no-underline data-highlighted:bg-accent-soft';

	/** A list has one in each row: until a pointer or the focus comes to it, it is a plain button and costs nothing. */
	let isNear = $state(false);
	let open = $state(false);
	let button = $state<HTMLElement | null>(null);

	async function focused(): Promise<void> {
		isNear = true;
		await tick();
		button?.focus();
	}
	/** Under a finger the button stays what it is until the tap is over. */
	function pointed({ pointerType }: PointerEvent): void {
		if (pointerType !== 'touch') isNear = true;
	}
	function tapped(): void {
		isNear = true;
		open = true;
	}
</script>

{#snippet face()}
	{#if trigger}
		{@render trigger()}
	{:else}
		<!-- Drawn here: of a hundred rows' time on the server the icon of the library took two fifths. -->
		<svg class="size-4" viewBox="0 0 24 24" fill="currentColor" aria-hidden="true">
			<circle cx="5" cy="12" r="2" /><circle cx="12" cy="12" r="2" /><circle cx="19" cy="12" r="2" />
		</svg>
	{/if}
{/snippet}

{#if !isNear}
	<button
		type="button"
		class="button"
		aria-label={label}
		aria-haspopup="menu"
		aria-expanded="false"
		onpointerenter={pointed}
		onfocus={(event) => {
			// A finger's tap brings the focus too, before it is over.
			if (event.currentTarget.matches(':focus-visible')) void focused();
		}}
		onclick={tapped}>{@render face()}</button
	>
{:else}
	{@render menu()}
{/if}

{#snippet menu()}
	<DropdownMenu.Root bind:open>
		<DropdownMenu.Trigger class="button" aria-label={label} bind:ref={button}>
			{@render face()}
		</DropdownMenu.Trigger>
		<DropdownMenu.Portal>
			<DropdownMenu.Content
				sideOffset={4}
				align="end"
				class="z-50 min-w-44 rounded-md border border-line bg-sheet p-1 shadow-lg"
			>
				{#each items as { text, href, run, checked } (text)}
					{#if href}
						<DropdownMenu.Item textValue={text} class={look}>
							{#snippet child({ props })}<a {href} {...props}>{text}</a>{/snippet}
						</DropdownMenu.Item>
					{:else}
						<DropdownMenu.Item textValue={text} class={look} onSelect={() => run?.()}>
							<span class="grow">{text}</span>{#if checked}<span aria-label="chosen">✓</span>{/if}
						</DropdownMenu.Item>
					{/if}
				{/each}
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>
{/snippet}
