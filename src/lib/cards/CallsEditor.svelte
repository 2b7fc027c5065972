<script lang="ts">
	import { placesOf, type Call } from '@hanza/core';
	import type { CardEditor } from '$lib/cards/editor.svelte.js';
	import Switch from '$lib/ui/Switch.svelte';
	import Select from '$lib/ui/Select.svelte';

	const { editor }: { editor: CardEditor } = $props();
	const { card } = $derived(editor);
	const places = $derived(editor.area ? placesOf(editor.area).map(({ id }) => id) : []);
	const holds = $derived(card.phases.some(({ path }) => path?.kind === 'hold'));

	const SHOWN = [
		{ key: 'windInBrief', text: 'the brief tells the wind', usual: true },
		{ key: 'windInFlight', text: 'the wind worked out so far is shown while flying', usual: false },
		{ key: 'planInFlight', text: 'the plan is seen while flying', usual: false }
	] as const;

	function put(index: number, change: Partial<Call>): void {
		Object.assign(card.calls![index]!, change);
		editor.changed();
	}
	function add(): void {
		const taken = new Set(card.calls?.map(({ id }) => id));
		let n = 1;
		while (taken.has(`call-${n}`)) n++;
		const call: Call = {
			id: `call-${n}`,
			name: 'At the phase',
			at: { kind: 'phase', phase: card.phases[0]!.id },
			items: ['Time', 'Turn', 'Talk'],
			withinSeconds: 12
		};
		card.calls = [...(card.calls ?? []), call];
		editor.changed();
	}
	function remove(index: number): void {
		const left = card.calls!.filter((_, i) => i !== index);
		if (left.length > 0) card.calls = left;
		else delete card.calls;
		editor.changed();
	}
	/** "phase leg-1", "passing LSK", "outbound": what one choice stands for. */
	const valueOf = ({ at }: Call): string =>
		at.kind === 'phase' ? `phase ${at.phase}` : at.kind === 'passing' ? `passing ${at.aid}` : 'outbound';
	function atOf(value: string): Call['at'] {
		const [kind, what = ''] = value.split(' ');
		if (kind === 'phase') return { kind, phase: what };
		return kind === 'passing' ? { kind, aid: what } : { kind: 'outbound' };
	}
	const itemsOf = (text: string): string[] =>
		text
			.split(',')
			.map((item) => item.trim().slice(0, 40))
			.filter(Boolean)
			.slice(0, 8);
</script>

<section class="sheet p-4" aria-label="Calls">
	<div class="flex items-baseline justify-between">
		<h2>Calls and memory items</h2>
		<button type="button" class="button" onclick={add}>Add a call</button>
	</div>
	{#each card.calls ?? [] as call, i (call.id)}
		<div class="mt-2 flex flex-wrap items-center gap-2 text-sm" data-testid="call-editor">
			<input
				class="field w-36"
				maxlength="40"
				aria-label="Name of the call"
				value={call.name}
				onchange={(event) => put(i, { name: event.currentTarget.value })}
			/>
			<Select
				label="When it is due"
				place="unseen"
				value={valueOf(call)}
				onchange={(value) => put(i, { at: atOf(value) })}
				options={[
					...card.phases.map(({ id }, p) => ({ value: `phase ${id}`, text: `as phase ${p + 1} begins` })),
					...places.map((id) => ({ value: `passing ${id}`, text: `passing ${id}` })),
					...(holds ? [{ value: 'outbound', text: 'after the turn outbound' }] : [])
				]}
			/>
			<input
				class="field min-w-48 grow"
				aria-label="Items, one after the other"
				value={call.items.join(', ')}
				onchange={(event) => put(i, { items: itemsOf(event.currentTarget.value) })}
			/>
			<label class="flex items-center gap-1.5"
				>reminded after
				<input
					class="field w-16"
					type="number"
					min="2"
					max="120"
					value={call.withinSeconds}
					onchange={(event) => put(i, { withinSeconds: event.currentTarget.valueAsNumber })}
				/> s</label
			>
			<button type="button" class="button" onclick={() => remove(i)}>Take away</button>
		</div>
	{:else}
		<p class="mt-1 text-sm text-ink-soft">
			A short list of your own, due when a phase begins or a place is passed; the student ticks it by one key.
		</p>
	{/each}
	<div class="mt-3 flex flex-wrap gap-x-5 gap-y-1 text-sm">
		{#each SHOWN as { key, text, usual } (key)}
			<Switch
				label={text}
				checked={card[key] ?? usual}
				onchange={(checked) => {
					if (checked === usual) delete card[key];
					else card[key] = !usual;
					editor.changed();
				}}
			/>
		{/each}
	</div>
</section>
