<script lang="ts">
	import Search from '@lucide/svelte/icons/search';
	import type { Component, ComponentProps } from 'svelte';
	import type { House, Role } from './houses.js';
	import type PaletteDialog from './PaletteDialog.svelte';

	interface Props {
		houses: readonly House[];
		role: Role;
	}
	const { houses, role }: Props = $props();

	let open = $state(false);
	let Dialog = $state.raw<Component<ComponentProps<typeof PaletteDialog>, object, 'open'> | null>(null);
	/** Keys pressed before the dialog was here: nothing that was typed is lost. */
	let typed = $state('');
	let hurried = $state(false);

	/** A page does not wait for what is used now and then: it comes when it is asked for, or is about to be. */
	async function load(): Promise<void> {
		Dialog ??= (await import('./PaletteDialog.svelte')).default;
	}
	function show(): void {
		open = true;
		typed = '';
		hurried = false;
		load().catch(() => (open = false));
	}
	function keydown(event: KeyboardEvent): void {
		const { key } = event;
		if (key === 'Control' || key === 'Meta') return void load().catch(() => {});
		const withCommand = event.ctrlKey || event.metaKey;
		if (key.toLowerCase() === 'k' && withCommand && !event.altKey) {
			event.preventDefault();
			if (open) open = false;
			else show();
		} else if (open && !Dialog && !withCommand) {
			event.preventDefault();
			event.stopPropagation();
			if (key === 'Escape') open = false;
			else if (key === 'Enter') hurried = true;
			else if (key === 'Backspace') typed = typed.slice(0, -1);
			else if (key.length === 1) typed += key;
		}
	}
</script>

<svelte:window onkeydowncapture={keydown} />

<button
	class="button"
	onclick={show}
	onpointerenter={() => void load().catch(() => {})}
	aria-label="Go to … (Ctrl K)"
	><Search class="size-4" aria-hidden="true" /><span class="max-sm:hidden">Go to …</span>
	<kbd class="text-sm text-ink-soft max-lg:hidden">Ctrl K</kbd></button
>
{#if open && Dialog}<Dialog bind:open {houses} {role} {typed} {hurried} />{/if}
