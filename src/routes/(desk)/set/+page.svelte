<script lang="ts">
	import { enhance } from '$app/forms';

	const { data, form } = $props();
	// svelte-ignore state_referenced_locally
	let standard = $state(data.standards[0]?.id ?? '');
	const entered = $derived<Record<string, string>>(form?.entered ?? {});
	let failure = $state('none');
	const shows = $derived(data.failures.find(({ kind }) => kind === failure)?.shows);
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
			<label class="flex items-baseline gap-2">
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
	<fieldset class="grid gap-2 border-t border-line pt-3">
		<legend class="sr-only">Weather and failures</legend>
		<div class="flex flex-wrap items-end gap-3">
			<label class="grid gap-1">
				<span>Wind from, °</span>
				<input class="field w-24" name="windFromDeg" inputmode="numeric" value={entered.windFromDeg ?? '0'} />
			</label>
			<label class="grid gap-1">
				<span>at, kt</span>
				<input class="field w-24" name="windSpeedKt" inputmode="numeric" value={entered.windSpeedKt ?? '0'} />
			</label>
			<label class="grid gap-1">
				<span>Turbulence</span>
				<select class="field" name="turbulence" value={entered.turbulence ?? 'none'}>
					{#each ['none', 'light', 'moderate', 'severe'] as level (level)}<option value={level}
							>{level}</option
						>{/each}
				</select>
			</label>
		</div>
		<div class="flex flex-wrap items-end gap-3">
			<label class="grid gap-1">
				<span>Failure</span>
				<select class="field" name="failure" bind:value={failure}>
					<option value="none">none</option>
					{#each data.failures as { kind, name } (kind)}<option value={kind}>{name}</option>{/each}
				</select>
			</label>
			<label class="grid gap-1">
				<span>not before, s</span>
				<input
					class="field w-24"
					name="failFromSeconds"
					inputmode="numeric"
					value={entered.failFromSeconds ?? '60'}
				/>
			</label>
			<label class="grid gap-1">
				<span>not after, s</span>
				<input
					class="field w-24"
					name="failToSeconds"
					inputmode="numeric"
					value={entered.failToSeconds ?? '180'}
				/>
			</label>
			<label class="grid gap-1">
				<span>creeping over, s</span>
				<input
					class="field w-24"
					name="creepSeconds"
					inputmode="numeric"
					value={entered.creepSeconds ?? '0'}
				/>
			</label>
		</div>
		{#if shows}<p class="text-sm text-ink-soft">What the student sees: {shows}.</p>{/if}
	</fieldset>
	<label class="grid gap-1">
		<span>A word to the student</span>
		<textarea class="field" name="note" rows="3" maxlength="500"></textarea>
	</label>
	{#if form?.message}<p class="text-limit" role="alert">{form.message}</p>{/if}
	<div><button class="button button-main">Set it</button></div>
</form>
