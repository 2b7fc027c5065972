<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import Table from '$lib/ui/Table.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { data, form } = $props();
</script>

<svelte:head><title>Areas · Hanza</title></svelte:head>

<h1>Areas</h1>
<p class="mt-1 text-ink-soft">
	Invented places to fly in: coast, hills, airports, stations, fixes and airways. Not for navigation.
</p>
<div class="mt-4">
	<Table
		caption="Areas"
		empty="No area."
		rows={data.areas}
		href={({ id }) => `/library/areas/${id}`}
		columns={[
			{ id: 'name', head: 'Area', value: (row) => row.name },
			{ id: 'airports', head: 'Airports', value: (row) => row.airports, number: true },
			{ id: 'stations', head: 'Stations', value: (row) => row.stations, number: true },
			{ id: 'fixes', head: 'Fixes', value: (row) => row.fixes, number: true },
			{ id: 'do', head: 'Do' }
		]}
	>
		{#snippet cell(area, id)}
			{#if id === 'name'}<a href="/library/areas/{area.id}">{area.name}</a>
			{:else if id === 'airports'}{area.airports}
			{:else if id === 'stations'}{area.stations}
			{:else if id === 'fixes'}{area.fixes}
			{:else}
				<div class="flex flex-wrap gap-2">
					{#if data.mayKeep}
						<form method="POST" action="?/copy" use:enhance>
							<input type="hidden" name="area" value={area.id} />
							<button class="button">Copy to change</button>
						</form>
					{/if}
					<a class="button" href="/api/areas/{area.id}" download="{area.id}.geojson">GeoJSON</a>
					{#if area.mine}
						<form method="POST" action="?/remove" use:enhance>
							<input type="hidden" name="area" value={area.id} />
							<button class="button">Remove</button>
						</form>
					{/if}
				</div>
			{/if}
		{/snippet}
	</Table>
</div>
{#if data.mayKeep}
	<form
		class="sheet mt-4 flex flex-wrap items-center gap-3 p-3"
		method="POST"
		action="?/import"
		enctype="multipart/form-data"
		use:enhance
	>
		<label class="flex min-w-0 flex-wrap items-center gap-2"
			>Take in an area as GeoJSON
			<input
				class="field min-w-0 max-w-full"
				type="file"
				name="file"
				accept=".geojson,.json,application/geo+json"
				required
			/>
		</label>
		<button class="button">Take it in</button>
		<FieldError words={refusedOf(form).errors.file} />
	</form>
{/if}
