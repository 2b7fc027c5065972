<script lang="ts">
	import type { Snippet } from 'svelte';
	import { FLAG, RECEIVER_BITS, type RadioReadings, type RadioSettings } from '@hanza/core';
	import Coverable from '../overlays/Coverable.svelte';
	import { coverOf, type PanelProps } from '../overlays/covers.js';
	import CourseNeedle from './CourseNeedle.svelte';
	import PointerDial from './PointerDial.svelte';

	interface Props extends Pick<PanelProps, 'covered' | 'oncover'> {
		settings: RadioSettings;
		readings: RadioReadings;
		headingDeg: number;
		/** In place of the second needle, where the card shows the plan of the flight. */
		plan?: Snippet;
		/** Side by side, under the panel. */
		across?: boolean;
	}
	const { settings, readings, headingDeg, plan, across = false, covered, oncover }: Props = $props();
	const rnav = $derived(settings.needle === 'rnav');
	const POINTED = { nav1: 'nav 1', nav2: 'nav 2', adf: 'beacon' } as const;
</script>

<div
	class="grid h-full min-h-0 w-full gap-1.5"
	style:grid-template-rows={across
		? 'minmax(0, 1fr)'
		: `minmax(0, 1fr) minmax(0, ${plan ? 1.6 : 1}fr) minmax(0, 1.45fr)`}
	style:grid-template-columns={across ? 'minmax(0, 1.4fr) minmax(0, 1.4fr) minmax(0, 1fr)' : undefined}
>
	<Coverable {...coverOf('needle-1', { covered, oncover })}>
		{#if rnav}
			<CourseNeedle
				name="RNAV"
				needle={readings.rnavNeedle}
				flag={readings.rnavValid > 0 ? FLAG.to : FLAG.off}
				courseDeg={readings.rnavCourseDeg}
				scale={readings.rnavValid > 0 ? `${readings.rnavScaleNm.toFixed(1)} NM` : ''}
				glide={readings.glideNeedle}
				glideValid={readings.glideValid > 0}
			/>
		{:else}
			<CourseNeedle
				name="Nav 1"
				needle={readings.nav1Needle}
				flag={readings.nav1Flag}
				courseDeg={settings.nav1.courseDeg}
				localizer={readings.nav1IsLocalizer > 0}
				glide={readings.glideNeedle}
				glideValid={readings.glideValid > 0}
			/>
		{/if}
	</Coverable>
	{#if plan}{@render plan()}{:else}<Coverable {...coverOf('needle-2', { covered, oncover })}
			><CourseNeedle
				name="Nav 2"
				needle={readings.nav2Needle}
				flag={readings.nav2Flag}
				courseDeg={settings.nav2.courseDeg}
				localizer={readings.nav2IsLocalizer > 0}
			/></Coverable
		>{/if}
	<Coverable {...coverOf('pointer', { covered, oncover })}>
		<PointerDial
			{headingDeg}
			pointerDeg={readings.pointerDeg}
			valid={readings.pointerValid > 0 && (readings.received & RECEIVER_BITS[settings.pointer]) !== 0}
			source={POINTED[settings.pointer]}
		/>
	</Coverable>
</div>
