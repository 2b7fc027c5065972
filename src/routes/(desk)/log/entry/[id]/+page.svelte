<script lang="ts">
	import { enhance } from '$app/forms';
	import EntryForm from '$lib/log/EntryForm.svelte';
	import { changesBetween, FIELD_NAMES, valueWords } from '$lib/log/words.js';
	import { refusedOf } from '$lib/ui/form.js';
	import { formatDay, formatMoment } from '$lib/ui/format.js';
	import type { LogField } from '@hanza/core';

	const { data, form } = $props();
	const { saved, versions } = $derived(data);
	const refused = $derived(refusedOf(form as object | null));
	const conflict = $derived(form !== null && typeof form === 'object' && 'conflict' in form);
	/** The version that the form was opened with: it stays until what was typed is kept, or given up. */
	let seen = $state<{ id: string; version: number } | null>(null);
	$effect.pre(() => {
		if (seen?.id !== saved.id || (!conflict && seen.version !== saved.version))
			seen = { id: saved.id, version: saved.version };
	});
	const gone = $derived(saved.state === 'deleted');
	const closed = $derived(saved.confirmedAt !== null);
	let reason = $state('');
	const DEEDS = {
		made: 'entered',
		changed: 'changed',
		corrected: 'corrected',
		confirmed: 'confirmed',
		deleted: 'taken out',
		restored: 'brought back'
	} as const;
	const fields = Object.keys(FIELD_NAMES) as LogField[];
</script>

<svelte:head><title>Entry of {saved.entry.date} · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>
		Entry of {formatDay(saved.entry.date)}{data.person.role === 'instructor' ? `, ${data.student.name}` : ''}
	</h1>
	<a class="button no-print" href={data.base}>All entries</a>
</div>
<p class="mt-1">
	{#if gone}<span class="text-caution">▲ taken out of the log</span>
	{:else if closed}✓ Confirmed by {saved.confirmedBy}, {formatMoment(saved.confirmedAt!)}, and closed: a
		correction makes a new version and asks to be confirmed again.
	{:else if saved.entry.device === 'trainer'}Practice in this trainer: no rule counts it.
	{:else}<span class="text-ink-soft">Waits for the instructor’s word.</span>{/if}
</p>
{#if conflict}
	<section class="sheet mt-3 p-3" aria-label="Changed meanwhile" data-testid="conflict">
		<p class="text-caution" role="alert">▲ {refused.message}</p>
		<h2 class="mt-2">As it stands now, version {saved.version}</h2>
		<dl
			class="mt-1 grid grid-cols-[10rem_minmax(0,1fr)] gap-x-3 text-sm sm:grid-cols-[10rem_minmax(0,1fr)_10rem_minmax(0,1fr)]"
		>
			{#each fields.filter((field) => valueWords(saved.entry, field) !== '') as field (field)}
				<dt class="text-ink-soft">{FIELD_NAMES[field]}</dt>
				<dd>{valueWords(saved.entry, field)}</dd>
			{/each}
		</dl>
		<button
			type="button"
			class="button mt-2"
			onclick={() => (seen = { id: saved.id, version: saved.version })}
			>I have seen it; mine may go over it</button
		>
	</section>
{/if}
{#if !gone}
	<section class="no-print sheet mt-3 p-3" aria-label="The entry">
		{#key saved.id}
			<EntryForm
				start={saved.entry}
				today={data.today}
				known={data.known}
				action="?/change"
				hidden={{ version: String(seen?.version ?? saved.version) }}
				refused={form as object | null}
				{closed}
				button={closed ? 'Correct it' : 'Keep the change'}
			/>
		{/key}
	</section>
{/if}
<div class="no-print mt-3 flex flex-wrap items-end gap-3">
	{#if gone}
		<form method="POST" action="?/restore" use:enhance>
			<input type="hidden" name="version" value={saved.version} />
			<button class="button">Bring it back</button>
		</form>
	{:else}
		{#if data.person.role === 'instructor' && !closed && saved.entry.device !== 'trainer'}
			<form method="POST" action="?/confirm" use:enhance>
				<input type="hidden" name="version" value={saved.version} />
				<button class="button button-main">Confirm it</button>
			</form>
		{/if}
		<form method="POST" action="?/delete" use:enhance class="flex flex-wrap items-end gap-2">
			<input type="hidden" name="version" value={saved.version} />
			{#if closed}<label class="grid gap-0.5"
					><span class="text-sm text-ink-soft">Why it is taken out</span><input
						class="field"
						name="reason"
						bind:value={reason}
						maxlength="300"
					/></label
				>{/if}
			<button class="button">Take it out</button>
		</form>
	{/if}
</div>

<h2 class="mt-6">Versions</h2>
<ol class="sheet mt-2 divide-y divide-line" data-testid="versions">
	{#each versions as version, i (i)}
		{@const before = versions.slice(i + 1).find((one) => one.deed !== 'confirmed')}
		{@const changes =
			before && version.deed !== 'confirmed' ? changesBetween(before.entry, version.entry) : []}
		<li class="px-3 py-2">
			<strong>{version.version}</strong>
			{DEEDS[version.deed]} by {version.authorName}, {formatMoment(version.at)}{version.reason
				? `: ${version.reason}`
				: ''}
			{#each changes as { field, was, is } (field)}
				<span class="block text-sm text-ink-soft"
					>{FIELD_NAMES[field]}: {was || 'nothing'} → {is || 'nothing'}</span
				>
			{/each}
		</li>
	{/each}
</ol>
