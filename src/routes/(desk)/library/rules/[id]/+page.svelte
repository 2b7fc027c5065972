<script lang="ts">
	import { untrack } from 'svelte';
	import { enhance } from '$app/forms';
	import type { RuleSet } from '@hanza/core';
	import AmountEditor from '$lib/rating/AmountEditor.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Select from '$lib/ui/Select.svelte';
	import { amountWords } from '$lib/rating/words.js';
	import { refusedOf } from '$lib/ui/form.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form as object | null));
	let rules = $state<RuleSet>(untrack(() => structuredClone(data.rules)));
	const disabled = $derived(!data.mine);
	const scale = (unit: 'minutes' | 'count') => (unit === 'minutes' ? 60 : 1);
	function add(): void {
		let n = rules.requirements.length + 1;
		while (rules.requirements.some(({ id }) => id === `requirement-${n}`)) n++;
		rules.requirements.push({
			id: `requirement-${n}`,
			name: 'A requirement',
			unit: 'minutes',
			need: 60,
			amount: { sum: 'totalMinutes', where: [] }
		});
	}
</script>

<svelte:head><title>{data.rules.name} · Hanza</title></svelte:head>

<div class="flex flex-wrap items-center justify-between gap-3">
	<h1>{data.rules.name}</h1>
	<div class="flex gap-2">
		<a class="button" href="/api/rules/{data.rules.id}" download>Save as a file</a>
		<a class="button" href="/library/rules">All rule sets</a>
	</div>
</div>
{#if disabled}<p class="mt-1 text-ink-soft">
		It ships with Hanza and stays as it is; copy it to change it.
	</p>{/if}
{#if refused.message}<p class="mt-2 text-limit" role="alert">✕ {refused.message}</p>{/if}

<form
	method="POST"
	use:enhance={() =>
		({ update }) =>
			update({ reset: false })}
	class="mt-3 grid grid-cols-[minmax(0,1fr)] gap-4"
>
	<input type="hidden" name="document" value={JSON.stringify(rules)} />
	<fieldset class="sheet grid min-w-0 gap-3 p-3 sm:grid-cols-2" {disabled}>
		<label class="grid gap-1">Name <input class="field" bind:value={rules.name} maxlength="120" /></label>
		<label class="grid gap-1">Edition <input class="field" bind:value={rules.edition} maxlength="80" /></label
		>
		<label class="grid gap-1">Source <input class="field" bind:value={rules.source} maxlength="300" /></label>
		<Select
			label="For"
			bind:value={rules.kind}
			options={[
				{ value: 'rating', text: 'a rating that is worked for' },
				{ value: 'recency', text: 'the recency of one that is held' }
			]}
			{disabled}
		/>
		<label class="grid gap-1 sm:col-span-2"
			>How it is read, a line each
			<textarea
				class="field"
				rows={Math.max(3, rules.reading.length)}
				value={rules.reading.join('\n')}
				oninput={(event) =>
					(rules.reading = event.currentTarget.value.split('\n').filter((line) => line.trim() !== ''))}
			></textarea>
		</label>
	</fieldset>
	{#each rules.requirements as requirement, i (requirement.id)}
		<section class="sheet p-2" aria-label={requirement.name} data-testid="requirement">
			<Fold
				title={requirement.name}
				says={`${amountWords(requirement.need, requirement.unit)}${requirement.windowMonths === undefined ? '' : ` within ${requirement.windowMonths} months`}${requirement.source ? `, ${requirement.source}` : ''}`}
			>
				<fieldset class="grid min-w-0 gap-3" {disabled}>
					<div class="flex flex-wrap items-end gap-3">
						<label class="grid grow gap-1"
							>Name <input class="field" bind:value={requirement.name} maxlength="120" /></label
						>
						<label class="grid gap-1"
							>Reference <input
								class="field"
								value={requirement.source ?? ''}
								oninput={(event) => (requirement.source = event.currentTarget.value)}
								maxlength="200"
							/></label
						>
						<Select
							label="Counted in"
							bind:value={requirement.unit}
							options={[
								{ value: 'minutes', text: 'hours' },
								{ value: 'count', text: 'number' }
							]}
							{disabled}
						/>
						<label class="grid gap-1"
							>Asked for
							<input
								class="field w-24"
								type="number"
								min="0"
								step="any"
								value={requirement.need / scale(requirement.unit)}
								oninput={(event) => {
									const value = event.currentTarget.valueAsNumber;
									if (!Number.isNaN(value)) requirement.need = Math.round(value * scale(requirement.unit));
								}}
							/></label
						>
						<label class="grid gap-1"
							>Within calendar months
							<input
								class="field w-24"
								type="number"
								min="0"
								max="240"
								placeholder="ever"
								value={requirement.windowMonths ?? ''}
								oninput={(event) => {
									const value = event.currentTarget.valueAsNumber;
									if (Number.isNaN(value)) delete requirement.windowMonths;
									else requirement.windowMonths = value;
								}}
							/></label
						>
					</div>
					<AmountEditor bind:node={requirement.amount as never} unit={requirement.unit} {disabled} />
					{#if !disabled && rules.requirements.length > 1}<p>
							<button type="button" class="button" onclick={() => rules.requirements.splice(i, 1)}
								>Take “{requirement.name}” out</button
							>
						</p>{/if}
				</fieldset>
			</Fold>
		</section>
	{/each}
	{#if data.mine}
		<p class="flex flex-wrap items-center gap-3">
			<button type="button" class="button" onclick={add}>Add a requirement</button>
			<button class="button button-main">Keep it</button>
			<span class="text-sm text-ink-soft">Checks that were kept go on saying what the set said then.</span>
		</p>
	{/if}
</form>
