<script lang="ts">
	import Dial from './Dial.svelte';
	import Needle from './Needle.svelte';
	import Ticks from './Ticks.svelte';
	import { angleOn } from './geometry.js';

	const { verticalSpeedFpm }: { verticalSpeedFpm: number } = $props();
	// Zero lies at nine o'clock; the scale runs over the top for a climb.
	const scale = { from: -2000, to: 2000, fromDeg: -270 + 10, toDeg: 80 };
</script>

<Dial label={`Vertical speed ${Math.round(verticalSpeedFpm / 10) * 10} feet a minute`}>
	<Ticks {scale} major={500} minor={100} format={(value) => String(Math.abs(value) / 100)} />
	<text x="52" y="84" font-size="9" class="quiet">UP</text>
	<text x="52" y="117" font-size="9" class="quiet">DOWN</text>
	<text x="116" y="80" font-size="9" class="quiet">VERT SPEED</text>
	<text x="116" y="121" font-size="9" class="quiet">100 FT/MIN</text>
	{#snippet moving()}
		<Needle
			angleDeg={angleOn(scale, verticalSpeedFpm)}
			d="M97.5 114 L98.6 30 L100 20 L101.4 30 L102.5 114 Z"
		/>
	{/snippet}
</Dial>
