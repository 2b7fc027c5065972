<script lang="ts">
	import type { Condition } from '@hanza/core';
	import X from '@lucide/svelte/icons/x';
	import ConditionEditor from './ConditionEditor.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Select from '$lib/ui/Select.svelte';
	import { DEVICE_OPTIONS, FIELD_OPTIONS, FLAG_OPTIONS } from './rule-words.js';

	interface Props {
		conditions: Condition[];
		disabled: boolean;
		/** Within "any of these" there is no further one. */
		simple?: boolean;
	}
	let { conditions = $bindable(), disabled, simple = false }: Props = $props();

	type Kind = 'device' | 'flag' | 'atLeast' | 'atMost' | 'any';
	const kindOf = (one: Condition): Kind =>
		'device' in one
			? 'device'
			: 'flag' in one
				? 'flag'
				: 'any' in one
					? 'any'
					: 'atLeast' in one
						? 'atLeast'
						: 'atMost';
	const FRESH: Record<Kind, Condition> = {
		device: { device: ['airplane'] },
		flag: { flag: 'instrumentInstructor' },
		atLeast: { field: 'approachCount', atLeast: 1 },
		atMost: { field: 'placesWithoutApproach', atMost: 0 },
		any: { any: [[{ flag: 'instrumentRules' }]] }
	};
	const KINDS: { value: Kind; text: string }[] = [
		{ value: 'device', text: 'flown in' },
		{ value: 'flag', text: 'with, or without' },
		{ value: 'atLeast', text: 'at least' },
		{ value: 'atMost', text: 'at most' },
		{ value: 'any', text: 'any of these' }
	];
	const fresh = (kind: Kind): Condition => structuredClone(FRESH[kind]);
</script>

<ul class="grid gap-1.5">
	{#each conditions as condition, i (i)}
		<li class="flex flex-wrap items-center gap-2">
			<Select
				label="Condition {i + 1}"
				place="unseen"
				value={kindOf(condition)}
				onchange={(kind) => (conditions[i] = fresh(kind))}
				options={simple ? KINDS.filter(({ value }) => value !== 'any') : KINDS}
				{disabled}
			/>
			{#if 'device' in condition}
				{#if disabled}
					<span
						>{DEVICE_OPTIONS.filter(({ value }) => condition.device.includes(value))
							.map(({ text }) => text)
							.join(', ')}</span
					>
				{:else}
					<span class="flex flex-wrap gap-x-3">
						{#each DEVICE_OPTIONS as { value, text } (value)}
							<Checkbox
								label={text}
								checked={condition.device.includes(value)}
								onchange={(checked) => {
									const rest = condition.device.filter((one) => one !== value);
									const next = checked ? [...rest, value] : rest;
									if (next.length > 0) condition.device = next;
								}}
							/>
						{/each}
					</span>
				{/if}
			{:else if 'flag' in condition}
				<Select
					label="with or without"
					place="unseen"
					value={(condition.is ?? true) ? 'with' : 'without'}
					onchange={(word) => (condition.is = word === 'with')}
					options={['with', 'without'].map((value) => ({ value, text: value }))}
					{disabled}
				/>
				<Select
					label="of what"
					place="unseen"
					bind:value={condition.flag}
					options={FLAG_OPTIONS}
					{disabled}
				/>
			{:else if 'field' in condition}
				<input
					class="field w-24"
					type="number"
					min="0"
					aria-label={'atLeast' in condition ? 'at least' : 'at most'}
					value={'atLeast' in condition ? condition.atLeast : condition.atMost}
					oninput={(event) => {
						const value = event.currentTarget.valueAsNumber;
						if (Number.isNaN(value)) return;
						if ('atLeast' in condition) condition.atLeast = value;
						else condition.atMost = value;
					}}
					{disabled}
				/>
				<Select
					label="of what"
					place="unseen"
					bind:value={condition.field}
					options={FIELD_OPTIONS}
					{disabled}
				/>
			{:else}
				<div class="grid gap-2 border-l-2 border-line pl-3">
					{#each condition.any.keys() as k (k)}
						<div>
							<span class="text-sm text-ink-soft">{k === 0 ? 'all of' : 'or all of'}</span>
							<ConditionEditor
								bind:conditions={() => condition.any[k]!, (next) => (condition.any[k] = next)}
								{disabled}
								simple
							/>
						</div>
					{/each}
					{#if !disabled}<button
							type="button"
							class="button w-fit"
							onclick={() => condition.any.push([{ flag: 'tracking' }])}>Or …</button
						>{/if}
				</div>
			{/if}
			{#if !disabled}<button
					type="button"
					class="cursor-pointer text-ink-soft hover:text-ink"
					aria-label="Take condition {i + 1} out"
					onclick={() => conditions.splice(i, 1)}><X class="size-4" aria-hidden="true" /></button
				>{/if}
		</li>
	{/each}
	{#if !disabled}<li>
			<button
				type="button"
				class="cursor-pointer text-sm text-accent hover:underline"
				onclick={() => conditions.push(fresh('device'))}>+ a condition</button
			>
		</li>{/if}
</ul>
