<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import Checkbox from '$lib/ui/Checkbox.svelte';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form));
	const typed = (name: string, value: string | number) => refused.entered[name] ?? String(value);
	const RULES = [
		['excursionSeconds', 'An excursion that lasts longer fails, s', () => data.standard.excursionSeconds],
		['backSeconds', 'It ends once back inside for, s', () => data.standard.backSeconds],
		['farTimes', 'So many times the tolerance fails at once', () => data.standard.farTimes],
		[
			'outsidePercent',
			'More than this share of the time outside fails, %',
			() => Math.round(1000 * data.standard.outsideShare) / 10
		]
	] as const;
	const WORDS = [
		['name', 'Name', 100],
		['edition', 'Edition', 60],
		['source', 'Source', 300]
	] as const;
	const sides = ({ above, below }: { above: number; below: number }) =>
		above === below ? `±${above}` : `+${above} −${below}`;
</script>

<svelte:head><title>{data.standard.name} · Hanza</title></svelte:head>

<div class="flex items-baseline justify-between gap-3">
	<h1>{data.standard.name}</h1>
	<a class="button" href="/library/standards">All standards</a>
</div>
{#if !data.mine}
	<p class="mt-1 text-ink-soft">
		{data.standard.source} ({data.standard.edition}). It ships with Hanza and stays as it is; copy it to
		change it.
	</p>
{/if}
{#if refused.message}<p class="mt-2 text-limit" role="alert">{refused.message}</p>{/if}
<form
	method="POST"
	use:enhance={() =>
		({ update }) =>
			update({ reset: false })}
	class="mt-4 grid grid-cols-[minmax(0,1fr)] gap-4"
>
	<fieldset class="min-w-0 sheet grid gap-3 p-3 sm:grid-cols-3" disabled={!data.mine}>
		{#each WORDS as [name, label, most] (name)}
			<label class="grid content-start gap-1"
				>{label}
				<input class="field" {name} maxlength={most} value={typed(name, data.standard[name])} />
				<FieldError words={refused.errors[name]} name={label} />
			</label>
		{/each}
	</fieldset>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="sheet overflow-x-auto" role="region" aria-label="Limits, item by item" tabindex="0">
		<fieldset class="min-w-0" disabled={!data.mine}>
			<table class="table">
				<thead>
					<tr>
						<th>Item</th><th class="number">Above</th><th class="number">Below</th><th
							class="w-24 whitespace-normal">Decides the verdict</th
						>
						{#each data.beside as name (name)}<th
								class="number w-28 align-bottom text-sm whitespace-normal text-ink-soft">{name}</th
							>{/each}
					</tr>
				</thead>
				<tbody>
					{#each data.items as item (item.kind)}
						<tr>
							<td class="whitespace-nowrap">{item.name}, {item.unit}</td>
							{#each ['above', 'below'] as const as side (side)}
								{@const field = `${item.kind}-${side}`}
								<td class="number">
									<input
										class="field w-24 text-right"
										name={field}
										inputmode="decimal"
										aria-label="{item.name} {side}"
										value={typed(field, item[side])}
									/>
									<span class="block"
										><FieldError words={refused.errors[field]} name="{item.name} {side}" /></span
									>
								</td>
							{/each}
							<td>
								<Checkbox
									label="{item.name} decides the verdict"
									unseen
									name="{item.kind}-decisive"
									value="yes"
									checked={form ? typed(`${item.kind}-decisive`, '') === 'yes' : item.decisive}
								/>
							</td>
							{#each item.beside as one, i (i)}
								<td class="number whitespace-nowrap text-ink-soft">{sides(one)}</td>
							{/each}
						</tr>
					{/each}
				</tbody>
			</table>
		</fieldset>
	</div>
	<fieldset class="sheet grid min-w-0 gap-3 p-3 sm:grid-cols-4" disabled={!data.mine}>
		{#each RULES as [name, label, value] (name)}
			<label class="grid content-between gap-1"
				>{label}
				<input class="field" {name} inputmode="decimal" value={typed(name, value())} />
				<FieldError words={refused.errors[name]} name={label} />
			</label>
		{/each}
	</fieldset>
	{#if data.mine}
		<p class="flex items-center gap-3">
			<button class="button button-main">Keep it</button>
			<span class="text-sm text-ink-soft"
				>Flights that have been graded keep the standard as it was when they began.</span
			>
		</p>
	{/if}
</form>
