<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { form } = $props();
	const refused = $derived(refusedOf(form as object | null));
</script>

<svelte:head><title>A new password · Hanza</title></svelte:head>

<main class="mx-auto grid min-h-dvh max-w-xl content-center gap-6 p-6">
	<section>
		<p class="text-3xl font-bold tracking-tight text-accent">Hanza</p>
		<h1 class="mt-2 text-2xl">A new password</h1>
	</section>
	{#if form && 'asked' in form}
		<p class="sheet p-5" role="status">
			If that is known here with an address for mail, a link is on its way to it. It works once, for two days.
			Nothing came? The head of your school makes one.
		</p>
	{:else}
		<form method="POST" use:enhance class="sheet grid gap-3 p-5" aria-label="A new password">
			<label class="grid gap-1">
				<span>The name you sign in with, or your address</span>
				<input class="field" name="who" required maxlength="200" autocomplete="username" />
				<FieldError words={refused.errors.who} name="it" />
			</label>
			<button class="button button-main justify-center">Send me a link</button>
		</form>
	{/if}
	<p class="text-sm"><a href="/">Back to signing in</a></p>
</main>
