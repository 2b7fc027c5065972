<script lang="ts">
	import {
		beforeThresholdNm,
		finalSentences,
		formatClock,
		rightOf,
		type Aircraft,
		type Area,
		type Grade,
		type TaskCard,
		type Track
	} from '@hanza/core';
	import { untrack } from 'svelte';
	import { SvelteMap } from 'svelte/reactivity';
	import Term from '$lib/help/Term.svelte';
	import ProcedureProfile from '$lib/procedures/ProcedureProfile.svelte';
	import { sheetOfCard } from '$lib/procedures/sheet.js';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import { formatShortDay } from '$lib/ui/format.js';
	import Verdict from '$lib/ui/Verdict.svelte';
	import { configurationMarks, powerMarks } from './approach-marks.js';
	import type { Reading } from './reading.svelte.js';
	import { recordingOf } from './recording.js';

	interface Props {
		attemptId: string;
		card: TaskCard;
		area: Area | null;
		aircraft: Aircraft;
		grade: Grade;
		reading: Reading;
		/** Other flights of the same card, to be laid behind this one. */
		others: readonly { id: string; startedAt: Date; score: number }[];
		/** The one of them before it, which lies there from the first. */
		before: string | null;
		/** Remarks pinned to a moment. */
		remarks: readonly { text: string; atSeconds: number | null }[];
	}
	const { attemptId, card, area, aircraft, grade, reading, others, before, remarks }: Props = $props();
	const report = $derived(grade.approach!);
	const approach = $derived(card.approach!);
	const onFinal = $derived(report.final ? finalSentences(report.final) : []);
	const SEGMENTS = {
		initial: 'Initial',
		intermediate: 'Intermediate',
		final: 'Final',
		minimum: 'At the minimum',
		circling: 'Circling',
		missed: 'Missed approach'
	} as const;
	let track = $state.raw<Track | null>(null);
	$effect(() => {
		let gone = false;
		track = null;
		recordingOf(attemptId).then(
			(loaded) => gone || (track = loaded),
			() => {}
		);
		return () => (gone = true);
	});
	/** Which of the others lie behind, and those that have come. */
	let chosen = $derived(before !== null && others.some(({ id }) => id === before) ? [before] : []);
	const behind = new SvelteMap<string, Track>();
	$effect(() => {
		for (const id of chosen)
			if (!untrack(() => behind.has(id)))
				recordingOf(id).then(
					(loaded) => behind.set(id, loaded),
					() => {}
				);
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
		...chosen.flatMap((id) => {
			const other = behind.get(id);
			return other ? [{ id, points: profileOf(other), other: true }] : [];
		}),
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
	/** What was changed, said and remarked on the final, where it can be drawn. */
	const marks = $derived.by(() => {
		if (!track) return [];
		const from = own[0]?.i ?? 0;
		const said = report.decision;
		const all = [
			...configurationMarks(track),
			...powerMarks(track),
			...(said?.said && said.saidAtSeconds !== null
				? [{ seconds: said.saidAtSeconds, text: said.said }]
				: []),
			...remarks.flatMap(({ text, atSeconds }) => (atSeconds === null ? [] : [{ seconds: atSeconds, text }]))
		];
		const until = own.at(-1)?.i ?? 0;
		return all
			.filter(({ seconds }) => seconds * track!.rateHz >= from && seconds * track!.rateHz <= until + EVERY)
			.map((mark) => ({ ...mark, ...at(mark.seconds)! }))
			.filter(({ nm }) => nm < far && nm > -0.8)
			.toSorted((a, b) => a.seconds - b.seconds);
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
				{#if onFinal.length > 0}
					<div>
						<dt class="font-semibold">On the final</dt>
						{#each onFinal as { text, atSeconds } (text)}
							<dd>
								<button
									type="button"
									class="cursor-pointer text-left hover:underline"
									onclick={() => reading.chooseMoment(atSeconds)}>{text}</button
								>
							</dd>
						{/each}
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
								: ''}{report.goAround.towardRunway === undefined
								? ''
								: report.goAround.towardRunway
									? '; toward the runway first'
									: '; not toward the runway first'}.
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
				{#if marks.length > 0}
					<ol class="mt-1 flex flex-wrap gap-x-3 text-sm" aria-label="On the way down">
						{#each marks as mark, i (i)}
							<li>
								<button
									type="button"
									class="cursor-pointer text-left hover:underline"
									onclick={() => reading.chooseMoment(mark.seconds)}
									><span class="font-semibold">{i + 1}</span>
									{mark.text}</button
								>
							</li>
						{/each}
					</ol>
				{/if}
				<p class="mt-1 text-sm text-ink-soft">
					Height and needles by miles before the threshold. In the strip the full line is where you were
					beside the course, right upward; the broken one above the path.
				</p>
				{#if others.length > 0}
					<fieldset class="mt-1 flex flex-wrap items-center gap-x-4 text-sm">
						<legend class="float-left mr-3 text-ink-soft">Laid behind it, in grey</legend>
						{#each others as one (one.id)}
							<Checkbox
								label="{formatShortDay(one.startedAt)}, {Math.round(one.score)}"
								checked={chosen.includes(one.id)}
								onchange={(on) => (chosen = on ? [...chosen, one.id] : chosen.filter((id) => id !== one.id))}
							/>
						{/each}
					</fieldset>
				{/if}
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
