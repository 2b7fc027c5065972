<script lang="ts">
	import InstrumentFrame from '../dials/InstrumentFrame.svelte';
	import HorizonBars from '../dials/HorizonBars.svelte';
	import Layer from '../dials/Layer.svelte';
	import { attitudeWords, place } from '../dials/geometry.js';

	interface Props {
		pitchDeg: number;
		bankDeg: number;
		ballDeg: number;
	}
	const { pitchDeg, bankDeg, ballDeg }: Props = $props();
	const UNITS_PER_DEG = 4.4;
	const VIEW = '0 0 340 240';
	const shift = $derived(Math.min(30, Math.max(-30, pitchDeg)) * UNITS_PER_DEG);
	const ball = $derived(Math.min(12, Math.max(-12, ballDeg)) * 4);
</script>

<InstrumentFrame ratio={340 / 240} label={attitudeWords(pitchDeg, bankDeg)}>
	<div class="window">
		<div class="horizon" style:transform="rotate({-bankDeg}deg) translateY({(shift / 700) * 100}%)">
			<Layer viewBox="-250 -250 700 700">
				<rect x="-350" y="-450" width="900" height="550" fill="var(--horizon-sky)" />
				<rect x="-350" y="100" width="900" height="550" fill="var(--horizon-ground)" />
				<line x1="-350" x2="550" y1="100" y2="100" stroke="var(--panel-mark)" stroke-width="2.4" />
				<HorizonBars unitsPerDeg={UNITS_PER_DEG} half={40} fontSize={12} />
			</Layer>
		</div>
		<!-- The bank scale turns with the horizon; the mark of the case stands still. -->
		<Layer viewBox={VIEW} move="rotate({-bankDeg}deg)">
			<g transform="translate(70 20)">
				{#each [-60, -45, -30, -20, -10, 0, 10, 20, 30, 45, 60] as mark (mark)}
					{@const a = place(mark, 102)}
					{@const b = place(mark, mark % 30 === 0 ? 116 : 110)}
					<line
						x1={a.x}
						y1={a.y}
						x2={b.x}
						y2={b.y}
						stroke="var(--panel-mark)"
						stroke-width={mark % 30 === 0 ? 2.4 : 1.4}
					/>
				{/each}
			</g>
		</Layer>
		<Layer viewBox={VIEW}>
			<path d="M170 20 l-7 13 h14 Z" fill="var(--panel-mark)" stroke="var(--panel)" />
			<g fill="none" stroke-linecap="round">
				<path d="M84 120 H140 L150 132 M256 120 H200 L190 132" stroke="var(--panel)" stroke-width="7" />
				<path d="M84 120 H140 L150 132 M256 120 H200 L190 132" stroke="var(--panel-mark)" stroke-width="4" />
			</g>
			<circle cx="170" cy="120" r="3.5" fill="var(--panel-mark)" stroke="var(--panel)" />
			<rect x="110" y="216" width="120" height="16" rx="8" fill="var(--panel)" />
			<line x1="159" x2="159" y1="214" y2="234" stroke="var(--panel-mark)" />
			<line x1="181" x2="181" y1="214" y2="234" stroke="var(--panel-mark)" />
		</Layer>
		<Layer viewBox={VIEW} move="translateX({(ball / 340) * 100}%)">
			<circle cx="170" cy="224" r="7" fill="var(--panel-mark)" />
		</Layer>
	</div>
</InstrumentFrame>

<style>
	.window {
		position: absolute;
		inset: 0;
		overflow: hidden;
		border-radius: 10px;
	}
	/* A square about the middle, wide enough for any bank. */
	.horizon {
		position: absolute;
		left: 50%;
		top: 50%;
		width: calc(700% / 3.4);
		margin: calc(-350% / 3.4) 0 0 calc(-350% / 3.4);
		aspect-ratio: 1;
		will-change: transform;
	}
</style>
