<script lang="ts">
	import { itemName, placesOf, TARGET_KINDS, type Phase } from '@hanza/core';
	import type { CardEditor } from '$lib/cards/editor.svelte.js';
	import EventEditor from './EventEditor.svelte';
	import PathEditor from './PathEditor.svelte';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Select from '$lib/ui/Select.svelte';

	interface Props {
		editor: CardEditor;
		phase: Phase;
		index: number;
		flapSteps: number[];
		hasGear: boolean;
	}
	const { editor, phase, index, flapSteps, hasGear }: Props = $props();
	const places = $derived(editor.area ? placesOf(editor.area).map(({ id }) => id) : []);
	const CHANGES = ['pitch', 'power', 'bank'] as const;

	function together(kind: (typeof CHANGES)[number], allowed: boolean): void {
		const now = phase.togetherAllowed ?? [];
		phase.togetherAllowed = allowed ? [...now, kind] : now.filter((one) => one !== kind);
		if (phase.togetherAllowed.length === 0) delete phase.togetherAllowed;
		editor.changed();
	}

	function configure(change: NonNullable<Phase['configuration']>): void {
		const next = { ...phase.configuration, ...change };
		for (const key of Object.keys(next) as (keyof typeof next)[])
			if (next[key] === undefined) delete next[key];
		if (Object.keys(next).length > 0) phase.configuration = next;
		else delete phase.configuration;
		editor.changed();
	}

	/** A side of a tolerance; an empty field is the standard's. */
	function tolerate(kind: (typeof TARGET_KINDS)[number], side: 'above' | 'below', value: number): void {
		const target = phase.targets[kind]!;
		if (Number.isNaN(value)) delete target.tolerance;
		else
			target.tolerance = { above: value, below: value, ...target.tolerance, [side]: value } as {
				above: number;
				below: number;
			};
		editor.changed();
	}
</script>

<div class="grid gap-3">
	<div class="grid gap-2 sm:grid-cols-[1fr_7rem]">
		<label class="grid gap-1 text-sm">
			<span class="text-ink-soft">Name</span>
			<input class="field" maxlength="60" bind:value={phase.name} onchange={() => editor.changed()} />
		</label>
		<label class="grid gap-1 text-sm">
			<span class="text-ink-soft">Weight</span>
			<input
				class="field"
				type="number"
				min="0"
				max="10"
				step="0.5"
				bind:value={phase.weight}
				onchange={() => editor.changed()}
			/>
		</label>
	</div>
	<label class="grid gap-1 text-sm">
		<span class="text-ink-soft">What the student is told</span>
		<textarea
			class="field"
			rows="2"
			maxlength="300"
			bind:value={phase.instruction}
			onchange={() => editor.changed()}></textarea>
	</label>
	<table class="w-full text-sm" aria-label="Targets of {phase.name}">
		<thead class="text-left text-ink-soft">
			<tr
				><th>Target</th><th>Value</th><th></th><th>to settle, s</th><th
					>limits +/−, of the standard if empty</th
				></tr
			>
		</thead>
		<tbody>
			{#each TARGET_KINDS as kind (kind)}
				{@const target = phase.targets[kind]}
				<tr>
					<td class="py-0.5">
						<Checkbox
							label={itemName(kind)}
							checked={target !== undefined}
							onchange={(checked) => editor.setTarget(index, kind, checked)}
						/>
					</td>
					{#if target}
						<td>
							<input
								class="field w-20"
								type="number"
								aria-label="{itemName(kind)}: value"
								bind:value={target.value}
								onchange={() => editor.changed()}
							/>
						</td>
						<td>
							<Select
								label="{itemName(kind)}: hold or reach"
								place="unseen"
								options={[
									{ value: 'hold', text: 'hold' },
									{ value: 'reach', text: 'reach by the end' }
								]}
								bind:value={target.mode}
								onchange={() => editor.changed()}
							/>
						</td>
						<td>
							<input
								class="field w-16"
								type="number"
								min="0"
								aria-label="{itemName(kind)}: seconds to settle"
								value={target.settleSeconds ?? 0}
								disabled={target.mode === 'reach'}
								onchange={(event) => {
									target.settleSeconds = event.currentTarget.valueAsNumber || 0;
									editor.changed();
								}}
							/>
						</td>
						<td class="flex gap-1">
							{#each ['above', 'below'] as const as side (side)}
								<input
									class="field w-16"
									type="number"
									min="0"
									aria-label="{itemName(kind)}: limit {side}"
									value={target.tolerance?.[side] ?? ''}
									onchange={(event) => tolerate(kind, side, event.currentTarget.valueAsNumber)}
								/>
							{/each}
						</td>
					{/if}
				</tr>
			{/each}
		</tbody>
	</table>
	<PathEditor
		path={phase.path}
		{places}
		onchange={(path) => {
			if (path) phase.path = path;
			else delete phase.path;
			editor.changed();
		}}
	/>
	<EventEditor
		{places}
		label="ends"
		event={phase.end}
		onchange={(event) => {
			phase.end = event;
			editor.changed();
		}}
	/>
	<div class="flex flex-wrap items-center gap-x-5 gap-y-1 text-sm">
		<Select
			label="flap"
			place="before"
			value={String(phase.configuration?.flapsDeg ?? '')}
			onchange={(text) => configure({ flapsDeg: text === '' ? undefined : Number(text) })}
			options={[
				{ value: '', text: 'as before' },
				...flapSteps.map((step) => ({ value: String(step), text: `${step}°` }))
			]}
		/>
		{#if hasGear}
			<Select
				label="gear"
				place="before"
				value={phase.configuration?.gearDown === undefined
					? ''
					: phase.configuration.gearDown
						? 'down'
						: 'up'}
				onchange={(text) => configure({ gearDown: text === '' ? undefined : text === 'down' })}
				options={[{ value: '', text: 'as before' }, 'up', 'down']}
			/>
		{/if}
		<span class="flex items-center gap-2">
			<span class="text-ink-soft">may change together</span>
			{#each CHANGES as kind (kind)}
				<Checkbox
					label={kind}
					checked={phase.togetherAllowed?.includes(kind) ?? false}
					onchange={(allowed) => together(kind, allowed)}
				/>
			{/each}
		</span>
	</div>
</div>
