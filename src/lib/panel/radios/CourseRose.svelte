<script lang="ts">
	import { formatHeading } from '@hanza/core';
	import CompassCard from '../dials/CompassCard.svelte';
	import InstrumentFrame from '../dials/InstrumentFrame.svelte';
	import Layer from '../dials/Layer.svelte';

	const { headingDeg }: { headingDeg: number } = $props();
</script>

<InstrumentFrame ratio={1} label={`Heading ${formatHeading(headingDeg)}`}>
	<Layer><circle cx="100" cy="100" r="95" fill="var(--panel)" stroke="var(--panel-rim)" /></Layer>
	<Layer move="rotate({-headingDeg}deg)"><CompassCard outer={92} tens={81} fives={86} letters={68} /></Layer>
	<Layer>
		<path d="M100 20 l-6 -14 h12 Z" fill="var(--panel-mark)" />
		<text x="100" y="100" font-size="26">{formatHeading(headingDeg)}</text>
	</Layer>
</InstrumentFrame>
