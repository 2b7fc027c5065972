<script lang="ts">
	import {
		configurationWords,
		formatClock,
		formatTarget,
		itemName,
		TARGET_KINDS,
		type TaskCard
	} from '@hanza/core';
	import Readout from '../controls/Readout.svelte';

	interface Props {
		card: TaskCard;
		phase: number;
		phaseSeconds: number;
		shown: boolean;
	}
	const { card, phase, phaseSeconds, shown }: Props = $props();
	const current = $derived(card.phases[phase]);
	const configured = $derived(current?.configuration ? configurationWords(current.configuration) : '');
	/** Once it is decided what comes after the minimum, what comes next is of that. */
	const next = $derived(
		card.phases.slice(phase + 1).find(({ after }) => !current?.after || after === current.after)
	);
	const open = $derived(next?.after !== undefined && !current?.after);
</script>

<!-- An approach's words take two lines here and there: one height for all, or the dials move with them. -->
<div
	class="flex items-center gap-5 px-4 py-2 {card.approach ? 'min-h-[6.2rem]' : 'min-h-[4.2rem]'}"
	data-testid="targets"
>
	{#if !shown}
		<p class="text-sm text-panel-soft">Targets hidden. <kbd>H</kbd> shows them.</p>
	{:else if current}
		<div class="w-[25rem] shrink-0">
			<p class="truncate text-sm text-panel-soft">
				Phase {phase + 1} of {card.phases.length} ·
				<span class="inline-block w-10 align-bottom"><Readout text={formatClock(phaseSeconds)} /></span>
				{#if open}· then: as you decide{:else if next}· then: {next.name}{/if}
			</p>
			<p class="truncate text-lg font-bold" data-testid="phase">{current.name}</p>
			<p class="line-clamp-2 text-sm leading-tight text-panel-text" title={current.instruction}>
				{current.instruction}
			</p>
		</div>
		<dl class="flex gap-5">
			{#each TARGET_KINDS as kind (kind)}
				{@const target = current.targets[kind]}
				{#if target}
					<div>
						<dt class="text-xs text-panel-soft">
							{itemName(kind)}{target.mode === 'reach' ? ', to reach' : ''}
						</dt>
						<dd class="text-xl whitespace-nowrap text-panel-accent">{formatTarget(kind, target.value)}</dd>
					</div>
				{/if}
			{/each}
			{#if current.floorFt !== undefined}
				<div>
					<dt class="text-xs text-panel-soft">not below</dt>
					<dd class="text-xl whitespace-nowrap text-panel-accent">{current.floorFt} ft</dd>
				</div>
			{/if}
			{#if configured}
				<div>
					<dt class="text-xs text-panel-soft">configuration</dt>
					<dd class="text-xl whitespace-nowrap text-panel-accent">{configured}</dd>
				</div>
			{/if}
		</dl>
	{:else if phase >= card.phases.length}
		<p class="text-lg font-bold">The card is flown. Finish when you are ready.</p>
	{:else}
		<p class="text-lg">{card.name}</p>
	{/if}
</div>
