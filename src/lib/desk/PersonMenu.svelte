<script lang="ts">
	import { onMount } from 'svelte';
	import CircleUser from '@lucide/svelte/icons/circle-user-round';
	import Menu from '$lib/ui/Menu.svelte';
	import { chooseTheme, savedTheme, THEMES, type Theme } from '$lib/ui/theme.js';

	const { name }: { name: string } = $props();
	let theme = $state<Theme>('system');
	let leaving = $state<HTMLFormElement | null>(null);
	onMount(() => {
		theme = savedTheme(localStorage);
	});
	const items = $derived([
		...(Object.keys(THEMES) as Theme[]).map((one) => ({
			text: `Look: ${THEMES[one].toLowerCase()}`,
			checked: one === theme,
			run: () => {
				theme = one;
				chooseTheme(one);
			}
		})),
		{ text: 'Keys and stick', href: '/practice/controls' },
		{ text: 'Password and devices', href: '/account' },
		{ text: 'Sign out', run: () => leaving?.requestSubmit() }
	]);
</script>

<Menu label="{name}: look and leave" {items}>
	{#snippet trigger()}
		<CircleUser class="size-5" aria-hidden="true" />
		<span class="max-lg:hidden">{name}</span>
	{/snippet}
</Menu>
<form method="POST" action="/leave" bind:this={leaving} hidden></form>
