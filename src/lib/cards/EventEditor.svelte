<script lang="ts">
	import type { LeafEvent, PhaseEvent } from '@hanza/core';
	import { CHANNEL_WORDS, EVENT_WORDS, eventOf, leavesOf, newLeaf } from '$lib/cards/editor.svelte.js';
	import Select from '$lib/ui/Select.svelte';

	interface Props {
		event: PhaseEvent;
		label: string;
		onchange: (event: PhaseEvent) => void;
		/** Places that an event can speak of. */
		places?: readonly string[];
	}
	const { event, label, onchange, places = [] }: Props = $props();
	const leaves = $derived(leavesOf(event));
	const how = $derived(event.kind === 'any' ? 'any' : 'all');
	const KINDS = Object.keys(EVENT_WORDS) as LeafEvent['kind'][];
	const CHANNELS = Object.keys(CHANNEL_WORDS) as (keyof typeof CHANNEL_WORDS)[];

	const put = (index: number, leaf: LeafEvent) =>
		onchange(
			eventOf(
				leaves.map((one, i) => (i === index ? leaf : one)),
				how
			)
		);
</script>

{#snippet number(name: string, value: number, step: number, take: (value: number) => void)}
	<input
		class="field w-20 text-sm"
		type="number"
		{step}
		aria-label={name}
		{value}
		onchange={(change) => take(change.currentTarget.valueAsNumber)}
	/>
{/snippet}

<div class="grid gap-1.5" role="group" aria-label={label}>
	{#each leaves as leaf, i (i)}
		<div class="flex flex-wrap items-center gap-1.5">
			{#if i === 0}
				<span class="w-10 text-sm text-ink-soft">{label}</span>
			{:else}
				<Select
					label="How the parts belong together"
					place="unseen"
					class="text-sm"
					value={how as 'all' | 'any'}
					onchange={(next) => onchange(eventOf(leaves, next))}
					options={[
						{ value: 'all', text: 'and' },
						{ value: 'any', text: 'or' }
					]}
				/>
			{/if}
			<Select
				label="Kind of event"
				place="unseen"
				class="text-sm"
				value={leaf.kind}
				onchange={(kind) => put(i, newLeaf(kind, places[0]))}
				options={KINDS.map((kind) => ({ value: kind, text: EVENT_WORDS[kind] }))}
			/>
			{#if leaf.kind === 'elapsed'}
				<input
					class="field w-20 text-sm"
					type="number"
					min="0"
					aria-label="Seconds"
					value={leaf.seconds}
					onchange={(change) => put(i, { ...leaf, seconds: change.currentTarget.valueAsNumber })}
				/> s
			{:else if leaf.kind === 'established'}
				{@render number('Within this share of full scale', leaf.within, 0.05, (within) =>
					put(i, { ...leaf, within })
				)} of full scale for
				{@render number('Held for seconds', leaf.heldSeconds ?? 0, 1, (heldSeconds) =>
					put(i, { ...leaf, heldSeconds })
				)} s
			{:else if leaf.kind === 'turned-in'}
				{@render number('Within this share of full scale', leaf.within, 0.05, (within) =>
					put(i, { ...leaf, within })
				)} of full scale, no more than
				{@render number('Degrees off the course', leaf.offDeg, 5, (offDeg) => put(i, { ...leaf, offDeg }))}°
				off, {@render number('Steepest, degrees', leaf.steepestDeg, 0.5, (steepestDeg) =>
					put(i, { ...leaf, steepestDeg })
				)}° down at the most, for
				{@render number('Held for seconds', leaf.heldSeconds ?? 0, 1, (heldSeconds) =>
					put(i, { ...leaf, heldSeconds })
				)} s
			{:else if leaf.kind === 'circuits'}
				{@render number('Times past the fix', leaf.count, 1, (count) => put(i, { ...leaf, count }))} times past
				the fix
			{:else if leaf.kind === 'marked'}
				it is
			{:else if leaf.kind === 'decided' || leaf.kind === 'abandoned'}
				by a key
			{:else if leaf.kind === 'glidepath'}
				{@render number('Within this share of full scale', leaf.within, 0.05, (within) =>
					put(i, { ...leaf, within })
				)} of full scale
			{:else if !('channel' in leaf)}
				<Select
					label="Place"
					place="unseen"
					class="text-sm"
					value={leaf.aid}
					onchange={(aid) => put(i, { ...leaf, aid })}
					options={places}
				/>
				{#if leaf.kind === 'nearer' || leaf.kind === 'farther'}
					{@render number('Distance', leaf.distanceNm, 0.1, (distanceNm) => put(i, { ...leaf, distanceNm }))} NM
				{:else if leaf.kind === 'beyond'}
					on {@render number('Course', leaf.courseDeg, 1, (courseDeg) => put(i, { ...leaf, courseDeg }))}°
				{:else if leaf.kind === 'radial'}
					{@render number('Radial', leaf.radialDeg, 1, (radialDeg) => put(i, { ...leaf, radialDeg }))}°
				{/if}
			{:else}
				<Select
					label="What it looks at"
					place="unseen"
					class="text-sm"
					value={leaf.channel}
					onchange={(channel) => put(i, { ...leaf, channel })}
					options={CHANNELS.map((channel) => ({ value: channel, text: CHANNEL_WORDS[channel] }))}
				/>
				{#if leaf.kind === 'reversed'}
					<Select
						label="Turned back from"
						place="unseen"
						class="text-sm"
						value={leaf.from}
						onchange={(from) => put(i, { ...leaf, from })}
						options={[
							{ value: 'top', text: 'from the top' },
							{ value: 'bottom', text: 'from the bottom' }
						]}
					/>
					by
					<input
						class="field w-20 text-sm"
						type="number"
						aria-label="By how much"
						value={leaf.by}
						onchange={(change) => put(i, { ...leaf, by: change.currentTarget.valueAsNumber })}
					/>
				{:else}
					<input
						class="field w-20 text-sm"
						type="number"
						aria-label="Value"
						value={leaf.value}
						onchange={(change) => put(i, { ...leaf, value: change.currentTarget.valueAsNumber })}
					/>
					{#if leaf.kind === 'within'}
						±
						<input
							class="field w-16 text-sm"
							type="number"
							aria-label="Within"
							value={leaf.tolerance}
							onchange={(change) => put(i, { ...leaf, tolerance: change.currentTarget.valueAsNumber })}
						/>
					{/if}
					for
					<input
						class="field w-16 text-sm"
						type="number"
						min="0"
						aria-label="Held for seconds"
						value={leaf.heldSeconds ?? 0}
						onchange={(change) => put(i, { ...leaf, heldSeconds: change.currentTarget.valueAsNumber })}
					/> s
				{/if}
			{/if}
			{#if leaves.length > 1}
				<button
					type="button"
					class="cursor-pointer px-1 text-ink-soft hover:text-limit"
					aria-label="Take this part away"
					onclick={() =>
						onchange(
							eventOf(
								leaves.filter((_, other) => other !== i),
								how
							)
						)}>✕</button
				>
			{/if}
			{#if i === leaves.length - 1 && leaves.length < 6}
				<button
					type="button"
					class="cursor-pointer px-1 text-sm text-accent underline"
					onclick={() => onchange(eventOf([...leaves, newLeaf('elapsed')], how))}>and …</button
				>
			{/if}
		</div>
	{/each}
</div>
