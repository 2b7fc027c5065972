<script lang="ts">
	import Dial from './Dial.svelte';
	import Layer from './Layer.svelte';
	import { place } from './geometry.js';

	const { turnRateDegPerSecond, ballDeg }: { turnRateDegPerSecond: number; ballDeg: number } = $props();
	/** Standard rate, 3°/s, lies at 20° of the needle. */
	const needle = $derived(Math.min(45, Math.max(-45, (turnRateDegPerSecond / 3) * 20)));
	const ball = $derived(Math.min(24, Math.max(-24, ballDeg * 3.2)) * 1.6);
</script>

<Dial
	label={`Turn rate ${turnRateDegPerSecond.toFixed(1)} degrees a second, ball ${Math.abs(ballDeg) < 1 ? 'centred' : ballDeg > 0 ? 'right' : 'left'}`}
>
	{#each [-20, 0, 20] as mark (mark)}
		{@const a = place(mark, 92)}
		{@const b = place(mark, 76)}
		<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="var(--panel-ink)" stroke-width="5" />
	{/each}
	{#each [-40, -10, 10, 40] as mark (mark)}
		{@const a = place(mark, 90)}
		{@const b = place(mark, 82)}
		<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class="minor" />
	{/each}
	<text x="52" y="62" font-size="13">L</text>
	<text x="148" y="62" font-size="13">R</text>
	<text x="100" y="176" font-size="9" class="quiet">TURN · MARK 2 MIN</text>
	<!-- The tube curves down at its middle; the ball runs along it. -->
	<path
		d="M54 134 Q100 156 146 134"
		fill="none"
		stroke="var(--panel-pale)"
		stroke-width="17"
		stroke-linecap="round"
	/>
	<path
		d="M54 134 Q100 156 146 134"
		fill="none"
		stroke="var(--panel-line)"
		stroke-width="14"
		stroke-linecap="round"
	/>
	{#snippet moving()}
		<Layer move="translate({ball / 2}%, {(-(ball ** 2) * 0.0051) / 2}%)">
			<circle cx="100" cy="145" r="7" fill="var(--panel-mark)" />
		</Layer>
		<Layer>
			<line x1="91" y1="136" x2="91" y2="153" stroke="var(--panel-pale)" stroke-width="1.6" />
			<line x1="109" y1="136" x2="109" y2="153" stroke="var(--panel-pale)" stroke-width="1.6" />
		</Layer>
		<Layer move="rotate({needle}deg)" origin="50% 56%">
			<path class="needle" d="M96.5 112 L98.5 40 L100 30 L101.5 40 L103.5 112 Z" />
			<circle class="hub" cx="100" cy="112" r="6" />
		</Layer>
	{/snippet}
</Dial>
