<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form as object | null));
</script>

<svelte:head><title>{data.school ?? 'Invited'} · Hanza</title></svelte:head>

<main class="mx-auto grid min-h-dvh max-w-xl content-center gap-6 p-6">
	<section>
		<p class="text-3xl font-bold tracking-tight text-accent">Hanza</p>
		<h1 class="mt-2 text-2xl">
			{data.isReset ? `A new password for ${data.name}` : `${data.school ?? 'Your school'} invites you`}
		</h1>
		{#if !data.isReset}<p class="mt-2 text-ink-soft">
				As {data.role === 'instructor' ? 'an instructor' : 'a student'}. This link works once.
			</p>{/if}
	</section>
	<form
		method="POST"
		action={data.isReset ? '?/reset' : '?/join'}
		use:enhance={() =>
			({ update }) =>
				update({ reset: false })}
		class="sheet grid gap-3 p-5"
		aria-label={data.isReset ? 'New password' : 'Join'}
	>
		{#if !data.isReset}
			<label class="grid gap-1">
				<span>Your name</span>
				<input
					class="field"
					name="name"
					required
					maxlength="80"
					autocomplete="name"
					value={refused.entered.name ?? data.name}
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
		{/if}
		<label class="grid gap-1">
			<span>Password, ten letters or more</span>
			<input class="field" name="password" type="password" required autocomplete="new-password" />
			<FieldError words={refused.errors.password} name="the password" />
		</label>
		<button class="button button-main justify-center">{data.isReset ? 'Choose it' : 'Join'}</button>
	</form>
	<p class="text-sm text-ink-soft">For practice. Not an approved training device and not for navigation.</p>
</main>
