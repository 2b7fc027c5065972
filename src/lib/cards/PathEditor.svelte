<script lang="ts">
	import type { Path } from '@hanza/core';
	import { PATH_FIELDS, PATH_KINDS, PATH_WORDS, newPath, withField } from '$lib/cards/paths.js';

	interface Props {
		path: Path | undefined;
		places: readonly string[];
		onchange: (path: Path | undefined) => void;
	}
	const { path, places, onchange }: Props = $props();
	const valueOf = (one: Path, key: string) => (one as Record<string, unknown>)[key];
</script>

{#snippet place(label: string, value: string, take: (id: string) => void)}
	<label class="flex items-center gap-1.5">
		<span class="text-ink-soft">{label}</span>
		<select
			class="field"
			{value}
			aria-label="Path: {label}"
			onchange={(event) => take(event.currentTarget.value)}
		>
			{#each places as id (id)}<option>{id}</option>{/each}
		</select>
	</label>
{/snippet}

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
			{#each PATH_KINDS as kind (kind)}<option value={kind}>{PATH_WORDS[kind]}</option>{/each}
		</select>
	</label>
	{#if path?.kind === 'position'}
		{@render place('first', path.aids[0], (id) => onchange({ ...path, aids: [id, path.aids[1]] }))}
		{@render place('second', path.aids[1], (id) => onchange({ ...path, aids: [path.aids[0], id] }))}
	{:else if path}
		{@render place('at', path.aid, (id) => onchange({ ...path, aid: id }))}
		{#each PATH_FIELDS[path.kind] as field (field.key)}
			<label class="flex items-center gap-1.5">
				<span class="text-ink-soft">{field.label}</span>
				{#if field.kind === 'choice'}
					<select
						class="field"
						value={String(valueOf(path, field.key))}
						onchange={(event) => onchange(withField(path, field, event.currentTarget.value))}
					>
						{#each field.options as option (option)}<option>{option}</option>{/each}
					</select>
				{:else}
					<input
						class="field w-20"
						type="number"
						step="any"
						min={field.min}
						max={field.max}
						value={(valueOf(path, field.key) as number | undefined) ?? ''}
						onchange={(event) => onchange(withField(path, field, event.currentTarget.valueAsNumber))}
					/>
					{field.unit}
				{/if}
			</label>
		{/each}
	{/if}
</div>
