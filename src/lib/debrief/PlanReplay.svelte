<script lang="ts">
	import {
		formatClock,
		windAt,
		type Area,
		type Grade,
		type NavigationReport,
		type TaskCard,
		type Track
	} from '@hanza/core';
	import CourseNeedle from '$lib/panel/radios/CourseNeedle.svelte';
	import PointerDial from '$lib/panel/radios/PointerDial.svelte';
	import PlanView from '$lib/plan/PlanView.svelte';
	import { legendOf, legLabels, overlaysOf } from '$lib/plan/overlays.js';
	import type { Overlay, PlanPoint } from '$lib/plan/overlay.js';
	import { recordingOf } from './recording.js';
	import Slider from '$lib/ui/Slider.svelte';
	interface Props {
		attemptId: string;
		card: TaskCard;
		area: Area;
		grade: Grade;
		report: NavigationReport;
		/** The moment shown, s; null for the whole flight. */
		moment: number | null;
		onmoment: (seconds: number | null) => void;
		/** A stretch of the track that was chosen elsewhere, s. */
		span?: { from: number; to: number } | null;
	}
	const { attemptId, card, area, grade, report, moment, onmoment, span = null }: Props = $props();

	let track = $state.raw<Track | null>(null);
	let failed = $state(false);
	// Whichever flight is shown, the recording is its own: another that comes in late is not taken for it.
	$effect(() => {
		let gone = false;
		track = null;
		failed = false;
		recordingOf(attemptId).then(
			(loaded) => {
				if (!gone) track = loaded;
			},
			() => {
				if (!gone) failed = true;
			}
		);
		return () => (gone = true);
	});

	const index = $derived(
		track ? Math.min(track.length - 1, Math.round((moment ?? track.seconds) * track.rateHz)) : 0
	);
	const value = (name: Parameters<Track['column']>[0]) => (track?.has(name) ? track.column(name)[index]! : 0);
	const drawn = $derived(
		track && { north: track.column('northNm'), east: track.column('eastNm'), rateHz: track.rateHz }
	);
	const at = (seconds: number): PlanPoint => {
		const i = Math.min((drawn?.north.length ?? 1) - 1, Math.round(seconds * (drawn?.rateHz ?? 10)));
		return { north: drawn?.north[i] ?? 0, east: drawn?.east[i] ?? 0 };
	};
	const asked = $derived(overlaysOf(card, grade));
	const CHOSEN_POINTS = 60;
	const overlays = $derived<Overlay[]>([
		...asked,
		...(span && drawn
			? [
					{
						kind: 'line' as const,
						is: 'chosen' as const,
						points: Array.from({ length: CHOSEN_POINTS }, (_, i) =>
							at(span.from + ((span.to - span.from) * i) / (CHOSEN_POINTS - 1))
						)
					}
				]
			: [])
	]);
	/** Every twentieth second of the flight, and the stations that radials were drawn from, to lay the map out about. */
	const about = $derived(
		drawn
			? [
					...Array.from({ length: Math.ceil(drawn.north.length / 200) }, (_, i) =>
						at((i * 200) / drawn.rateHz)
					),
					...asked.flatMap((one) => (one.kind === 'radial' ? [one.at] : []))
				]
			: []
	);
	const labels = $derived(drawn ? legLabels(report.holds, at) : []);
	const wind = $derived(windAt(card.weather, card.start.altitudeFt));
	const radios = $derived(track?.has('nav1Needle') ?? false);
	const POINTED = ['nav 1', 'nav 2', 'beacon'];
</script>

<section class="sheet min-w-0 p-3" aria-label="Plan of the flight" data-testid="plan-replay">
	<div class="grid gap-3 lg:grid-cols-[minmax(0,1fr)_11rem]">
		<div class="min-w-0">
			<div class="h-[27rem]">
				{#if failed}<p class="text-limit" role="alert">
						The recording could not be loaded. Reload the page to try again.
					</p>
				{:else if track}
					<PlanView
						{area}
						label="Plan of the flight over {area.name}, with what was asked for to scale"
						{overlays}
						track={drawn}
						seconds={moment}
						{labels}
						{wind}
						{about}
						aircraft={{ northNm: value('northNm'), eastNm: value('eastNm'), trackDeg: value('trackDeg') }}
					/>
				{/if}
			</div>
			{#if track}
				<div class="no-print mt-2 flex items-center gap-3">
					<span class="w-12">{formatClock(moment ?? track.seconds)}</span>
					<Slider
						label="Moment of the flight"
						class="grow"
						max={Math.floor(track.seconds)}
						step={1}
						value={moment ?? track.seconds}
						text={formatClock(moment ?? track.seconds)}
						onchange={onmoment}
					/>
					<button class="button" onclick={() => onmoment(null)}>whole flight</button>
				</div>
			{/if}
			<p class="mt-1 text-sm text-ink-soft">
				{legendOf(asked, labels)}
			</p>
		</div>
		<div class="grid content-start gap-3">
			{#if radios}
				<div class="grid gap-2 rounded-lg bg-panel-face p-2 font-panel text-panel-ink">
					<div class="grid content-center gap-2">
						<div class="h-22">
							<CourseNeedle
								name={value('needleSource') > 0 ? 'RNAV' : 'Nav 1'}
								needle={value('needleSource') > 0 ? value('rnavNeedle') : value('nav1Needle')}
								flag={value('needleSource') > 0 ? (value('rnavScaleNm') > 0 ? 1 : 0) : value('nav1Flag')}
								courseDeg={value('nav1CourseDeg')}
							/>
						</div>
						<p class="text-center text-sm text-panel-soft">
							{value('distanceNm') < 0 ? 'no distance' : `${value('distanceNm').toFixed(1)} NM`}
						</p>
					</div>
					<div class="h-40">
						<PointerDial
							headingDeg={value('indicatedHeadingDeg')}
							pointerDeg={value('pointerDeg')}
							valid={value('pointerValid') > 0}
							source={POINTED[value('pointerSource')] ?? ''}
						/>
					</div>
				</div>
			{/if}
		</div>
	</div>
</section>
