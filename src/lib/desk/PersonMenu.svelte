<script lang="ts">
	import { onMount } from 'svelte';
	import CircleUser from '@lucide/svelte/icons/circle-user-round';
	import Menu from '$lib/ui/Menu.svelte';
	import { chooseTheme, savedTheme, THEMES, type Theme } from '$lib/ui/theme.js';

	interface Props {
		name: string;
		role: 'instructor' | 'student';
		/** May be the other as well. */
		isBoth: boolean;
	}
	const { name, role, isBoth }: Props = $props();
	let over = $state<HTMLFormElement | null>(null);
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
		...(isBoth
			? [
					{
						text: role === 'student' ? 'Go on as an instructor' : 'Go on as a student',
						run: () => over?.requestSubmit()
					}
				]
			: []),
		{ text: 'Keys and stick', href: '/practice/controls' },
		{ text: 'Account: password, passkeys, devices', href: '/account' },
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
<form method="POST" action="/account?/over" bind:this={over} hidden></form>
