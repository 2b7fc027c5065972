<script lang="ts">
	import Dial from './Dial.svelte';
	import { place } from './geometry.js';

	const { pitchDeg, bankDeg }: { pitchDeg: number; bankDeg: number } = $props();
	const UNITS_PER_DEG = 3.1;
	const shift = $derived(Math.min(35, Math.max(-35, pitchDeg)) * UNITS_PER_DEG);
	const bars = [-20, -15, -10, -5, 5, 10, 15, 20];
	const id = $props.id();
</script>

<Dial
	label={`Attitude: pitch ${pitchDeg.toFixed(1)} degrees, bank ${Math.round(Math.abs(bankDeg))} degrees ${bankDeg >= 0 ? 'right' : 'left'}`}
>
	<defs><clipPath id="{id}-face"><circle cx="100" cy="100" r="78" /></clipPath></defs>
	<g clip-path="url(#{id}-face)">
		<g transform="rotate({-bankDeg} 100 100)">
			<g transform="translate(0 {shift})">
				<rect x="-60" y="-160" width="320" height="260" fill="#7d95a3" />
				<rect x="-60" y="100" width="320" height="260" fill="#4b4036" />
				<line x1="-60" y1="100" x2="260" y2="100" stroke="#fbfaf6" stroke-width="2.2" />
				{#each bars as bar (bar)}
					{@const half = bar % 10 === 0 ? 24 : 12}
					{@const y = 100 - bar * UNITS_PER_DEG}
					<line x1={100 - half} y1={y} x2={100 + half} y2={y} stroke="#fbfaf6" stroke-width="1.6" />
					{#if bar % 10 === 0}
						<text x={100 - half - 9} {y} font-size="9">{Math.abs(bar)}</text>
						<text x={100 + half + 9} {y} font-size="9">{Math.abs(bar)}</text>
					{/if}
				{/each}
			</g>
		</g>
	</g>
	<!-- The bank scale turns with the horizon; the mark of the case stands still. -->
	<g transform="rotate({-bankDeg} 100 100)">
		{#each [-60, -45, -30, -20, -10, 0, 10, 20, 30, 45, 60] as mark (mark)}
			{@const long = mark % 30 === 0}
			{@const a = place(mark, 80)}
			{@const b = place(mark, long ? 93 : 88)}
			<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class={long ? 'tick' : 'minor'} />
		{/each}
	</g>
	<path d="M100 24 L94.5 35 L105.5 35 Z" fill="#f4f1ea" stroke="#15181b" />
	<path
		d="M44 100 H80 L86 108 M156 100 H120 L114 108"
		stroke="#15181b"
		stroke-width="6"
		fill="none"
		stroke-linecap="round"
	/>
	<path
		d="M44 100 H80 L86 108 M156 100 H120 L114 108"
		stroke="#f4f1ea"
		stroke-width="3.4"
		fill="none"
		stroke-linecap="round"
	/>
	<circle cx="100" cy="100" r="3" fill="#f4f1ea" stroke="#15181b" />
</Dial>
