<script lang="ts">
	import Dial from './Dial.svelte';
	import Ticks from './Ticks.svelte';
	import { angleOn } from './geometry.js';

	const { verticalSpeedFpm }: { verticalSpeedFpm: number } = $props();
	// Zero lies at nine o'clock; the scale runs over the top for a climb.
	const scale = { from: -2000, to: 2000, fromDeg: -270 + 10, toDeg: 80 };
</script>

<Dial label={`Vertical speed ${Math.round(verticalSpeedFpm / 10) * 10} feet a minute`}>
	<Ticks {scale} major={500} minor={100} format={(value) => String(Math.abs(value) / 100)} />
	<text x="52" y="84" font-size="9" style="fill:#a9aeb1">UP</text>
	<text x="52" y="117" font-size="9" style="fill:#a9aeb1">DOWN</text>
	<text x="116" y="80" font-size="9" style="fill:#a9aeb1">VERT SPEED</text>
	<text x="116" y="121" font-size="9" style="fill:#a9aeb1">100 FT/MIN</text>
	<g transform="rotate({angleOn(scale, verticalSpeedFpm)} 100 100)">
		<path class="needle" d="M97.5 114 L98.6 30 L100 20 L101.4 30 L102.5 114 Z" />
	</g>
	<circle class="hub" cx="100" cy="100" r="7" />
</Dial>
