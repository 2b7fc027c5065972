<script lang="ts">
	import type { Aircraft, PanelReadings } from '@hanza/core';
	import AirspeedDial from './AirspeedDial.svelte';
	import AltimeterDial from './AltimeterDial.svelte';
	import AttitudeDial from './AttitudeDial.svelte';
	import HeadingDial from './HeadingDial.svelte';
	import TurnDial from './TurnDial.svelte';
	import VerticalSpeedDial from './VerticalSpeedDial.svelte';

	const { panel, aircraft, settingHpa }: { panel: PanelReadings; aircraft: Aircraft; settingHpa: number } =
		$props();
</script>

<div class="grid h-full grid-cols-3 grid-rows-2 gap-2" data-testid="basic-t">
	<AirspeedDial airspeedKias={panel.airspeedKias} {aircraft} />
	<AttitudeDial pitchDeg={panel.pitchDeg} bankDeg={panel.bankDeg} />
	<AltimeterDial altimeterFt={panel.altimeterFt} {settingHpa} />
	<TurnDial turnRateDegPerSecond={panel.turnRateDegPerSecond} ballDeg={panel.ballDeg} />
	<HeadingDial headingDeg={panel.headingDeg} />
	<VerticalSpeedDial verticalSpeedFpm={panel.verticalSpeedFpm} />
</div>
