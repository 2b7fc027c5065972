<script lang="ts">
	import { formatHeading, normalizeDeg } from '@hanza/core';
	import CompassCard from '../dials/CompassCard.svelte';
	import Dial from '../dials/Dial.svelte';
	import Layer from '../dials/Layer.svelte';

	interface Props {
		headingDeg: number;
		/** From the nose. */
		pointerDeg: number;
		valid: boolean;
		source: string;
	}
	const { headingDeg, pointerDeg, valid, source }: Props = $props();
	const bearing = $derived(normalizeDeg(headingDeg + pointerDeg));
</script>

<!-- The card turns with the heading, so that the head of the pointer stands on the bearing to the station. -->
<Dial
	label={valid
		? `${source}: bearing to the station ${formatHeading(bearing)}`
		: `${source}: pointer tells nothing`}
>
	<path d="M100 22 L95 9 L105 9 Z" fill="var(--panel-mark)" />
	{#snippet moving()}
		<Layer move="rotate({-headingDeg}deg)"><CompassCard outer={88} tens={77} fives={82} letters={64} /></Layer
		>
		{#if valid}
			<Layer move="rotate({pointerDeg}deg)">
				<path d="M100 24 L109 46 H103 V96 H97 V46 H91 Z" fill="var(--needle-one)" />
				<path d="M97 104 H103 V156 L108 174 L100 168 L92 174 L97 156 Z" fill="var(--panel-dim)" />
			</Layer>
		{/if}
		<Layer>
			<text x="2" y="14" font-size="14" fill="var(--panel-soft)" style:text-anchor="start">{source}</text>
			{#if !valid}<text x="100" y="92" font-size="17" fill="var(--panel-caution)" text-anchor="middle"
					>✕ off</text
				>{/if}
		</Layer>
	{/snippet}
</Dial>
