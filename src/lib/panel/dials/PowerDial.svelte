<script lang="ts">
	import type { Aircraft } from '@hanza/core';
	import Dial from './Dial.svelte';
	import Layer from './Layer.svelte';
	import Needle from './Needle.svelte';
	import Ticks from './Ticks.svelte';
	import { angleOn, arc, place } from './geometry.js';

	const { manifoldInHg, rpm, aircraft }: { manifoldInHg: number; rpm: number; aircraft: Aircraft } = $props();
	// Two scales that rise on either side, as the levers do.
	const manifold = { from: 10, to: 30, fromDeg: -155, toDeg: -25 };
	const shaft = { from: 0, to: 3000, fromDeg: 155, toDeg: 25 };
	const green = $derived(aircraft.dials.tachometerGreenRpm);
	const greenInHg = $derived(aircraft.dials.manifoldGreenInHg ?? ([15, 25] as const));
	const red = $derived([76, 94].map((radius) => place(angleOn(shaft, aircraft.engine.maximumRpm), radius)));
</script>

<Dial
	label={`Manifold pressure ${manifoldInHg.toFixed(1)} inches of mercury, engine ${Math.round(rpm / 10) * 10} revolutions a minute`}
>
	<path
		d={arc(angleOn(manifold, greenInHg[0]), angleOn(manifold, greenInHg[1]), 87)}
		fill="none"
		stroke="var(--arc-normal)"
		stroke-width="6"
	/>
	<path
		d={arc(angleOn(shaft, green[1]), angleOn(shaft, green[0]), 87)}
		fill="none"
		stroke="var(--arc-normal)"
		stroke-width="6"
	/>
	<line
		x1={red[0]!.x}
		y1={red[0]!.y}
		x2={red[1]!.x}
		y2={red[1]!.y}
		stroke="var(--arc-limit)"
		stroke-width="4.5"
	/>
	<Ticks scale={manifold} major={5} minor={1} fontSize={14} />
	<Ticks scale={shaft} major={500} minor={100} fontSize={13} format={(value) => String(value / 100)} />
	<text x="100" y="62" font-size="10" class="quiet">MAN inHg</text>
	<rect x="74" y="70" width="52" height="24" rx="2" fill="var(--panel-window)" stroke="var(--panel-edge)" />
	<rect x="74" y="106" width="52" height="24" rx="2" fill="var(--panel-window)" stroke="var(--panel-edge)" />
	<text x="100" y="140" font-size="10" class="quiet">RPM × 100</text>
	{#snippet moving()}
		<Layer>
			<text x="100" y="82.5" font-size="17">{manifoldInHg.toFixed(1)}</text>
			<text x="100" y="118.5" font-size="17">{Math.round(rpm / 10) * 10}</text>
		</Layer>
		{#each [angleOn(manifold, manifoldInHg), angleOn(shaft, rpm)] as angleDeg, i (i)}
			<Needle {angleDeg} hub={0} d="M96.8 52 L98.8 24 L100 16 L101.2 24 L103.2 52 Z" />
		{/each}
	{/snippet}
</Dial>
