<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form));
	const groups = $derived([...new Set(data.cards.map(({ group }) => group))]);
</script>

<svelte:head><title>Cards · Hanza</title></svelte:head>

<h1>Cards</h1>
{#if refused.message}<p class="mt-2 text-limit" role="alert">{refused.message}</p>{/if}
<div class="mt-3 grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
	<div class="sheet overflow-x-auto">
		<table class="table">
			<thead>
				<tr><th>Card</th><th>Aircraft</th><th class="number">Phases</th><th></th></tr>
			</thead>
			{#each groups as group (group)}
				<tbody>
					<tr><th colspan="4" class="pt-3 font-semibold text-ink">{group}</th></tr>
					{#each data.cards.filter((card) => card.group === group) as card (card.id)}
						<tr>
							<td>
								<a href="/cards/{card.id}" class="font-semibold">{card.name}</a>
								<span class="block text-sm text-ink-soft">{card.summary}</span>
							</td>
							<td class="whitespace-nowrap text-sm">{card.aircraft}</td>
							<td class="number">{card.phases}</td>
							<td class="number whitespace-nowrap">
								<form method="POST" use:enhance class="inline-flex gap-1">
									<input type="hidden" name="card" value={card.id} />
									<button class="button" formaction="?/copy" aria-label="Copy {card.name}">Copy</button>
									<a
										class="button"
										href="/api/cards/{card.id}"
										download="{card.id}.json"
										aria-label="Share {card.name} as a file">File</a
									>
									{#if card.mine}<button class="button" formaction="?/remove" aria-label="Remove {card.name}"
											>Remove</button
										>{/if}
								</form>
							</td>
						</tr>
					{/each}
				</tbody>
			{/each}
		</table>
	</div>
	<div class="grid min-w-0 gap-4">
		<form
			method="POST"
			action="?/createFromPattern"
			use:enhance={() =>
				({ update }) =>
					update({ reset: false })}
			class="sheet grid gap-3 p-4"
		>
			<h2>Lay out a pattern</h2>
			<label class="grid gap-1">
				<span>Pattern</span>
				<select
					class="field w-full min-w-0"
					name="pattern"
					value={refused.entered.pattern ?? data.patterns[0]?.id}
				>
					{#each data.patterns as { id, name } (id)}<option value={id}>{name}</option>{/each}
				</select>
				<FieldError words={refused.errors.pattern} />
			</label>
			<label class="grid gap-1">
				<span>Aircraft</span>
				<select class="field" name="aircraft" value={refused.entered.aircraft ?? data.aircraft[0]?.id}>
					{#each data.aircraft as { id, name } (id)}<option value={id}>{name}</option>{/each}
				</select>
			</label>
			<div class="grid grid-cols-2 gap-3">
				<label class="grid gap-1">
					<span>Altitude, ft</span>
					<input
						class="field w-full min-w-0"
						name="altitudeFt"
						inputmode="numeric"
						value={refused.entered.altitudeFt ?? '1500'}
						required
					/>
					<FieldError words={refused.errors.altitudeFt} name="Altitude" />
				</label>
				<label class="grid gap-1">
					<span>Heading, °</span>
					<input
						class="field w-full min-w-0"
						name="headingDeg"
						inputmode="numeric"
						value={refused.entered.headingDeg ?? '90'}
						required
					/>
					<FieldError words={refused.errors.headingDeg} name="Heading" />
				</label>
			</div>
			<div><button class="button button-main">Make the card</button></div>
		</form>
		<form
			method="POST"
			action="?/import"
			enctype="multipart/form-data"
			use:enhance
			class="sheet grid gap-3 p-4"
		>
			<h2>From a file</h2>
			<label class="grid gap-1">
				<span>A card as JSON</span>
				<input
					class="field w-full min-w-0"
					type="file"
					name="file"
					accept=".json,application/json"
					required
				/>
				<FieldError words={refused.errors.file} />
			</label>
			<div><button class="button">Take it in</button></div>
		</form>
	</div>
</div>
