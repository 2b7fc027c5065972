<script lang="ts">
	import type { Aircraft } from '@hanza/core';
	import Dial from './Dial.svelte';
	import Layer from './Layer.svelte';
	import Needle from './Needle.svelte';
	import Ticks from './Ticks.svelte';
	import { angleOn, arc, place } from './geometry.js';

	const { rpm, aircraft }: { rpm: number; aircraft: Aircraft } = $props();
	const scale = { from: 0, to: 3000, fromDeg: -130, toDeg: 130 };
	const at = (value: number) => angleOn(scale, value);
	const green = $derived(aircraft.dials.tachometerGreenRpm);
	const red = $derived([
		place(at(aircraft.engine.maximumRpm), 76),
		place(at(aircraft.engine.maximumRpm), 94)
	]);
</script>

<Dial label={`Engine ${Math.round(rpm / 10) * 10} revolutions a minute`} legend="RPM × 100">
	<path d={arc(at(green[0]), at(green[1]), 87)} fill="none" stroke="var(--arc-normal)" stroke-width="6" />
	<line
		x1={red[0]!.x}
		y1={red[0]!.y}
		x2={red[1]!.x}
		y2={red[1]!.y}
		stroke="var(--arc-limit)"
		stroke-width="4.5"
	/>
	<Ticks {scale} major={500} minor={100} fontSize={15} format={(value) => String(value / 100)} />
	<rect x="70" y="136" width="60" height="22" rx="2" fill="var(--panel-window)" stroke="var(--panel-edge)" />
	{#snippet moving()}
		<Layer><text x="100" y="148" font-size="14">{Math.round(rpm / 10) * 10}</text></Layer>
		<Needle angleDeg={at(rpm)} d="M97.5 112 L98.6 30 L100 20 L101.4 30 L102.5 112 Z" />
	{/snippet}
</Dial>
