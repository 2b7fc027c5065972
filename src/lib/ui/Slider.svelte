<script lang="ts">
	import { Slider } from 'bits-ui';

	interface Props {
		label: string;
		value?: number;
		min?: number;
		max?: number;
		step?: number;
		/** Read out in place of the number. */
		text?: string;
		onchange?: (value: number) => void;
		/** When the hand leaves it. */
		oncommit?: (value: number) => void;
		on?: 'desk' | 'panel';
		orientation?: 'horizontal' | 'vertical';
		class?: string;
		/** False: the keys belong to the flight; it is moved by pointer only. */
		keys?: boolean;
	}
	let {
		label,
		value = $bindable(0),
		min = 0,
		max = 1,
		step = 0.01,
		text,
		onchange,
		oncommit,
		on = 'desk',
		orientation = 'horizontal',
		class: wide = '',
		keys = true
	}: Props = $props();
	/*
	 * The kept slider counts in whole steps: what stands between two steps, as a lever moved by a key does, would else
	 * be pulled to the nearest by it, and that would be a movement that nobody made.
	 */
	const most = $derived(Math.max(1, Math.round((max - min) / step)));
	const place = $derived(Math.min(most, Math.max(0, Math.round((value - min) / step))));
	const at = (steps: number) => Math.min(max, Number((min + steps * step).toFixed(6)));
	const upright = $derived(orientation === 'vertical');
	const tone = $derived(on === 'panel' ? 'bg-panel-edge' : 'bg-line');
	const done = $derived(on === 'panel' ? 'bg-panel-dim' : 'bg-accent');
	const thumb = $derived(
		on === 'panel' ? 'border-panel-ink bg-panel-ink' : 'border-accent bg-sheet hover:bg-accent-soft'
	);
</script>

<Slider.Root
	type="single"
	value={place}
	onValueChange={(steps) => {
		if (steps === place) return;
		value = at(steps);
		onchange?.(value);
	}}
	onValueCommit={(steps) => oncommit?.(at(steps))}
	min={0}
	max={most}
	step={1}
	{orientation}
	thumbPositioning="exact"
	class="relative flex touch-none items-center select-none {upright
		? 'h-full w-8 flex-col'
		: 'h-8 min-w-16'} {wide}"
>
	<span class="relative grow rounded-full {tone} {upright ? 'w-1' : 'h-1 w-full'}">
		<Slider.Range class="absolute rounded-full {done} {upright ? 'w-full' : 'h-full'}" />
	</span>
	<Slider.Thumb index={0}>
		{#snippet child({ props })}
			<span
				{...props}
				{...keys ? {} : { tabindex: -1, onkeydown: undefined }}
				class="thumb block cursor-grab rounded-full border-2 {thumb} {upright ? 'h-3 w-7' : 'size-4'}"
				aria-label={label}
				aria-valuemin={min}
				aria-valuemax={max}
				aria-valuenow={Number(value.toFixed(4))}
				aria-valuetext={text}
			></span>
		{/snippet}
	</Slider.Thumb>
</Slider.Root>
