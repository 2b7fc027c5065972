<script lang="ts">
	import { enhance } from '$app/forms';
	import type { SubmitFunction } from '@sveltejs/kit';
	import Dialog from '$lib/ui/Dialog.svelte';
	import FieldError from '$lib/ui/FieldError.svelte';
	import Select from '$lib/ui/Select.svelte';
	import Table from '$lib/ui/Table.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import { formatDay } from '$lib/ui/format.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form as object | null));
	const made = $derived(
		form && 'link' in form ? (form as { link: string; for: string; sentTo?: string; unsent?: string }) : null
	);
	let role = $state('student');
	let instructor = $state('');
	let copied = $state(false);
	/** Whom something is changed of. */
	let changed = $state<string | null>(null);
	$effect(() => {
		if (!instructor) instructor = data.ownId;
	});
	const here = $derived(data.people.filter(({ archivedAt }) => !archivedAt));
	const gone = $derived(data.people.filter(({ archivedAt }) => archivedAt));
	const one = $derived(here.find(({ id }) => id === changed) ?? null);
	const ROLES = { instructor: 'Instructor', student: 'Student' } as const;
	type Row = (typeof data.people)[number];
	const rolesOf = ({ role, isHead, isBoth }: Row): string =>
		[
			isHead ? 'Head of training' : ROLES[role],
			...(isBoth ? [role === 'student' ? 'instructor' : 'student'] : [])
		].join(', ');
	const isStudent = ({ role, isBoth }: Row): boolean => role === 'student' || isBoth;
	const teachersOf = (row: Row): string[] =>
		isStudent(row)
			? [...(row.instructorName ? [row.instructorName] : []), ...row.alsoTaughtBy.map(({ name }) => name)]
			: [];
	const keep: SubmitFunction = () => {
		copied = false;
		return ({ update }) => update({ reset: false });
	};
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
	{#if data.mails}
		<label class="grid gap-0.5"
			><span class="text-ink-soft">Send it to</span>
			<input
				class="field"
				name="email"
				type="email"
				maxlength="200"
				placeholder="nobody: I hand it over"
				value={refused.entered.email ?? ''}
			/>
			<FieldError words={refused.errors.email} name="the address" /></label
		>
	{:else}<input type="hidden" name="email" value="" />{/if}
	<button class="button button-main">Make a link</button>
</form>
{#if made && !one}
	<p class="sheet mt-2 flex flex-wrap items-center gap-3 border-accent p-3" role="status">
		<span class="grow"
			>For {made.for}, once, and not shown again:
			<code class="break-all" data-testid="link">{made.link}</code></span
		>
		{#if made.sentTo}<span>✓ Sent to {made.sentTo}</span>{/if}
		{#if made.unsent}<span class="text-limit">✕ {made.unsent}</span>{/if}
		<button class="button" onclick={() => copy(made.link)}>{copied ? '✓ Copied' : 'Copy it'}</button>
	</p>
{/if}
{#if refused.message && !one}<p class="mt-2 text-limit" role="alert">✕ {refused.message}</p>{/if}

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

<h2 class="mt-6 mb-1.5">Here</h2>
<div data-testid="here">
	<Table
		caption="People"
		empty="Nobody yet."
		rows={here}
		most={25}
		columns={[
			{ id: 'name', head: 'Name', value: (row) => row.name },
			{ id: 'role', head: 'Is', value: rolesOf },
			{ id: 'login', head: 'Signs in as', value: (row) => row.login },
			{ id: 'taught', head: 'Taught by', value: (row) => teachersOf(row).join(', ') || null },
			{ id: 'do', head: '', number: true }
		]}
	>
		{#snippet cell(row, id)}
			{#if id === 'name'}<span class="font-semibold">{row.name}</span>
			{:else if id === 'role'}{rolesOf(row)}
			{:else if id === 'login'}{row.login}
			{:else if id === 'taught'}{teachersOf(row).join(', ')}
			{:else if row.mayChange}
				<button class="button" aria-label="Change {row.name}" onclick={() => (changed = row.id)}
					>Change</button
				>
			{/if}
		{/snippet}
	</Table>
</div>

<Dialog
	bind:open={() => one !== null, (open) => !open && (changed = null)}
	title={one?.name ?? ''}
	onclose={() => (changed = null)}
>
	{#if one}
		<p class="text-sm text-ink-soft">
			{rolesOf(one)}, signs in as {one.login}{one.email ? `, ${one.email}` : ''}
		</p>
		{#if refused.message}<p class="mt-2 text-limit" role="alert">✕ {refused.message}</p>{/if}
		{#if made}<p class="mt-2" role="status">
				For {made.for}, once, and not shown again:
				<code class="break-all" data-testid="link">{made.link}</code>
			</p>{/if}
		<form method="POST" action="?/rename" use:enhance={keep} class="mt-3 flex items-end gap-2">
			<input type="hidden" name="person" value={one.id} />
			<label class="grid grow gap-0.5"
				><span class="text-ink-soft">Name</span>
				<input class="field w-full" name="name" maxlength="80" value={one.name} required /></label
			>
			<button class="button">Rename</button>
		</form>
		{#if isStudent(one)}
			{@const others = data.instructors.filter(({ id }) => id !== one.instructorId && id !== one.id)}
			{@const beside = others.filter(({ id }) => !one.alsoTaughtBy.some((each) => each.id === id))}
			<h3 class="mt-4 font-semibold">Taught by</h3>
			<ul class="mt-1 grid gap-1.5">
				<li>
					{one.instructorName ?? 'nobody'}
					<span class="text-sm text-ink-soft">first: whose areas, rules and devices hold</span>
				</li>
				{#each one.alsoTaughtBy as each (each.id)}
					<li class="flex items-center justify-between gap-2">
						{each.name}
						<form method="POST" action="?/beside" use:enhance={keep}>
							<input type="hidden" name="person" value={one.id} />
							<input type="hidden" name="on" value="no" />
							<button
								class="button"
								name="instructor"
								value={each.id}
								aria-label="{each.name} no longer teaches {one.name}">No longer</button
							>
						</form>
					</li>
				{/each}
			</ul>
			{#if beside.length > 0}
				<form method="POST" action="?/beside" use:enhance={keep} class="mt-2 flex items-end gap-2">
					<input type="hidden" name="person" value={one.id} />
					<input type="hidden" name="on" value="yes" />
					<Select
						label="Beside"
						name="instructor"
						value={beside[0]!.id}
						options={beside.map(({ id, name }) => ({ value: id, text: name }))}
					/>
					<button class="button">Teaches too</button>
				</form>
			{/if}
			{#if others.length > 0}
				<form method="POST" action="?/handOver" use:enhance={keep} class="mt-2 flex items-end gap-2">
					<input type="hidden" name="person" value={one.id} />
					<Select
						label="Hand over to"
						name="instructor"
						value={others[0]!.id}
						options={others.map(({ id, name }) => ({ value: id, text: name }))}
					/>
					<button class="button">Hand over</button>
				</form>
			{/if}
		{/if}
		{#if data.isHead}
			{@const mayTeach = data.instructors.filter(({ id }) => id !== one.id)}
			{#if one.isBoth}
				<form method="POST" action="?/both" use:enhance={keep} class="mt-4">
					<input type="hidden" name="both" value="no" />
					<input type="hidden" name="instructor" value="" />
					<button class="button" name="person" value={one.id}
						>Only {one.role === 'student' ? 'a student' : 'an instructor'} again</button
					>
				</form>
			{:else if one.role === 'student' || mayTeach.length > 0}
				<form method="POST" action="?/both" use:enhance={keep} class="mt-4 flex items-end gap-2">
					<input type="hidden" name="both" value="yes" />
					{#if one.role === 'instructor' && !one.instructorId}
						<Select
							label="As a student taught by"
							name="instructor"
							value={mayTeach[0]!.id}
							options={mayTeach.map(({ id, name }) => ({ value: id, text: name }))}
						/>
					{:else}<input type="hidden" name="instructor" value="" />{/if}
					<button class="button" name="person" value={one.id}
						>{one.role === 'student' ? 'Also an instructor' : 'Also a student'}</button
					>
				</form>
			{/if}
		{/if}
		{#if one.mayReset}
			<div class="mt-4 flex flex-wrap gap-2 border-t border-line pt-3">
				<form method="POST" action="?/reset" use:enhance={keep}>
					<input type="hidden" name="name" value={one.name} />
					<button class="button" name="person" value={one.id}>Link for a new password</button>
				</form>
				{#if data.isHead}
					<form method="POST" action="?/leave" use:enhance={keep}>
						<input type="hidden" name="away" value="yes" />
						<button class="button" name="person" value={one.id} aria-label="Leaves: {one.name}"
							>Leaves the school</button
						>
					</form>
				{/if}
			</div>
		{/if}
	{/if}
</Dialog>

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
