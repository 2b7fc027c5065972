<script lang="ts">
	import { untrack } from 'svelte';
	import type { Situation, TaskCard } from '@hanza/core';
	import Select from '$lib/ui/Select.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';

	interface Props {
		card: TaskCard;
		flapStepsDeg: readonly number[];
		situation: Situation;
		onfly: (situation: Situation) => void;
		onkeep: (name: string, situation: Situation) => Promise<boolean>;
		onclose: () => void;
	}
	const { card, flapStepsDeg, situation, onfly, onkeep, onclose }: Props = $props();

	// A copy to be changed: the flight stays where it is until the pilot goes.
	let start = $state(
		untrack(() => ({
			...situation.start,
			altitudeFt: Math.round(situation.start.altitudeFt),
			headingDeg: Math.round(situation.start.headingDeg),
			airspeedKias: Math.round(situation.start.airspeedKias),
			verticalSpeedFpm: Math.round(situation.start.verticalSpeedFpm / 50) * 50,
			northNm: Math.round((situation.start.northNm ?? 0) * 100) / 100,
			eastNm: Math.round((situation.start.eastNm ?? 0) * 100) / 100,
			bankDeg: Math.round(situation.start.bankDeg ?? 0),
			flapsDeg:
				flapStepsDeg.find((step) => step >= situation.start.flapsDeg - 0.1) ?? flapStepsDeg.at(-1) ?? 0
		}))
	);
	let fromPhase = $state(untrack(() => Math.min(situation.fromPhase, card.phases.length - 1)));
	let name = $state('');
	let kept = $state<string | null>(null);

	const chosen = (): Situation => ({ ...situation, fromPhase, start: $state.snapshot(start) });
	const FIELDS = [
		{ key: 'altitudeFt', text: 'altitude, ft', min: 200, max: 15000 },
		{ key: 'headingDeg', text: 'heading, °', min: 0, max: 360 },
		{ key: 'airspeedKias', text: 'speed, kt', min: 40, max: 300 },
		{ key: 'verticalSpeedFpm', text: 'vertical, ft/min', min: -2000, max: 2000 },
		{ key: 'bankDeg', text: 'bank, ° right', min: -60, max: 60 },
		{ key: 'northNm', text: 'north, NM', min: -100, max: 100 },
		{ key: 'eastNm', text: 'east, NM', min: -100, max: 100 }
	] as const;

	async function keep(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (await onkeep(name.trim(), chosen())) kept = name.trim();
	}
</script>

<Dialog open title="Elsewhere, or keep this situation" on="panel" {onclose}>
	<form
		class="grid gap-3"
		onsubmit={(event) => {
			event.preventDefault();
			onfly(chosen());
		}}
	>
		<h2 class="text-lg">Begin elsewhere</h2>
		<div class="grid grid-cols-4 gap-2">
			{#each FIELDS as { key, text, min, max } (key)}
				<label class="grid gap-0.5 text-sm text-panel-soft"
					>{text}
					<input
						class="panel-entry w-full"
						type="number"
						step="any"
						required
						{min}
						{max}
						bind:value={start[key]}
					/>
				</label>
			{/each}
			<Select
				label="flap"
				on="panel"
				bind:value={start.flapsDeg}
				options={flapStepsDeg.map((step) => ({ value: step, text: `${step}°` }))}
			/>
		</div>
		<Select
			label="with the phase"
			on="panel"
			bind:value={fromPhase}
			options={card.phases.map((phase, i) => ({ value: i, text: `${i + 1}. ${phase.name}` }))}
		/>
		<p class="flex gap-2">
			<button class="knob">Fly from there</button>
			<button type="button" class="knob" onclick={onclose}>Stay here</button>
		</p>
		<p class="text-sm text-panel-soft">It begins as a flight of its own. What you have flown is kept.</p>
	</form>
	<form class="mt-4 grid gap-2 border-t border-panel-line pt-3" onsubmit={keep}>
		<h2 class="text-lg">Propose it to your instructor as a card</h2>
		<p class="flex gap-2">
			<input
				class="panel-entry grow"
				required
				maxlength="80"
				placeholder="Name of the card"
				bind:value={name}
			/>
			<button class="knob">Propose</button>
		</p>
		{#if kept}<p class="text-sm" role="status">“{kept}” waits for your instructor to take it.</p>{/if}
	</form>
</Dialog>
