<script lang="ts">
	import { enhance } from '$app/forms';
	import Table from '$lib/ui/Table.svelte';

	const { data } = $props();
	interface Sides {
		above: number;
		below: number;
	}
	type Shown = (typeof data.standards)[number];
	const LIMITS = [
		{ id: 'altitudeFt', head: 'Altitude, ft' },
		{ id: 'headingDeg', head: 'Heading, °' },
		{ id: 'airspeedKias', head: 'Airspeed, kt' },
		{ id: 'needle', head: 'Needle' }
	] as const;
	const sides = ({ above, below }: Sides) => (above === below ? `±${above}` : `+${above} −${below}`);
</script>

<svelte:head><title>Standards · Hanza</title></svelte:head>

<h1>Standards</h1>
<p class="mt-1 text-ink-soft">
	What a flight is graded by. Those that ship are summaries: check the current edition before a real test.
	Copy one to make it the school’s own.
</p>
<div class="mt-4">
	<Table
		caption="Standards"
		empty="No standard."
		rows={data.standards}
		href={({ id }) => `/library/standards/${id}`}
		columns={[
			{ id: 'name', head: 'Standard', value: (row) => row.name },
			...LIMITS.map(({ id, head }) => ({
				id,
				head,
				value: (row: Shown) => row[id].above,
				number: true
			})),
			{ id: 'lasting', head: 'Lasting, s', value: (row) => row.excursionSeconds, number: true },
			{ id: 'do', head: 'Do' }
		]}
	>
		{#snippet cell(one, id)}
			{@const limit = LIMITS.find((known) => known.id === id)}
			{#if id === 'name'}
				<span>
					<a href="/library/standards/{one.id}">{one.name}</a>{one.mine ? ' (own)' : ''}
					<span class="block text-sm text-ink-soft">{one.source} ({one.edition})</span>
				</span>
			{:else if limit}<span class="whitespace-nowrap">{sides(one[limit.id])}</span>
			{:else if id === 'lasting'}{one.excursionSeconds}
			{:else}
				<div class="flex gap-2">
					<form method="POST" action="?/copy" use:enhance>
						<button
							class="button whitespace-nowrap"
							name="standard"
							value={one.id}
							aria-label="Copy {one.name} to change">Copy to change</button
						>
					</form>
					{#if one.mine}
						<form method="POST" action="?/away" use:enhance>
							<button
								class="button whitespace-nowrap"
								name="standard"
								value={one.id}
								aria-label="Put {one.name} away">Put away</button
							>
						</form>
					{/if}
				</div>
			{/if}
		{/snippet}
	</Table>
</div>
