<script lang="ts">
	import { untrack } from 'svelte';
	import { formatHeading, placesOf, type Area, type CoursePath, type RadioSettings } from '@hanza/core';
	import PanelSheet from '$lib/panel/overlays/PanelSheet.svelte';
	import { goTo } from '$lib/panel/radios/radio-settings.js';

	interface Props {
		area: Area;
		settings: RadioSettings;
		/** The list of the approach that is flown, ready to be taken. */
		final?: Pick<CoursePath, 'rnav' | 'glide' | 'courseDeg'> | null;
		onset: (settings: RadioSettings) => void;
		onclose: () => void;
	}
	const { area, settings, final = null, onset, onclose }: Props = $props();
	// As it is set when the panel is opened; what is typed then is the pilot's.
	let list = $state(untrack(() => settings.rnav.list.join(' ')));
	let course = $state(
		untrack(() => (settings.rnav.courseDeg === null ? '' : formatHeading(settings.rnav.courseDeg)))
	);
	let problem = $state('');
	const known = $derived(placesOf(area).map(({ id }) => id));

	/** What is typed next is meant for this field, not for the keys of the cockpit. */
	const typing = (field: HTMLInputElement): void => field.focus();

	/** The whole list of the approach, its final narrowing and guided down where it is published so. */
	function takeFinal(): void {
		if (!final?.rnav) return;
		const { rnav, glide } = final;
		onset({
			...settings,
			needle: 'rnav',
			rnav: {
				list: [...rnav.list],
				to: 0,
				courseDeg: final.courseDeg,
				finalFix: rnav.finalFix,
				...(rnav.angular ? { angular: true } : {}),
				...(rnav.angular && glide
					? {
							glide: {
								northNm: glide.northNm,
								eastNm: glide.eastNm,
								elevationFt: glide.elevationFt,
								angleDeg: glide.angleDeg
							}
						}
					: {}),
				serial: settings.rnav.serial + 1
			}
		});
		onclose();
	}

	function go(event: SubmitEvent): void {
		event.preventDefault();
		const ids = list
			.toUpperCase()
			.split(/[\s,]+/)
			.filter(Boolean);
		const strange = ids.find((id) => !known.includes(id));
		if (ids.length === 0 || strange) {
			problem = strange
				? `${strange} is no place of ${area.name}.`
				: 'Write a place, or several one after the other.';
			return;
		}
		const deg = course.trim() === '' ? null : Number(course);
		if (deg !== null && !(deg >= 0 && deg <= 360)) {
			problem = 'A course is 000 to 360; left empty: straight there.';
			return;
		}
		onset({ ...goTo(settings, ids.slice(0, 20), deg === 360 ? 0 : deg), needle: 'rnav' });
		onclose();
	}
</script>

<PanelSheet title="RNAV" {onclose} focus class="right-[24rem] bottom-[4rem] z-[8] w-[22rem]">
	<form onsubmit={go}>
		<label class="grid gap-1"
			>Go to, one after the other
			<input
				class="panel-entry uppercase"
				bind:value={list}
				list="rnav-places"
				placeholder="VSK ORMEK TRK"
				{@attach typing}
			/>
		</label>
		<datalist id="rnav-places">
			{#each known as id (id)}<option value={id}></option>{/each}
		</datalist>
		<label class="mt-2 grid gap-1"
			>On a course into the first (empty: straight there)
			<input class="panel-entry uppercase" bind:value={course} inputmode="numeric" placeholder="060" />
		</label>
		{#if problem}<p class="mt-2 text-panel-caution" role="alert">{problem}</p>{/if}
		<p class="mt-3 flex gap-2">
			<button class="knob">Go</button>
			{#if final?.rnav}<button type="button" class="knob" onclick={takeFinal}>The approach’s list</button
				>{/if}
			<button type="button" class="knob" onclick={onclose}>Leave it</button>
		</p>
	</form>
</PanelSheet>
