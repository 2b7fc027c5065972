<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import { formatMoment } from '$lib/ui/format.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form as object | null));
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
