<script lang="ts">
	import Dial from './Dial.svelte';
	import Layer from './Layer.svelte';
	import Needle from './Needle.svelte';
	import { altimeterWords, place, steps } from './geometry.js';

	interface Props {
		altimeterFt: number;
		settingHpa: number;
		/** Without the small print, for a dial that is drawn small. */
		bare?: boolean;
		/** Bugs at the rim, ft; 0: not set. */
		minimumBugFt?: number;
		altitudeBugFt?: number;
	}
	const { altimeterFt, settingHpa, bare = false, minimumBugFt = 0, altitudeBugFt = 0 }: Props = $props();
	// One turn of the needle is a thousand feet; the counter carries the thousands.
	const needle = $derived((altimeterFt / 1000) * 360);
	const rounded = $derived(Math.round(altimeterFt / 20) * 20);
	const thousands = $derived(Math.trunc(rounded / 1000));
	const rest = $derived(String(Math.abs(rounded % 1000)).padStart(3, '0'));
	const inches = $derived((settingHpa / 33.8639).toFixed(2));
</script>

<Dial label={altimeterWords(altimeterFt, settingHpa, minimumBugFt, altitudeBugFt)}>
	{#each steps(0, 980, 20) as value (value)}
		{@const major = value % 100 === 0}
		{@const a = place((value / 1000) * 360, 92)}
		{@const b = place((value / 1000) * 360, major ? 79 : 86)}
		<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class={major ? 'tick' : 'minor'} />
		{#if major}
			{@const t = place((value / 1000) * 360, 68)}
			<text x={t.x} y={t.y} font-size="15">{value / 100}</text>
		{/if}
	{/each}
	<rect x="62" y="86" width="76" height="28" rx="3" fill="var(--panel-window)" stroke="var(--panel-edge)" />
	{#if !bare}
		<text x="100" y="123" font-size="9" class="quiet">ALTITUDE FT</text>
		<rect
			x="71"
			y="132"
			width="58"
			height="26"
			rx="2"
			fill="var(--panel-window)"
			stroke="var(--panel-edge)"
		/>
	{/if}
	{#if minimumBugFt > 0}
		<!-- Only the hundreds have a place on the rim: the thousands stand in the window below. -->
		<g transform="rotate({(minimumBugFt / 1000) * 360} 100 100)">
			<path d="M94 1 h12 v9 l-6 7 l-6 -7 Z" fill="var(--panel-caution)" />
		</g>
		{#if !bare}<text x="100" y="62" font-size="10" fill="var(--panel-caution)">min {minimumBugFt}</text>{/if}
	{/if}
	{#if altitudeBugFt > 0}
		<g transform="rotate({(altitudeBugFt / 1000) * 360} 100 100)">
			<path d="M92 2 h16 v5 h-16 Z" fill="var(--panel-accent)" />
		</g>
		{#if !bare}<text x="100" y="76" font-size="10" fill="var(--panel-accent)">next {altitudeBugFt}</text>{/if}
	{/if}
	{#snippet moving()}
		<Layer>
			<text x="82" y="101" font-size="20">{rounded < 0 && thousands === 0 ? '−0' : thousands}</text>
			<text x="114" y="101.5" font-size="17">{rest}</text>
			{#if !bare}
				<text x="100" y="140" font-size="10">{settingHpa.toFixed(1)} hPa</text>
				<text x="100" y="151" font-size="9" class="quiet">{inches} inHg</text>
			{/if}
		</Layer>
		<Needle angleDeg={needle} hub={0} d="M97.6 80 L98.8 30 L100 12 L101.2 30 L102.4 80 Z" />
	{/snippet}
</Dial>
