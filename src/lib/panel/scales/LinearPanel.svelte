<script lang="ts">
	import AirspeedDial from '../dials/AirspeedDial.svelte';
	import AltimeterDial from '../dials/AltimeterDial.svelte';
	import AttitudeDial from '../dials/AttitudeDial.svelte';
	import { altimeterWords } from '../dials/geometry.js';
	import AttitudePicture from './AttitudePicture.svelte';
	import Coverable from '../overlays/Coverable.svelte';
	import CourseRose from '../radios/CourseRose.svelte';
	import Tape from './Tape.svelte';
	import { coverOf, type PanelProps } from '../overlays/covers.js';

	const props: PanelProps = $props();
	const { panel, aircraft, settingHpa, minimumBugFt = 0, altitudeBugFt = 0 } = $derived(props);
	const bugs = $derived([
		...(minimumBugFt > 0 ? [{ at: minimumBugFt, text: 'min', colour: 'var(--panel-caution)' }] : []),
		...(altitudeBugFt > 0 ? [{ at: altitudeBugFt, text: 'next', colour: 'var(--panel-accent)' }] : [])
	]);
	const { speeds } = $derived(aircraft);
	// The regulated airspeed markings along the scale.
	const bands = $derived([
		{ from: speeds.stallCleanKias, to: speeds.normalMaximumKias, colour: 'var(--arc-normal)', inset: 0 },
		{ from: speeds.normalMaximumKias, to: speeds.neverExceedKias, colour: 'var(--arc-caution)', inset: 0 },
		{ from: speeds.neverExceedKias, to: speeds.neverExceedKias + 40, colour: 'var(--arc-limit)', inset: 0 },
		{ from: speeds.stallLandingKias, to: speeds.flapsMaximumKias, colour: 'var(--arc-flaps)', inset: 7 }
	]);
</script>

<!-- Tapes about the attitude, the turn under it, the heading under that; the standby dials are large enough to be flown by. -->
<div
	class="grid h-full min-h-0 grid-cols-[minmax(0,7.5rem)_minmax(0,1fr)_minmax(0,7.5rem)_minmax(0,7.5rem)] grid-rows-[minmax(0,1.3fr)_4.8rem_minmax(0,1fr)] gap-x-2 gap-y-1.5"
	data-testid="linear-panel"
>
	<div class="row-span-2 min-h-0">
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
	</div>
	<Coverable {...coverOf('attitude', props)}>
		<AttitudePicture pitchDeg={panel.pitchDeg} bankDeg={panel.bankDeg} ballDeg={panel.ballDeg} />
	</Coverable>
	<div class="row-span-2 min-h-0">
		<Coverable {...coverOf('altimeter', props)}>
			<Tape
				label={altimeterWords(panel.altimeterFt, settingHpa, minimumBugFt, altitudeBugFt)}
				title={minimumBugFt > 0 ? 'alt, ft' : 'altitude, ft'}
				value={panel.altimeterFt}
				window={String(Math.round(panel.altimeterFt / 10) * 10)}
				span={600}
				major={100}
				minor={20}
				foot={`${settingHpa.toFixed(1)} hPa`}
				{bugs}
			/>
		</Coverable>
	</div>
	<div class="row-span-2 min-h-0">
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
	</div>
	<div class="col-start-2 row-start-2 min-h-0">
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
	</div>
	<div
		class="col-span-4 row-start-3 grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(0,1.35fr)_minmax(0,1fr)_minmax(0,1fr)] gap-3"
	>
		<AttitudeDial pitchDeg={panel.standbyPitchDeg} bankDeg={panel.standbyBankDeg} />
		<Coverable {...coverOf('heading', props)}><CourseRose headingDeg={panel.headingDeg} /></Coverable>
		<AirspeedDial airspeedKias={panel.airspeedKias} {aircraft} />
		<AltimeterDial altimeterFt={panel.altimeterFt} {settingHpa} bare {minimumBugFt} {altitudeBugFt} />
	</div>
</div>
