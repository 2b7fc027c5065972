<script lang="ts">
	import { enhance } from '$app/forms';

	const { data } = $props();
	interface Sides {
		above: number;
		below: number;
	}
	const sides = ({ above, below }: Sides) => (above === below ? `±${above}` : `+${above} −${below}`);
</script>

<svelte:head><title>Standards · Hanza</title></svelte:head>

<h1>Standards</h1>
<p class="mt-1 text-ink-soft">
	What a flight is graded by. Those that ship are summaries: check the current edition before a real test.
	Copy one to make it the school’s own.
</p>
<section class="sheet mt-4 overflow-x-auto">
	<table class="table stacks">
		<thead>
			<tr>
				<th>Standard</th><th class="number">Altitude, ft</th><th class="number">Heading, °</th><th
					class="number">Airspeed, kt</th
				><th class="number">Needle</th><th class="number">Lasting, s</th><th></th>
			</tr>
		</thead>
		<tbody>
			{#each data.standards as one (one.id)}
				<tr>
					<td>
						<a href="/library/standards/{one.id}">{one.name}</a>{one.mine ? ' (own)' : ''}
						<span class="block text-sm text-ink-soft">{one.source} ({one.edition})</span>
					</td>
					<td class="number whitespace-nowrap">{sides(one.altitudeFt)}</td>
					<td class="number whitespace-nowrap">{sides(one.headingDeg)}</td>
					<td class="number whitespace-nowrap">{sides(one.airspeedKias)}</td>
					<td class="number whitespace-nowrap">{sides(one.needle)}</td>
					<td class="number">{one.excursionSeconds}</td>
					<td>
						<div class="flex justify-end gap-2">
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
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</section>
