<script lang="ts">
	import { enhance } from '$app/forms';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';

	const { data, form } = $props();
	let standard = $derived(data.standards[0]?.id ?? '');
	// Another card in the address, as from the palette, is another card here.
	let card = $derived(
		data.cards.some(({ id }) => id === data.chosenCard) ? data.chosenCard : (usualCard() ?? '')
	);
	/** The first that ships, not the newest of one's own. */
	function usualCard(): string | undefined {
		return (data.cards.find(({ kept }) => !kept) ?? data.cards[0])?.id;
	}
	let failure = $state('none');
	const groups = $derived([...new Set(data.cards.map(({ group }) => group))]);
	const chosenCard = $derived(data.cards.find(({ id }) => id === card));
	const refused = $derived(refusedOf(form));
	/** What was typed before a refusal, or what the field begins with. */
	const typed = (name: string, usual = '') => refused.entered[name] ?? usual;
	const shows = $derived(data.failures.find(({ kind }) => kind === failure)?.shows);
	const chosenStandard = $derived(data.standards.find(({ id }) => id === standard));
	const aircraft = $derived(
		data.aircraft.find(({ id }) => id === data.cards.find((one) => one.id === card)?.aircraft)
	);
</script>

<svelte:head><title>Set a task · Hanza</title></svelte:head>

<!-- What is wrong with a field is said by its full name: the label leans on its neighbours. -->
{#snippet number(name: string, label: string, called: string, usual = '')}
	<label class="grid gap-1">
		<span>{label}</span>
		<input class="field w-20" {name} inputmode="decimal" value={typed(name, usual)} />
		<FieldError words={refused.errors[name]} name={called} />
	</label>
{/snippet}

<h1>Set a task</h1>
<form
	method="POST"
	action="?/set"
	use:enhance={() =>
		({ update }) =>
			update({ reset: false })}
	class="mt-3 grid items-start gap-4 lg:grid-cols-2"
>
	<div class="sheet grid gap-4 p-5">
		<label class="grid gap-1">
			<span>Student</span>
			<select class="field" name="student" required>
				{#each data.students as { id, name } (id)}<option value={id} selected={id === data.chosen}
						>{name}</option
					>{/each}
			</select>
		</label>
		<div class="grid gap-1">
			<label class="grid gap-1">
				<span>Card</span>
				<select class="field" name="card" bind:value={card} required>
					{#each groups as group (group)}
						<optgroup label={group}>
							{#each data.cards.filter((one) => one.group === group) as { id, name } (id)}
								<option value={id}>{name}</option>
							{/each}
						</optgroup>
					{/each}
				</select>
			</label>
			{#if chosenCard}
				<p class="text-sm text-ink-soft">
					{chosenCard.summary}
					<a href="/cards/{chosenCard.id}">{chosenCard.kept ? 'See or change it' : 'See it'}</a>
				</p>
				{#if chosenCard.kept}
					<p>
						<button
							class="button"
							formaction="?/remove"
							name="card"
							value={chosenCard.id}
							aria-label="Remove {chosenCard.name}">Remove it from your cards</button
						>
					</p>
				{/if}
			{/if}
		</div>
		<label class="grid gap-1">
			<span>Graded against</span>
			<select class="field" name="standard" bind:value={standard}>
				{#each data.standards as { id, name } (id)}<option value={id}>{name}</option>{/each}
			</select>
			{#if chosenStandard}<span class="text-sm text-ink-soft"
					>{chosenStandard.source} ({chosenStandard.edition})</span
				>{/if}
		</label>
		<label class="grid gap-1">
			<span>Assist</span>
			<select class="field" name="assist">
				<option value="any">the student’s choice</option>
				<option value="attitude">attitude held: releasing the controls holds pitch and bank</option>
				<option value="direct">direct: the controls move the surfaces</option>
			</select>
		</label>
		<label class="grid gap-1">
			<span>A word to the student</span>
			<textarea class="field" name="note" rows="3" maxlength="500">{typed('note')}</textarea>
			<FieldError words={refused.errors.note} name="A word to the student" />
		</label>
		{#if refused.message}<p class="text-limit" role="alert">{refused.message}</p>{/if}
		<div><button class="button button-main">Set it</button></div>
	</div>

	<div class="sheet grid gap-4 p-5">
		<p class="text-sm text-ink-soft">What is left as it is comes from the card.</p>
		<fieldset class="flex flex-wrap items-end gap-3">
			<legend class="mb-1 font-semibold">Wind</legend>
			{@render number('windFromDeg', 'Wind from, °', 'Wind direction', '0')}
			{@render number('windSpeedKt', 'at, kt', 'Wind speed', '0')}
			{@render number('gustKt', 'gusts add, kt', 'Gusts', '0')}
			<label class="grid gap-1">
				<span>Turbulence</span>
				<select class="field" name="turbulence" value={typed('turbulence', 'none')}>
					{#each ['none', 'light', 'moderate', 'severe'] as level (level)}<option value={level}
							>{level}</option
						>{/each}
				</select>
			</label>
		</fieldset>
		<fieldset class="flex flex-wrap items-end gap-3">
			<legend class="mb-1 font-semibold">Air and cloud</legend>
			{@render number('temperatureOffsetC', '±°C of standard', 'Temperature')}
			{@render number('seaLevelPressureHpa', 'QNH, hPa', 'QNH')}
			{@render number('cloudBaseFt', 'base, ft', 'Cloud base')}
			{@render number('cloudTopsFt', 'tops, ft', 'Cloud tops')}
			{@render number('visibilityKm', 'visibility, km', 'Visibility')}
			<label class="grid gap-1">
				<span>Looking out</span>
				<select class="field" name="outside" value={typed('outside', 'card')}>
					<option value="card">as the card says</option>
					<option value="hood">under the hood</option>
					<option value="seen">whatever is to be seen</option>
				</select>
			</label>
		</fieldset>
		<fieldset class="flex flex-wrap items-end gap-3">
			<legend class="mb-1 font-semibold">{aircraft?.name ?? 'Aircraft'}</legend>
			<label class="grid gap-1">
				<span>Loading</span>
				<select class="field" name="loading">
					<option value="card">as the card says</option>
					{#each aircraft?.loadings ?? [] as { id, name, massKg } (id)}
						<option value={id}>{name}, {massKg} kg</option>
					{/each}
				</select>
			</label>
			<label class="grid gap-1">
				<span>Vertical speed</span>
				<select class="field" name="verticalSpeed" value={typed('verticalSpeed', 'own')}>
					<option value="own"
						>its own ({aircraft?.verticalSpeed === 'chamber' ? 'lagging' : 'instantaneous'})</option
					>
					<option value="chamber">lagging</option>
					<option value="instantaneous">instantaneous</option>
				</select>
			</label>
			{#if aircraft}<a class="pb-1" href="/aircraft/{aircraft.id}">its numbers by loading and day</a>{/if}
		</fieldset>
		<fieldset class="flex flex-wrap items-end gap-3">
			<legend class="mb-1 font-semibold">Scan</legend>
			<label class="grid gap-1">
				<span>School</span>
				<select class="field" name="school" value={typed('school', 'card')}>
					<option value="card">as the card says</option>
					{#each data.schools as { id, name } (id)}<option value={id}>{name}</option>{/each}
				</select>
			</label>
			<label class="grid gap-1">
				<span>Panel veiled but for what is looked at</span>
				<select class="field" name="veil" value={typed('veil', 'card')}>
					<option value="card">as the card says</option>
					<option value="dim">dim</option>
					<option value="blur">blurred</option>
					<option value="black">black</option>
				</select>
			</label>
		</fieldset>
		<fieldset class="flex flex-wrap items-end gap-3">
			<legend class="mb-1 font-semibold">Failure</legend>
			<label class="grid gap-1">
				<span>Failure</span>
				<select class="field" name="failure" bind:value={failure}>
					<option value="none">none</option>
					{#each data.failures as { kind, name } (kind)}<option value={kind}>{name}</option>{/each}
				</select>
			</label>
			{@render number('failFromSeconds', 'not before, s', 'Failure not before', '60')}
			{@render number('failToSeconds', 'not after, s', 'Failure not after', '180')}
			{@render number('creepSeconds', 'creeping, s', 'Creeping time', '0')}
			<p class="w-full text-sm text-ink-soft">
				{shows
					? `What the student sees: ${shows}.`
					: 'You can also fail things while the student flies: Watch, on the students’ page.'}
			</p>
		</fieldset>
	</div>
</form>
