<script lang="ts">
	import type { Path } from '@hanza/core';
	import { PATH_FORMS, PATH_KINDS, newPath, valueOf, withField } from '$lib/cards/paths.js';
	import Select from '$lib/ui/Select.svelte';

	interface Props {
		path: Path | undefined;
		places: readonly string[];
		onchange: (path: Path | undefined) => void;
	}
	const { path, places, onchange }: Props = $props();
</script>

<div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm" role="group" aria-label="Flown along">
	<Select
		label="flown along"
		place="before"
		value={path?.kind ?? ''}
		onchange={(kind) => onchange(kind === '' ? undefined : newPath(kind, places[0] ?? 'VSK'))}
		options={[
			{ value: '', text: 'nothing' },
			...PATH_KINDS.map((kind) => ({ value: kind, text: PATH_FORMS[kind].words }))
		]}
	/>
	{#if path}
		{#each PATH_FORMS[path.kind].fields as field (`${field.key} ${field.label}`)}
			{#if field.kind === 'number'}
				<label class="flex items-center gap-1.5">
					<span class="text-ink-soft">{field.label}</span>
					<input
						class="field w-20"
						type="number"
						step="any"
						min={field.min}
						max={field.max}
						value={valueOf(path, field) ?? ''}
						onchange={(event) => onchange(withField(path, field, event.currentTarget.valueAsNumber))}
					/>
					{field.unit}
				</label>
			{:else}
				<Select
					label={field.label}
					place="before"
					value={String(valueOf(path, field) ?? '')}
					onchange={(value) => onchange(withField(path, field, value))}
					options={field.kind === 'place' ? places : field.options}
				/>
			{/if}
		{/each}
	{/if}
</div>
