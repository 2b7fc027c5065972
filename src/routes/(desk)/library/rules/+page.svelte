<script lang="ts">
	import { enhance } from '$app/forms';
	import Table from '$lib/ui/Table.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form as object | null));
</script>

<svelte:head><title>Rule sets · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>Rule sets</h1>
	<form method="POST" action="?/take" enctype="multipart/form-data" use:enhance>
		<label class="button cursor-pointer focus-within:outline-2 focus-within:outline-offset-2"
			>Take one in
			<input
				class="sr-only"
				type="file"
				name="file"
				accept=".json"
				onchange={(event) => event.currentTarget.form?.requestSubmit()}
			/>
		</label>
	</form>
</div>
<p class="mt-1 mb-3 text-ink-soft">
	What a rating, or its recency, asks for, as data. They show their source and edition: check the current
	regulation. Copy one to make it another authority’s, or the school’s.
</p>
{#if refused.message}<p class="mb-2 text-limit" role="alert">✕ {refused.message}</p>{/if}
<Table
	caption="Rule sets"
	empty="None."
	rows={data.rows}
	href={({ id }) => `/library/rules/${id}`}
	columns={[
		{ id: 'name', head: 'Set', value: (row) => row.name },
		{ id: 'kind', head: 'For', value: (row) => row.kind },
		{ id: 'source', head: 'Source and edition', value: (row) => row.source },
		{ id: 'requirements', head: 'Requirements', value: (row) => row.requirements, number: true },
		{ id: 'do', head: '', number: true }
	]}
>
	{#snippet cell(row, id)}
		{#if id === 'name'}<a class="font-semibold" href="/library/rules/{row.id}">{row.name}</a>
		{:else if id === 'kind'}{row.kind}
		{:else if id === 'source'}{row.source}<span class="block text-sm text-ink-soft">{row.edition}</span>
		{:else if id === 'requirements'}{row.requirements}
		{:else}
			<span class="flex justify-end gap-2 max-sm:justify-start">
				<form method="POST" action="?/copy" use:enhance>
					<button class="button" name="rules" value={row.id} aria-label="Copy to change: {row.name}"
						>Copy to change</button
					>
				</form>
				<a class="button" href="/api/rules/{row.id}" download aria-label="Save {row.name} as a file">JSON</a>
				{#if row.mine}<form method="POST" action="?/away" use:enhance>
						<button class="button" name="rules" value={row.id}>Put away</button>
					</form>{/if}
			</span>
		{/if}
	{/snippet}
</Table>
