<script lang="ts">
	import { place } from './geometry.js';

	interface Props {
		pitchDeg: number;
		bankDeg: number;
		ballDeg: number;
	}
	const { pitchDeg, bankDeg, ballDeg }: Props = $props();
	const UNITS_PER_DEG = 4.4;
	const shift = $derived(Math.min(30, Math.max(-30, pitchDeg)) * UNITS_PER_DEG);
	const ball = $derived(Math.min(12, Math.max(-12, ballDeg)) * 4);
	const id = $props.id();
</script>

<svg
	viewBox="0 0 340 240"
	class="h-full w-full"
	role="img"
	aria-label={`Attitude: pitch ${pitchDeg.toFixed(1)} degrees, bank ${Math.round(Math.abs(bankDeg))} degrees ${bankDeg >= 0 ? 'right' : 'left'}`}
>
	<defs><clipPath id="{id}-frame"><rect x="1" y="1" width="338" height="238" rx="10" /></clipPath></defs>
	<g clip-path="url(#{id}-frame)">
		<g transform="rotate({-bankDeg} 170 120)">
			<g transform="translate(0 {shift})">
				<rect x="-200" y="-280" width="740" height="400" fill="#7d95a3" />
				<rect x="-200" y="120" width="740" height="400" fill="#4b4036" />
				<line x1="-200" x2="540" y1="120" y2="120" stroke="#fbfaf6" stroke-width="2.4" />
				{#each [-20, -15, -10, -5, 5, 10, 15, 20] as bar (bar)}
					{@const half = bar % 10 === 0 ? 40 : 20}
					{@const y = 120 - bar * UNITS_PER_DEG}
					<line x1={170 - half} x2={170 + half} y1={y} y2={y} stroke="#fbfaf6" stroke-width="1.6" />
					{#if bar % 10 === 0}<text x={170 + half + 12} {y}>{Math.abs(bar)}</text>{/if}
				{/each}
			</g>
			<!-- The bank scale turns with the horizon; the mark of the case stands still. -->
			<g transform="translate(70 20)">
				{#each [-60, -45, -30, -20, -10, 0, 10, 20, 30, 45, 60] as mark (mark)}
					{@const a = place(mark, 102)}
					{@const b = place(mark, mark % 30 === 0 ? 116 : 110)}
					<line
						x1={a.x}
						y1={a.y}
						x2={b.x}
						y2={b.y}
						stroke="#fbfaf6"
						stroke-width={mark % 30 === 0 ? 2.4 : 1.4}
					/>
				{/each}
			</g>
		</g>
		<path d="M170 20 l-7 13 h14 Z" fill="#f4f1ea" stroke="#15181b" />
		<path d="M84 120 H140 L150 132 M256 120 H200 L190 132" class="wings" stroke="#15181b" stroke-width="7" />
		<path d="M84 120 H140 L150 132 M256 120 H200 L190 132" class="wings" stroke="#f4f1ea" stroke-width="4" />
		<circle cx="170" cy="120" r="3.5" fill="#f4f1ea" stroke="#15181b" />
		<rect x="110" y="216" width="120" height="16" rx="8" fill="#15181b" />
		<line x1="159" x2="159" y1="214" y2="234" stroke="#f4f1ea" />
		<line x1="181" x2="181" y1="214" y2="234" stroke="#f4f1ea" />
		<circle cx={170 + ball} cy="224" r="7" fill="#f4f1ea" />
	</g>
</svg>

<style>
	text {
		font-family: var(--font-panel);
		font-size: 12px;
		fill: #fbfaf6;
		dominant-baseline: central;
		text-anchor: middle;
	}
	.wings {
		fill: none;
		stroke-linecap: round;
	}
</style>
