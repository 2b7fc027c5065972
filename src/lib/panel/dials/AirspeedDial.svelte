<script lang="ts">
	import type { Aircraft } from '@hanza/core';
	import Dial from './Dial.svelte';
	import Needle from './Needle.svelte';
	import Ticks from './Ticks.svelte';
	import { angleOn, arc, place } from './geometry.js';

	const { airspeedKias, aircraft }: { airspeedKias: number; aircraft: Aircraft } = $props();
	const { speeds } = $derived(aircraft);
	const scale = $derived({
		from: aircraft.dials.airspeedKias[0],
		to: aircraft.dials.airspeedKias[1],
		fromDeg: 25,
		toDeg: 335
	});
	const at = (value: number) => angleOn(scale, value);
	const red = $derived([place(at(speeds.neverExceedKias), 76), place(at(speeds.neverExceedKias), 94)]);
	// Below the scale's beginning the needle goes back to its own zero, left of it.
	const needle = $derived(
		airspeedKias < scale.from ? Math.max(0, airspeedKias / scale.from) * 25 : at(airspeedKias)
	);
</script>

<Dial label={`Airspeed ${Math.round(airspeedKias)} knots`} legend="AIRSPEED KT">
	<!-- Regulated airspeed markings: white flap range, green normal range, yellow caution range, red line. -->
	<path
		d={arc(at(speeds.stallLandingKias), at(speeds.flapsMaximumKias), 79)}
		fill="none"
		stroke="var(--arc-flaps)"
		stroke-width="4"
	/>
	<path
		d={arc(at(speeds.stallCleanKias), at(speeds.normalMaximumKias), 86)}
		fill="none"
		stroke="var(--arc-normal)"
		stroke-width="7"
	/>
	<path
		d={arc(at(speeds.normalMaximumKias), at(speeds.neverExceedKias), 86)}
		fill="none"
		stroke="var(--arc-caution)"
		stroke-width="7"
	/>
	<line
		x1={red[0]!.x}
		y1={red[0]!.y}
		x2={red[1]!.x}
		y2={red[1]!.y}
		stroke="var(--arc-limit)"
		stroke-width="4.5"
	/>
	<Ticks {scale} major={20} minor={5} radius={92} />
	{#snippet moving()}
		<Needle angleDeg={needle} d="M97.5 112 L98.6 26 L100 18 L101.4 26 L102.5 112 Z" />
	{/snippet}
</Dial>
