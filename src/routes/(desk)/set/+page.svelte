<script lang="ts">
	import { enhance } from '$app/forms';

	const { data, form } = $props();
	// svelte-ignore state_referenced_locally
	let standard = $state(data.standards[0]?.id ?? '');
	const chosenStandard = $derived(data.standards.find(({ id }) => id === standard));
</script>

<svelte:head><title>Set a task · Hanza</title></svelte:head>

<h1>Set a task</h1>
<form method="POST" use:enhance class="sheet mt-3 grid max-w-2xl gap-4 p-5">
	<label class="grid gap-1">
		<span>Student</span>
		<select class="field" name="student" required>
			{#each data.students as { id, name } (id)}<option value={id} selected={id === data.chosen}
					>{name}</option
				>{/each}
		</select>
	</label>
	<fieldset class="grid gap-2">
		<legend class="mb-1">Card</legend>
		{#each data.cards as card, i (card.id)}
			<label class="flex gap-2">
				<input type="radio" name="card" value={card.id} checked={i === 0} required class="accent-accent" />
				<span>{card.name}<span class="block text-sm text-ink-soft">{card.summary}</span></span>
			</label>
		{/each}
	</fieldset>
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
		<textarea class="field" name="note" rows="3" maxlength="500"></textarea>
	</label>
	{#if form?.message}<p class="text-limit" role="alert">{form.message}</p>{/if}
	<div><button class="button button-main">Set it</button></div>
</form>
