<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { data, form } = $props();
</script>

<svelte:head><title>Areas · Hanza</title></svelte:head>

<h1>Areas</h1>
<p class="mt-1 text-ink-soft">
	Invented places to fly in: coast, hills, airports, stations, fixes and airways. Not for navigation.
</p>
<section class="sheet mt-4">
	<table class="table stacks">
		<thead>
			<tr
				><th>Area</th><th class="number">Airports</th><th class="number">Stations</th><th class="number"
					>Fixes</th
				><th></th></tr
			>
		</thead>
		<tbody>
			{#each data.areas as area (area.id)}
				<tr>
					<td><a href="/library/areas/{area.id}">{area.name}</a></td>
					<td class="number">{area.airports}</td>
					<td class="number">{area.stations}</td>
					<td class="number">{area.fixes}</td>
					<td>
						<div class="flex flex-wrap justify-end gap-2">
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
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</section>
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
