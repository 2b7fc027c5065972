<script lang="ts" module>
	import type { Condition, NumberField } from '@hanza/core';

	/** A node of an amount, whichever depth the schema allows it. */
	export type AmountNode =
		| { sum: NumberField | 'one'; where: Condition[]; cap?: number }
		| { plus: AmountNode[]; cap?: number }
		| { greatest: AmountNode[] };
</script>

<script lang="ts">
	import X from '@lucide/svelte/icons/x';
	import Select from '$lib/ui/Select.svelte';
	import AmountEditor from './AmountEditor.svelte';
	import ConditionEditor from './ConditionEditor.svelte';
	import { SUM_OPTIONS } from './rule-words.js';

	interface Props {
		node: AmountNode;
		unit: 'minutes' | 'count';
		disabled: boolean;
		depth?: number;
	}
	let { node = $bindable(), unit, disabled, depth = 0 }: Props = $props();

	type Kind = 'sum' | 'plus' | 'greatest';
	const kind = $derived<Kind>('sum' in node ? 'sum' : 'plus' in node ? 'plus' : 'greatest');
	const aSum = (): AmountNode => ({ sum: unit === 'count' ? 'one' : 'totalMinutes', where: [] });
	const become = (next: Kind): void => {
		if (next === kind) return;
		const now = $state.snapshot(node) as AmountNode;
		node =
			next === 'sum'
				? 'sum' in now
					? now
					: aSum()
				: next === 'plus'
					? { plus: 'greatest' in now ? now.greatest : [now] }
					: { greatest: 'plus' in now ? now.plus : [now] };
	};
	const KINDS: { value: Kind; text: string }[] = [
		{ value: 'sum', text: 'the sum of' },
		{ value: 'plus', text: 'together' },
		{ value: 'greatest', text: 'the greatest of' }
	];
	const parts = $derived('plus' in node ? node.plus : 'greatest' in node ? node.greatest : []);
	const scale = $derived(unit === 'minutes' ? 60 : 1);
</script>

<div class="grid gap-2">
	<div class="flex flex-wrap items-center gap-2">
		{#if depth < 3}<Select
				label="Amount"
				place="unseen"
				value={kind}
				onchange={become}
				options={KINDS}
				{disabled}
			/>{/if}
		{#if 'sum' in node}<Select
				label="The sum of"
				place="unseen"
				bind:value={node.sum}
				options={SUM_OPTIONS}
				{disabled}
			/>{/if}
		{#if !('greatest' in node)}
			<label class="flex items-center gap-1.5 text-sm text-ink-soft"
				>no more than
				<input
					class="field w-20"
					type="number"
					min="0"
					step="any"
					value={node.cap === undefined ? '' : node.cap / scale}
					oninput={(event) => {
						if ('greatest' in node) return;
						const value = event.currentTarget.valueAsNumber;
						if (Number.isNaN(value)) delete node.cap;
						else node.cap = Math.round(value * scale);
					}}
					{disabled}
				/>{unit === 'minutes' ? 'h' : ''}</label
			>
		{/if}
	</div>
	{#if 'sum' in node}
		<div class="border-l-2 border-line pl-3"><ConditionEditor bind:conditions={node.where} {disabled} /></div>
	{:else}
		<ul class="grid gap-3 border-l-2 border-line pl-3">
			{#each parts as _, i (i)}
				<li class="flex items-start gap-2">
					<div class="grow">
						<AmountEditor
							bind:node={() => parts[i]!, (next) => (parts[i] = next)}
							{unit}
							{disabled}
							depth={depth + 1}
						/>
					</div>
					{#if !disabled && parts.length > 1}<button
							type="button"
							class="cursor-pointer text-ink-soft hover:text-ink"
							aria-label="Take part {i + 1} out"
							onclick={() => parts.splice(i, 1)}><X class="size-4" aria-hidden="true" /></button
						>{/if}
				</li>
			{/each}
			{#if !disabled}<li>
					<button
						type="button"
						class="cursor-pointer text-sm text-accent hover:underline"
						onclick={() => parts.push(aSum())}>+ a part</button
					>
				</li>{/if}
		</ul>
	{/if}
</div>
