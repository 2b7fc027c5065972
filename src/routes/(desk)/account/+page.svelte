<script lang="ts">
	import { tick } from 'svelte';
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import { formatMoment } from '$lib/ui/format.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form as object | null));
	let keyForm = $state<HTMLFormElement | null>(null);
	let answered = $state({ challengeId: '', answer: '' });
	let keyName = $state('This device');
	let keyWords = $state('');
	let busy = $state(false);
	async function makeKey(): Promise<void> {
		busy = true;
		keyWords = '';
		try {
			const { makePasskey } = await import('$lib/desk/passkey.js');
			const made = await makePasskey('/account?/newKey');
			if ('refused' in made) keyWords = made.refused;
			else {
				answered = made;
				// The hidden fields take their values first.
				await tick();
				keyForm?.requestSubmit();
			}
		} finally {
			busy = false;
		}
	}
	/** Of what a browser says of itself, what tells one device from another. */
	const deviceOf = (agent: string): string => {
		const system = /Android|iPhone|iPad|Windows|Mac OS X|Linux/.exec(agent)?.[0] ?? 'a device';
		const browser = /(Firefox|Edg|Chrome|Safari)\/\d+/.exec(agent)?.[1] ?? 'a browser';
		return `${browser.replace('Edg', 'Edge')} on ${system}`;
	};
</script>

<svelte:head><title>Account · Hanza</title></svelte:head>

<h1>{data.name}</h1>
<p class="text-ink-soft">Signs in as {data.login}.</p>

{#if data.person.isBoth}
	<form method="POST" action="?/over" class="mt-3">
		<button class="button"
			>Go on as {data.person.role === 'student' ? 'an instructor' : 'a student'} on this device</button
		>
	</form>
{/if}

<h2 class="mt-5">Password</h2>
<form
	method="POST"
	action="?/password"
	use:enhance
	class="sheet mt-1.5 flex flex-wrap items-end gap-3 p-4"
	aria-label="Change the password"
>
	<label class="grid gap-0.5"
		><span class="text-sm text-ink-soft">Of now</span>
		<input class="field" type="password" name="before" autocomplete="current-password" required />
		<FieldError words={refused.errors.before} name="the password of now" /></label
	>
	<label class="grid gap-0.5"
		><span class="text-sm text-ink-soft">New, ten letters or more</span>
		<input class="field" type="password" name="password" autocomplete="new-password" required />
		<FieldError words={refused.errors.password} name="the new password" /></label
	>
	<button class="button button-main">Change it</button>
	{#if refused.message}<p class="w-full text-limit" role="alert">✕ {refused.message}</p>{/if}
	{#if form && 'changed' in form}<p class="w-full" role="status">
			✓ Changed. All other devices are signed out.
		</p>{/if}
</form>

<h2 class="mt-6">Passkeys</h2>
<p class="text-sm text-ink-soft">
	A key that your device keeps, in place of a password: by finger, face or the device’s own code.
</p>
<div class="sheet mt-1.5 divide-y divide-line">
	{#each data.passkeys as key (key.id)}
		<div class="flex flex-wrap items-center gap-3 px-3 py-2" data-testid="passkey">
			<span class="grow"
				>{key.name}
				<span class="block text-sm text-ink-soft"
					>since {formatMoment(key.createdAt)}{key.usedAt ? `, used ${formatMoment(key.usedAt)}` : ''}</span
				></span
			>
			<form method="POST" action="?/dropKey" use:enhance>
				<button class="button" name="key" value={key.id} aria-label="Remove the passkey {key.name}"
					>Remove</button
				>
			</form>
		</div>
	{/each}
	<form
		method="POST"
		action="?/keepKey"
		use:enhance
		bind:this={keyForm}
		class="flex flex-wrap items-end gap-3 p-4"
		aria-label="A new passkey"
	>
		<input type="hidden" name="challengeId" value={answered.challengeId} />
		<input type="hidden" name="answer" value={answered.answer} />
		<label class="grid gap-0.5"
			><span class="text-sm text-ink-soft">What you call it</span>
			<input class="field" name="name" maxlength="60" bind:value={keyName} /></label
		>
		<button type="button" class="button" onclick={makeKey} disabled={busy}>Make a passkey</button>
		{#if keyWords || refused.errors.passkey}<p class="w-full text-limit" role="alert">
				✕ {keyWords || refused.errors.passkey}
			</p>{/if}
	</form>
</div>

{#if data.mails}
	<h2 class="mt-6">Mail</h2>
	<form
		method="POST"
		action="?/address"
		use:enhance={() =>
			({ update }) =>
				update({ reset: false })}
		class="sheet mt-1.5 flex flex-wrap items-end gap-3 p-4"
		aria-label="Address of your mail"
	>
		<label class="grid gap-0.5"
			><span class="text-sm text-ink-soft">Where a link for a new password is sent to</span>
			<input
				class="field"
				type="email"
				name="email"
				maxlength="200"
				value={refused.entered.email ?? data.email}
			/>
			<FieldError words={refused.errors.email} name="the address" /></label
		>
		<button class="button">Keep it</button>
		{#if form && 'kept' in form}<p class="w-full" role="status">✓ Kept.</p>{/if}
	</form>
{/if}

<h2 class="mt-6">Signed in on</h2>
<ul class="sheet mt-1.5 divide-y divide-line" data-testid="devices">
	{#each data.devices as device (device.id)}
		<li class="flex flex-wrap items-center gap-3 px-3 py-2">
			<span class="grow"
				>{deviceOf(device.agent)}{device.isThis ? ', this one' : ''}
				<span class="block text-sm text-ink-soft"
					>since {formatMoment(device.createdAt)}, seen {formatMoment(device.seenAt)}</span
				></span
			>
			{#if !device.isThis}
				<form method="POST" action="?/leave" use:enhance>
					<button class="button" name="device" value={device.id}>Sign out there</button>
				</form>
			{/if}
		</li>
	{/each}
</ul>
{#if data.devices.length > 1}
	<form method="POST" action="?/leave" use:enhance class="mt-2">
		<button class="button" name="device" value="others">Sign out everywhere else</button>
	</form>
{/if}
