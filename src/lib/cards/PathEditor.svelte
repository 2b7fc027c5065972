<script lang="ts">
	import type { Guide } from '@hanza/core';
	import { GUIDE_FIELDS, GUIDE_KINDS, GUIDE_WORDS, newGuide, withField } from '$lib/cards/paths.js';

	interface Props {
		guide: Guide | undefined;
		places: readonly string[];
		onchange: (guide: Guide | undefined) => void;
	}
	const { guide, places, onchange }: Props = $props();
	const valueOf = (one: Guide, key: string) => (one as Record<string, unknown>)[key];
</script>

{#snippet place(label: string, value: string, take: (id: string) => void)}
	<label class="flex items-center gap-1.5">
		<span class="text-ink-soft">{label}</span>
		<select
			class="field"
			{value}
			aria-label="Guide: {label}"
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
			value={guide?.kind ?? ''}
			onchange={(event) => {
				const kind = event.currentTarget.value as Guide['kind'] | '';
				onchange(kind === '' ? undefined : newGuide(kind, places[0] ?? 'VSK'));
			}}
		>
			<option value="">nothing</option>
			{#each GUIDE_KINDS as kind (kind)}<option value={kind}>{GUIDE_WORDS[kind]}</option>{/each}
		</select>
	</label>
	{#if guide?.kind === 'position'}
		{@render place('first', guide.aids[0], (id) => onchange({ ...guide, aids: [id, guide.aids[1]] }))}
		{@render place('second', guide.aids[1], (id) => onchange({ ...guide, aids: [guide.aids[0], id] }))}
	{:else if guide}
		{@render place('at', guide.aid, (id) => onchange({ ...guide, aid: id }))}
		{#each GUIDE_FIELDS[guide.kind] as field (field.key)}
			<label class="flex items-center gap-1.5">
				<span class="text-ink-soft">{field.label}</span>
				{#if field.kind === 'choice'}
					<select
						class="field"
						value={String(valueOf(guide, field.key))}
						onchange={(event) => onchange(withField(guide, field, event.currentTarget.value))}
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
						value={(valueOf(guide, field.key) as number | undefined) ?? ''}
						onchange={(event) => onchange(withField(guide, field, event.currentTarget.valueAsNumber))}
					/>
					{field.unit}
				{/if}
			</label>
		{/each}
	{/if}
</div>
