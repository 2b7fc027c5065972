<script lang="ts">
	import AirspeedDial from '../dials/AirspeedDial.svelte';
	import AltimeterDial from '../dials/AltimeterDial.svelte';
	import AttitudeDial from '../dials/AttitudeDial.svelte';
	import AttitudePicture from './AttitudePicture.svelte';
	import Coverable from '../overlays/Coverable.svelte';
	import CourseRose from '../radios/CourseRose.svelte';
	import Tape from './Tape.svelte';
	import { coverOf, type PanelProps } from '../overlays/covers.js';

	const props: PanelProps = $props();
	const { panel, aircraft, settingHpa } = $derived(props);
	const { speeds } = $derived(aircraft);
	// The regulated airspeed markings along the scale.
	const bands = $derived([
		{ from: speeds.stallCleanKias, to: speeds.normalMaximumKias, colour: 'var(--arc-normal)', inset: 0 },
		{ from: speeds.normalMaximumKias, to: speeds.neverExceedKias, colour: 'var(--arc-caution)', inset: 0 },
		{ from: speeds.neverExceedKias, to: speeds.neverExceedKias + 40, colour: 'var(--arc-limit)', inset: 0 },
		{ from: speeds.stallLandingKias, to: speeds.flapsMaximumKias, colour: 'var(--arc-flaps)', inset: 7 }
	]);
</script>

<div
	class="grid h-full min-h-0 grid-cols-[8rem_minmax(0,1fr)_8rem_8rem] grid-rows-[minmax(0,1.35fr)_minmax(0,1fr)] gap-2"
	data-testid="linear-panel"
>
	<Coverable {...coverOf('airspeed', props)}>
		<Tape
			label={`Airspeed ${Math.round(panel.airspeedKias)} knots`}
			title="speed, kt"
			value={panel.airspeedKias}
			window={String(Math.round(panel.airspeedKias))}
			span={80}
			major={20}
			minor={10}
			floor={0}
			{bands}
		/>
	</Coverable>
	<Coverable {...coverOf('attitude', props)}>
		<AttitudePicture pitchDeg={panel.pitchDeg} bankDeg={panel.bankDeg} ballDeg={panel.ballDeg} />
	</Coverable>
	<Coverable {...coverOf('altimeter', props)}>
		<Tape
			label={`Altimeter ${Math.round(panel.altimeterFt)} feet, setting ${settingHpa.toFixed(1)} hectopascal`}
			title="altitude, ft"
			value={panel.altimeterFt}
			window={String(Math.round(panel.altimeterFt / 10) * 10)}
			span={600}
			major={100}
			minor={20}
			foot={`${settingHpa.toFixed(1)} hPa`}
		/>
	</Coverable>
	<Coverable {...coverOf('vertical-speed', props)}>
		<Tape
			label={`Vertical speed ${Math.round(panel.verticalSpeedFpm / 10) * 10} feet a minute`}
			title="vertical, ft/min"
			value={0}
			pointer={panel.verticalSpeedFpm}
			window={String(Math.round(panel.verticalSpeedFpm / 50) * 50)}
			span={4000}
			major={1000}
			minor={500}
		/>
	</Coverable>
	<div class="col-span-4 grid min-h-0 grid-cols-[minmax(0,10.2rem)_minmax(0,13.4rem)_minmax(0,1fr)] gap-3">
		<Coverable {...coverOf('turn', props)}>
			<Tape
				label={`Turn rate ${panel.turnRateDegPerSecond.toFixed(1)} degrees a second`}
				title="turn, °/s"
				value={0}
				pointer={panel.turnRateDegPerSecond}
				window={`${Math.abs(panel.turnRateDegPerSecond).toFixed(1)} ${panel.turnRateDegPerSecond >= 0 ? 'R' : 'L'}`}
				span={12}
				major={3}
				minor={1}
				across
			/>
		</Coverable>
		<Coverable {...coverOf('heading', props)}><CourseRose headingDeg={panel.headingDeg} /></Coverable>
		<div class="grid min-h-0 grid-cols-3 gap-1" aria-label="Standby instruments" role="group">
			<AttitudeDial pitchDeg={panel.standbyPitchDeg} bankDeg={panel.standbyBankDeg} />
			<AirspeedDial airspeedKias={panel.airspeedKias} {aircraft} />
			<AltimeterDial altimeterFt={panel.altimeterFt} {settingHpa} bare />
		</div>
	</div>
</div>
