<script lang="ts">
	import {
		beforeThresholdNm,
		formatClock,
		rightOf,
		type Aircraft,
		type Area,
		type Grade,
		type TaskCard,
		type Track
	} from '@hanza/core';
	import Term from '$lib/help/Term.svelte';
	import ProcedureProfile from '$lib/procedures/ProcedureProfile.svelte';
	import { sheetOfCard } from '$lib/procedures/sheet.js';
	import Verdict from '$lib/ui/Verdict.svelte';
	import type { Reading } from './reading.svelte.js';
	import { recordingOf } from './recording.js';

	interface Props {
		attemptId: string;
		card: TaskCard;
		area: Area | null;
		aircraft: Aircraft;
		grade: Grade;
		reading: Reading;
		/** The flight of the same card before this one, to be laid behind it. */
		before: { id: string } | null;
		/** Remarks pinned to a moment. */
		remarks: readonly { text: string; atSeconds: number | null }[];
	}
	const { attemptId, card, area, aircraft, grade, reading, before, remarks }: Props = $props();
	const report = $derived(grade.approach!);
	const approach = $derived(card.approach!);
	const SEGMENTS = {
		initial: 'Initial',
		intermediate: 'Intermediate',
		final: 'Final',
		minimum: 'At the minimum',
		circling: 'Circling',
		missed: 'Missed approach'
	} as const;
	let track = $state.raw<Track | null>(null);
	let earlier = $state.raw<Track | null>(null);
	$effect(() => {
		let gone = false;
		track = null;
		earlier = null;
		recordingOf(attemptId).then(
			(loaded) => gone || (track = loaded),
			() => {}
		);
		if (before)
			recordingOf(before.id).then(
				(loaded) => gone || (earlier = loaded),
				() => {}
			);
		return () => (gone = true);
	});
	/** The sheet is drawn with the procedure as the card kept it; an area that lost a station since leaves it out. */
	const sheet = $derived(sheetOfCard(card, area, aircraft));
	const EVERY = 10;
	const NEAR_COURSE_NM = 1.2;
	/** Height by distance, as far as it was flown along the final. */
	function profileOf(flown: Track | null): { nm: number; ft: number; i: number }[] {
		if (!flown?.has('northNm')) return [];
		const [north, east, altitude] = [
			flown.column('northNm'),
			flown.column('eastNm'),
			flown.column('indicatedAltitudeFt')
		];
		const { threshold, finalTrueDeg } = approach;
		const points = [];
		for (let i = 0; i < flown.length; i += EVERY) {
			const right = rightOf(finalTrueDeg, {
				north: north[i]! - threshold.northNm,
				east: east[i]! - threshold.eastNm
			});
			if (Math.abs(right) < NEAR_COURSE_NM)
				points.push({ nm: beforeThresholdNm(approach, north[i]!, east[i]!), ft: altitude[i]!, i });
			// Past the runway and round again is no part of this final.
			if (points.at(-1) && points.at(-1)!.nm < -0.6) break;
		}
		return points;
	}
	const own = $derived(profileOf(track));
	const flown = $derived([
		...(earlier ? [{ id: 'before', points: profileOf(earlier), other: true }] : []),
		{ id: 'own', points: own }
	]);
	const at = (seconds: number) => {
		if (!track) return null;
		const i = Math.min(track.length - 1, Math.round(seconds * track.rateHz));
		return {
			nm: beforeThresholdNm(approach, track.column('northNm')[i]!, track.column('eastNm')[i]!),
			ft: track.column('indicatedAltitudeFt')[i]!
		};
	};
	/** What changed on the way: flap, full power, the word, remarks. */
	const marks = $derived.by(() => {
		if (!track) return [];
		const found: { nm: number; ft: number; text: string }[] = [];
		const flaps = track.column('flapsDeg');
		for (let i = EVERY; i < track.length; i += EVERY)
			if (
				Math.abs(flaps[i]! - flaps[i - EVERY]!) > 2 &&
				Math.abs(flaps[i]! - Math.round(flaps[i]! / 10) * 10) < 0.6
			)
				found.push({ ...at(i / track.rateHz)!, text: `flap ${Math.round(flaps[i]!)}°` });
		if (report.decision?.saidAtSeconds != null)
			found.push({ ...at(report.decision.saidAtSeconds)!, text: report.decision.said ?? '' });
		for (const { text, atSeconds } of remarks)
			if (atSeconds !== null) found.push({ ...at(atSeconds)!, text });
		return found;
	});
	const cursorNm = $derived(reading.moment === null ? null : (at(reading.moment)?.nm ?? null));
	function choose(nm: number): void {
		const nearest = own.reduce<(typeof own)[number] | null>(
			(best, point) => (!best || Math.abs(point.nm - nm) < Math.abs(best.nm - nm) ? point : best),
			null
		);
		if (nearest && track) reading.chooseMoment(nearest.i / track.rateHz);
	}
	const shares = $derived.by(() => {
		if (!track) return [];
		const source = track.has('needleSource') ? track.column('needleSource') : null;
		return own.map(({ nm, i }) => ({
			nm,
			lateral: source?.[i] ? track!.column('rnavNeedle')[i]! : track!.column('nav1Needle')[i]!,
			glide:
				track!.has('glideValid') && track!.column('glideValid')[i] ? track!.column('glideNeedle')[i]! : null
		}));
	});
	const STRIP = { width: 560, height: 70, left: 44, right: 30 };
	const far = $derived(Math.max(4, ...own.map(({ nm }) => nm).filter((nm) => nm < 12)) + 0.6);
	const sx = (nm: number) =>
		STRIP.left + ((far - nm) / (far + 0.8)) * (STRIP.width - STRIP.left - STRIP.right);
	const sy = (share: number) => STRIP.height / 2 - share * (STRIP.height / 2 - 6);
	const strip = (pick: (one: (typeof shares)[number]) => number | null) =>
		shares
			.filter((one) => one.nm <= far && one.nm > -0.8 && pick(one) !== null)
			.map((one, i) => `${i ? 'L' : 'M'}${sx(one.nm).toFixed(1)} ${sy(pick(one)!).toFixed(1)}`)
			.join('');
</script>

<section class="sheet approach mt-4 p-3" aria-label="The approach" data-testid="approach-debrief">
	<h2><Term to="approaches">The approach</Term></h2>
	<div class="mt-2 grid gap-x-6 gap-y-3 lg:grid-cols-[20rem_minmax(0,1fr)]">
		<div>
			<table class="table">
				<caption class="sr-only">Segments</caption>
				<thead><tr><th>Segment</th><th>Verdict</th><th class="number">Score</th></tr></thead>
				<tbody>
					{#each report.segments as segment (segment.segment)}
						<tr>
							<td>{SEGMENTS[segment.segment]}</td>
							<td
								>{#if segment.verdict === 'not asked'}<span class="text-ink-soft">not asked</span
									>{:else}<Verdict verdict={segment.verdict} />{/if}</td
							>
							<td class="number">{segment.score === null ? '' : Math.round(segment.score)}</td>
						</tr>
					{/each}
				</tbody>
			</table>
			<dl class="mt-3 grid gap-2 text-sm">
				{#if report.decision}
					<div>
						<dt class="font-semibold"><Term to="minima">The decision</Term></dt>
						<dd data-testid="decision">{report.decision.text}</dd>
					</div>
				{/if}
				{#if report.gate}
					<div>
						<dt class="font-semibold"><Term to="approaches#the-gate">At 500 ft above the threshold</Term></dt>
						<dd>
							{report.gate.off.length === 0 ? 'Stabilised' : report.gate.off.join(', ')}, at {formatClock(
								report.gate.atSeconds
							)}.
						</dd>
					</div>
				{/if}
				{#if report.goAround}
					<div>
						<dt class="font-semibold"><Term to="missed">Going around</Term></dt>
						<dd>
							Full power {report.goAround.powerSeconds === null
								? 'never'
								: `after ${report.goAround.powerSeconds.toFixed(1)} s`}, climbing {report.goAround
								.climbSeconds === null
								? 'not within half a minute'
								: `after ${report.goAround.climbSeconds.toFixed(1)} s`},
							{Math.round(report.goAround.lowestFt)} ft at the lowest{report.goAround.turnedEarly
								? '; turned too early'
								: ''}.
						</dd>
					</div>
				{/if}
				{#if report.timing}
					<div>
						<dt class="font-semibold">The clock</dt>
						<dd>
							{report.timing.flownSeconds === null
								? 'Not started at the final fix.'
								: `${Math.round(report.timing.flownSeconds)} s from its start to the word`}, {Math.round(
								report.timing.wantedSeconds
							)} s being right.
						</dd>
					</div>
				{/if}
				{#if report.circling}
					<div>
						<dt class="font-semibold">Circling</dt>
						<dd>
							{report.circling.farthestNm.toFixed(1)} NM from the runway at most, {report.circling.limitNm.toFixed(
								1
							)} protected; {Math.round(report.circling.lowestFt)} ft at the lowest.
						</dd>
					</div>
				{/if}
			</dl>
		</div>
		<div class="min-w-0">
			{#if sheet}
				<ProcedureProfile {sheet} {flown} {marks} {cursorNm} onpoint={choose} height={230} />
				{#if shares.length > 0}
					<svg
						viewBox="0 0 {STRIP.width} {STRIP.height}"
						class="strip"
						role="img"
						aria-label="Needles along the final, full scale up and down"
					>
						<path d="M{STRIP.left} {sy(0)} H{STRIP.width - STRIP.right}" class="axis" />
						<path
							d="M{STRIP.left} {sy(1)} H{STRIP.width - STRIP.right} M{STRIP.left} {sy(-1)} H{STRIP.width -
								STRIP.right}"
							class="stop"
						/>
						<path d={strip(({ lateral }) => -lateral)} class="lateral" />
						<path d={strip(({ glide }) => (glide === null ? null : -glide))} class="glide" />
						{#if cursorNm !== null}<path d="M{sx(cursorNm)} 2 V{STRIP.height - 2}" class="cursor" />{/if}
					</svg>
				{/if}
				<p class="text-sm text-ink-soft">
					Height and needles by miles before the threshold{earlier ? '; grey: the flight before' : ''}. In the
					strip the full line is where you were beside the course, right upward; the broken one above the
					path. Rings: flap, the decision, remarks.
				</p>
			{:else}
				<p class="text-ink-soft">
					The profile cannot be drawn: the area has lost a station or point of this procedure since. The grade
					stands.
				</p>
			{/if}
		</div>
	</div>
</section>

<style>
	.approach {
		--sheet-paper: var(--color-sheet);
		--sheet-ink: var(--color-ink);
		--sheet-quiet: var(--color-ink-soft);
		--sheet-line: var(--color-line);
		--sheet-below: color-mix(in srgb, var(--color-sheet) 90%, var(--color-ink));
		--sheet-trace: var(--color-trace);
		--sheet-accent: var(--color-accent);
	}
	.strip {
		display: block;
		width: 100%;
	}
	.strip path {
		fill: none;
	}
	.axis {
		stroke: var(--color-line);
	}
	.stop {
		stroke: var(--color-line);
		stroke-dasharray: 3 3;
	}
	.lateral {
		stroke: var(--color-trace);
		stroke-width: 1.8;
	}
	.glide {
		stroke: var(--color-trace);
		stroke-width: 1.6;
		stroke-dasharray: 5 3;
	}
	.cursor {
		stroke: var(--color-accent);
		stroke-width: 1.5;
	}
</style>
