<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { form } = $props();
	const refused = $derived(refusedOf(form as object | null));
</script>

<svelte:head><title>First start · Hanza</title></svelte:head>

<main class="mx-auto grid min-h-dvh max-w-3xl content-center gap-6 p-6">
	<section>
		<p class="text-3xl font-bold tracking-tight text-accent">Hanza</p>
		<h1 class="mt-2 text-2xl">A school begins with its head of training.</h1>
		<p class="mt-2 max-w-prose text-ink-soft">
			Nobody is here yet. Whoever started the application has a code, printed where it was started: it works
			once. Instructors and students are invited afterwards, under Students, People.
		</p>
	</section>
	<form
		method="POST"
		use:enhance={() =>
			({ update }) =>
				update({ reset: false })}
		class="sheet grid gap-3 p-5 sm:grid-cols-2"
		aria-label="The school"
	>
		<label class="grid gap-1">
			<span>Code</span>
			<input class="field" name="code" required autocomplete="off" value={refused.entered.code ?? ''} />
			<FieldError words={refused.errors.code} name="the code" />
		</label>
		<label class="grid gap-1">
			<span>Name of the school</span>
			<input class="field" name="school" required maxlength="80" value={refused.entered.school ?? ''} />
			<FieldError words={refused.errors.school} name="the school" />
		</label>
		<label class="grid gap-1">
			<span>Your name</span>
			<input
				class="field"
				name="name"
				required
				maxlength="80"
				autocomplete="name"
				value={refused.entered.name ?? ''}
			/>
			<FieldError words={refused.errors.name} name="the name" />
		</label>
		<label class="grid gap-1">
			<span>You sign in as</span>
			<input
				class="field"
				name="login"
				required
				maxlength="40"
				autocomplete="username"
				autocapitalize="none"
				value={refused.entered.login ?? ''}
			/>
			<FieldError words={refused.errors.login} name="the name to sign in with" />
		</label>
		<label class="grid gap-1">
			<span>Password, ten letters or more</span>
			<input class="field" name="password" type="password" required autocomplete="new-password" />
			<FieldError words={refused.errors.password} name="the password" />
		</label>
		<p class="flex items-end"><button class="button button-main">Make the school</button></p>
		{#if refused.message}<p class="text-limit sm:col-span-2" role="alert">✕ {refused.message}</p>{/if}
	</form>
	<p class="text-sm text-ink-soft">For practice. Not an approved training device and not for navigation.</p>
</main>
