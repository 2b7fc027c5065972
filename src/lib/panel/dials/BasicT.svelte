<script lang="ts">
	import AirspeedDial from './AirspeedDial.svelte';
	import AltimeterDial from './AltimeterDial.svelte';
	import AttitudeDial from './AttitudeDial.svelte';
	import Coverable from '../overlays/Coverable.svelte';
	import HeadingDial from './HeadingDial.svelte';
	import TurnDial from './TurnDial.svelte';
	import VerticalSpeedDial from './VerticalSpeedDial.svelte';
	import { coverOf, type PanelProps } from '../overlays/covers.js';

	const props: PanelProps = $props();
	const { panel, aircraft, settingHpa, minimumBugFt = 0, altitudeBugFt = 0 } = $derived(props);
</script>

<div class="grid h-full min-h-0 grid-cols-3 grid-rows-2 gap-2" data-testid="basic-t">
	<Coverable {...coverOf('airspeed', props)}
		><AirspeedDial airspeedKias={panel.airspeedKias} {aircraft} /></Coverable
	>
	<Coverable {...coverOf('attitude', props)}
		><AttitudeDial pitchDeg={panel.pitchDeg} bankDeg={panel.bankDeg} /></Coverable
	>
	<Coverable {...coverOf('altimeter', props)}
		><AltimeterDial altimeterFt={panel.altimeterFt} {settingHpa} {minimumBugFt} {altitudeBugFt} /></Coverable
	>
	<Coverable {...coverOf('turn', props)}>
		<TurnDial turnRateDegPerSecond={panel.turnRateDegPerSecond} ballDeg={panel.ballDeg} />
	</Coverable>
	<Coverable {...coverOf('heading', props)}><HeadingDial headingDeg={panel.headingDeg} /></Coverable>
	<Coverable {...coverOf('vertical-speed', props)}>
		<VerticalSpeedDial verticalSpeedFpm={panel.verticalSpeedFpm} />
	</Coverable>
</div>
