<script lang="ts">
	import InstrumentFrame from './InstrumentFrame.svelte';
	import HorizonBars from './HorizonBars.svelte';
	import Layer from './Layer.svelte';
	import { attitudeWords, place } from './geometry.js';

	const { pitchDeg, bankDeg }: { pitchDeg: number; bankDeg: number } = $props();
	const UNITS_PER_DEG = 3.1;
	const shift = $derived(Math.min(35, Math.max(-35, pitchDeg)) * UNITS_PER_DEG);
</script>

<InstrumentFrame ratio={1} label={attitudeWords(pitchDeg, bankDeg)}>
	<Layer>
		<circle cx="100" cy="100" r="98" fill="var(--panel-rim)" />
		<circle cx="100" cy="100" r="94" fill="var(--panel)" />
	</Layer>
	<div class="window">
		<!-- The window shows 156 of the 200 units; shares are of the horizon's own 320. -->
		<div class="horizon" style:transform="rotate({-bankDeg}deg) translateY({(shift / 320) * 100}%)">
			<Layer viewBox="-60 -60 320 320">
				<rect x="-160" y="-260" width="520" height="360" fill="var(--horizon-sky)" />
				<rect x="-160" y="100" width="520" height="360" fill="var(--horizon-ground)" />
				<line x1="-160" y1="100" x2="360" y2="100" stroke="var(--panel-mark)" stroke-width="2.2" />
				<HorizonBars unitsPerDeg={UNITS_PER_DEG} half={24} fontSize={9} />
			</Layer>
		</div>
	</div>
	<!-- The bank scale turns with the horizon; the mark of the case stands still. -->
	<Layer move="rotate({-bankDeg}deg)">
		{#each [-60, -45, -30, -20, -10, 0, 10, 20, 30, 45, 60] as mark (mark)}
			{@const long = mark % 30 === 0}
			{@const a = place(mark, 80)}
			{@const b = place(mark, long ? 93 : 88)}
			<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class={long ? 'tick' : 'minor'} />
		{/each}
	</Layer>
	<Layer>
		<path d="M100 24 L94.5 35 L105.5 35 Z" fill="var(--panel-mark)" stroke="var(--panel)" />
		<g fill="none" stroke-linecap="round">
			<path d="M44 100 H80 L86 108 M156 100 H120 L114 108" stroke="var(--panel)" stroke-width="6" />
			<path d="M44 100 H80 L86 108 M156 100 H120 L114 108" stroke="var(--panel-mark)" stroke-width="3.4" />
		</g>
		<circle cx="100" cy="100" r="3" fill="var(--panel-mark)" stroke="var(--panel)" />
	</Layer>
</InstrumentFrame>

<style>
	.window {
		position: absolute;
		inset: 11%;
		overflow: hidden;
		border-radius: 50%;
	}
	.horizon {
		position: absolute;
		left: 50%;
		top: 50%;
		width: calc(320% / 1.56);
		margin: calc(-160% / 1.56) 0 0 calc(-160% / 1.56);
		aspect-ratio: 1;
		will-change: transform;
	}
</style>
