<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Select from '$lib/ui/Select.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import { formatDay } from '$lib/ui/format.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form as object | null));
	const made = $derived(form && 'link' in form ? (form as { link: string; for: string }) : null);
	let role = $state('student');
	let instructor = $state('');
	let copied = $state(false);
	/** Of a large school only what is looked at is laid out. */
	let opened = $state<Record<string, boolean>>({});
	$effect(() => {
		if (!instructor) instructor = data.ownId;
	});
	const here = $derived(data.people.filter(({ archivedAt }) => !archivedAt));
	const gone = $derived(data.people.filter(({ archivedAt }) => archivedAt));
	const ROLES = { instructor: 'Instructor', student: 'Student' } as const;
	async function copy(link: string): Promise<void> {
		await navigator.clipboard?.writeText(link);
		copied = true;
	}
</script>

<svelte:head><title>People · Hanza</title></svelte:head>

<h1>{data.school ? `People of ${data.school}` : 'People'}</h1>

<form
	method="POST"
	action="?/invite"
	use:enhance={() => {
		copied = false;
		return ({ update }) => update();
	}}
	class="sheet mt-4 flex flex-wrap items-end gap-3 p-4"
	aria-label="Invite somebody"
>
	<label class="grid gap-0.5"
		><span class="text-ink-soft">Invite</span>
		<input
			class="field"
			name="name"
			maxlength="80"
			placeholder="their name"
			required
			value={refused.entered.name ?? ''}
		/>
		<FieldError words={refused.errors.name} name="the name" /></label
	>
	{#if data.isHead}
		<Select
			label="as"
			name="role"
			bind:value={role}
			options={[
				{ value: 'student', text: 'a student' },
				{ value: 'instructor', text: 'an instructor' }
			]}
		/>
	{:else}<input type="hidden" name="role" value="student" />{/if}
	{#if data.isHead && role === 'student'}
		<Select
			label="taught by"
			name="instructor"
			bind:value={instructor}
			options={data.instructors.map(({ id, name }) => ({ value: id, text: name }))}
		/>
	{:else}<input type="hidden" name="instructor" value="" />{/if}
	<button class="button button-main">Make a link</button>
</form>
{#if made}
	<p class="sheet mt-2 flex flex-wrap items-center gap-3 border-accent p-3" role="status">
		<span class="grow"
			>For {made.for}, once, and not shown again:
			<code class="break-all" data-testid="link">{made.link}</code></span
		>
		<button class="button" onclick={() => copy(made.link)}>{copied ? '✓ Copied' : 'Copy it'}</button>
	</p>
{/if}
{#if refused.message}<p class="mt-2 text-limit" role="alert">✕ {refused.message}</p>{/if}

{#if data.invitations.length > 0}
	<h2 class="mt-6">Invited, and not here yet</h2>
	<ul class="sheet mt-1.5 divide-y divide-line">
		{#each data.invitations as one (one.id)}
			<li class="flex flex-wrap items-center gap-3 px-3 py-2">
				<span class="grow"
					>{one.name}
					<span class="text-sm text-ink-soft"
						>{one.isReset ? 'new password' : ROLES[one.role].toLowerCase()}, by {one.by}, until {formatDay(
							one.expiresAt
						)}</span
					></span
				>
				<form method="POST" action="?/withdraw" use:enhance>
					<button class="button" name="invitation" value={one.id} aria-label="Withdraw: {one.name}"
						>Withdraw</button
					>
				</form>
			</li>
		{/each}
	</ul>
{/if}

<h2 class="mt-6">Here</h2>
<ul class="sheet mt-1.5 divide-y divide-line" data-testid="here">
	{#each here as one (one.id)}
		<li class="flex flex-wrap items-center gap-x-4 gap-y-2 px-3 py-2">
			<span class="min-w-48 grow"
				><span class="font-semibold">{one.name}</span>
				<span class="block text-sm text-ink-soft"
					>{one.isHead ? 'Head of training' : ROLES[one.role]}, signs in as {one.login}{one.instructorName
						? `, taught by ${one.instructorName}`
						: ''}</span
				></span
			>
			<div class={opened[one.id] ? 'w-full text-sm' : 'text-sm'}>
				<Fold title="Change" bind:open={() => opened[one.id] ?? false, (open) => (opened[one.id] = open)}>
					{#if opened[one.id]}
						<div class="mt-2 flex flex-wrap items-end gap-3">
							<form method="POST" action="?/rename" use:enhance class="flex items-end gap-2">
								<input type="hidden" name="person" value={one.id} />
								<label class="grid gap-0.5"
									><span class="text-ink-soft">Name</span>
									<input class="field" name="name" maxlength="80" value={one.name} required /></label
								>
								<button class="button">Rename</button>
							</form>
							{#if one.role === 'student' && data.instructors.length > 1}
								<form method="POST" action="?/handOver" use:enhance class="flex items-end gap-2">
									<input type="hidden" name="person" value={one.id} />
									<Select
										label="Hand over to"
										name="instructor"
										value={data.instructors.find(({ id }) => id !== one.instructorId)!.id}
										options={data.instructors
											.filter(({ id }) => id !== one.instructorId)
											.map(({ id, name }) => ({ value: id, text: name }))}
									/>
									<button class="button">Hand over</button>
								</form>
							{/if}
							{#if one.id !== data.ownId}
								<form method="POST" action="?/reset" use:enhance>
									<input type="hidden" name="name" value={one.name} />
									<button class="button" name="person" value={one.id}>Link for a new password</button>
								</form>
								{#if data.isHead}
									<form method="POST" action="?/leave" use:enhance>
										<input type="hidden" name="away" value="yes" />
										<button class="button" name="person" value={one.id} aria-label="Leaves: {one.name}"
											>Leaves the school</button
										>
									</form>
								{/if}
							{/if}
						</div>
					{/if}
				</Fold>
			</div>
		</li>
	{/each}
</ul>

{#if gone.length > 0}
	<h2 class="mt-6">Have left</h2>
	<p class="text-sm text-ink-soft">They cannot sign in. What they flew and wrote stays in every record.</p>
	<ul class="sheet mt-1.5 divide-y divide-line">
		{#each gone as one (one.id)}
			<li class="flex flex-wrap items-center gap-3 px-3 py-2">
				<span class="grow"
					>{one.name} <span class="text-sm text-ink-soft">{ROLES[one.role].toLowerCase()}</span></span
				>
				{#if data.isHead}
					<form method="POST" action="?/leave" use:enhance>
						<input type="hidden" name="away" value="no" />
						<button class="button" name="person" value={one.id} aria-label="Comes back: {one.name}"
							>Comes back</button
						>
					</form>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
