<script lang="ts">
	import { panelAt, type Aircraft, type Instrument, type Dwell, type Track } from '@hanza/core';
	import BasicT from './dials/BasicT.svelte';
	import Readout from './controls/Readout.svelte';

	interface Props {
		track: Track;
		aircraft: Aircraft;
		seconds: number;
		/** Where the pilot's eye is, if it is to be shown. */
		looks?: readonly Dwell[];
	}
	const { track, aircraft, seconds, looks = [] }: Props = $props();
	const panel = $derived(panelAt(track, seconds));
	const look = $derived(
		looks.find(({ startMs, endMs }) => startMs <= seconds * 1000 && endMs > seconds * 1000) ?? null
	);
	/** Column and row of the basic T, for the frame about what is looked at. */
	const PLACES: Partial<Record<Dwell['instrument'] | Instrument, [number, number]>> = {
		airspeed: [0, 0],
		attitude: [1, 0],
		altimeter: [2, 0],
		turn: [0, 1],
		heading: [1, 1],
		'vertical-speed': [2, 1]
	};
	const place = $derived(look ? PLACES[look.instrument] : undefined);
	const throttle = $derived(
		track.has('throttle')
			? track.column('throttle')[Math.min(track.length - 1, Math.round(seconds * track.rateHz))]!
			: 0
	);
</script>

<div class="rounded-lg bg-panel-face p-3 font-panel text-panel-ink">
	<div class="relative h-72">
		<BasicT {panel} {aircraft} settingHpa={1013.25} covered={0} oncover={null} />
		{#if place}
			<div
				class="pointer-events-none absolute rounded-xl border-2 border-panel-accent"
				style="left: {place[0] * 33.33}%; top: {place[1] * 50}%; width: 33.33%; height: 50%"
				data-testid="eye"
			></div>
		{/if}
	</div>
	<p class="mt-2 flex gap-5 text-sm text-panel-soft">
		<span class="w-24"><Readout text={`${Math.round(panel.rpm / 10) * 10} rpm`} /></span>
		<span>throttle {Math.round(throttle * 100)} %</span>
		{#if looks.length > 0}<span>eye on the {look?.instrument.replace('-', ' ') ?? 'way'}</span>{/if}
	</p>
</div>
