<script lang="ts">
	import type { Path } from '@hanza/core';
	import { PATH_FORMS, PATH_KINDS, newPath, valueOf, withField } from '$lib/cards/paths.js';

	interface Props {
		path: Path | undefined;
		places: readonly string[];
		onchange: (path: Path | undefined) => void;
	}
	const { path, places, onchange }: Props = $props();
</script>

<div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm" role="group" aria-label="Flown along">
	<label class="flex items-center gap-1.5">
		<span class="text-ink-soft">flown along</span>
		<select
			class="field"
			value={path?.kind ?? ''}
			onchange={(event) => {
				const kind = event.currentTarget.value as Path['kind'] | '';
				onchange(kind === '' ? undefined : newPath(kind, places[0] ?? 'VSK'));
			}}
		>
			<option value="">nothing</option>
			{#each PATH_KINDS as kind (kind)}<option value={kind}>{PATH_FORMS[kind].words}</option>{/each}
		</select>
	</label>
	{#if path}
		{#each PATH_FORMS[path.kind].fields as field (`${field.key} ${field.label}`)}
			<label class="flex items-center gap-1.5">
				<span class="text-ink-soft">{field.label}</span>
				{#if field.kind === 'number'}
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
				{:else}
					<select
						class="field"
						aria-label="Path: {field.label}"
						value={valueOf(path, field)}
						onchange={(event) => onchange(withField(path, field, event.currentTarget.value))}
					>
						{#each field.kind === 'place' ? places : field.options as option (option)}
							<option>{option}</option>
						{/each}
					</select>
				{/if}
			</label>
		{/each}
	{/if}
</div>
