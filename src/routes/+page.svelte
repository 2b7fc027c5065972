<script lang="ts">
	import { tick } from 'svelte';
	import { enhance } from '$app/forms';

	const { data, form } = $props();
	let keyForm = $state<HTMLFormElement | null>(null);
	let answered = $state({ challengeId: '', answer: '' });
	let keyWords = $state('');
	let busy = $state(false);
	async function byKey(): Promise<void> {
		busy = true;
		keyWords = '';
		try {
			const { signWithPasskey } = await import('$lib/desk/passkey.js');
			const given = await signWithPasskey('/?/passkeyAsked');
			if ('refused' in given) keyWords = given.refused;
			else {
				answered = given;
				// The hidden fields take their values first.
				await tick();
				keyForm?.requestSubmit();
			}
		} finally {
			busy = false;
		}
	}
	const instructors = $derived(data.demo?.filter((person) => person.role === 'instructor') ?? []);
	const students = $derived(data.demo?.filter((person) => person.role === 'student') ?? []);
</script>

<svelte:head><title>Hanza: instrument flight training</title></svelte:head>

<main class="mx-auto grid min-h-dvh max-w-5xl content-center gap-10 p-6 md:grid-cols-[1.2fr_1fr]">
	<section>
		<p class="text-3xl font-bold tracking-tight text-accent">Hanza</p>
		<h1 class="mt-3 text-2xl">Set a task. Have it flown. See exactly how.</h1>
		<p class="mt-3 max-w-prose text-ink-soft">
			The instructor’s bench for instrument flying: every deviation timed, every fault named, each against a
			named standard, from the first straight-and-level to the rating.
		</p>
		{#if data.demo}
			<form method="POST" action="?/demo" use:enhance class="sheet mt-6 p-4" aria-labelledby="demo-title">
				<h2 id="demo-title">Look round with made-up people</h2>
				<p class="mt-2 text-sm text-ink-soft">Instructor</p>
				<div class="mt-1 flex flex-wrap gap-2">
					{#each instructors as person (person.id)}
						<button class="button button-main" name="person" value={person.id}>Enter as {person.name}</button>
					{/each}
				</div>
				<p class="mt-3 text-sm text-ink-soft">Student</p>
				<div class="mt-1 flex flex-wrap gap-2">
					{#each students as person (person.id)}
						<button class="button" name="person" value={person.id}>Enter as {person.name}</button>
					{/each}
				</div>
			</form>
		{/if}
	</section>
	<form method="POST" action="?/signIn" use:enhance class="sheet grid content-start gap-3 self-start p-5">
		<h2>Sign in</h2>
		<label class="grid gap-1">
			<span>Name</span>
			<input class="field" name="login" autocomplete="username" value={form?.login ?? ''} required />
		</label>
		<label class="grid gap-1">
			<span>Password</span>
			<input class="field" name="password" type="password" autocomplete="current-password" required />
		</label>
		{#if form?.message || keyWords}<p class="text-limit" role="alert">{keyWords || form?.message}</p>{/if}
		<button class="button button-main justify-center">Sign in</button>
		<button type="button" class="button justify-center" onclick={byKey} disabled={busy}>Use a passkey</button>
		{#if data.mails}<p class="text-sm"><a href="/forgotten">Password forgotten?</a></p>{/if}
		<p class="text-sm text-ink-soft">
			For practice. Not an approved training device and not for navigation: published procedures, the
			aircraft’s handbook, the authority and your instructor come first.
		</p>
	</form>
	<form method="POST" action="?/passkey" use:enhance bind:this={keyForm} hidden>
		<input type="hidden" name="challengeId" value={answered.challengeId} />
		<input type="hidden" name="answer" value={answered.answer} />
	</form>
</main>
