<script lang="ts">
	import { formatClock, formatHeading, GUIDANCE_NAMES, MORSE, signed, type Area } from '@hanza/core';
	import Fold from '$lib/ui/Fold.svelte';
	import Tabs from '$lib/ui/Tabs.svelte';
	import ProcedurePlan from './ProcedurePlan.svelte';
	import ProcedureProfile from './ProcedureProfile.svelte';
	import { minimumWords, type Sheet, type SheetLeg } from './sheet.js';

	interface Props {
		sheet: Sheet;
		area: Area;
		/** Beside a panel: one column, smaller, dark. */
		on?: 'desk' | 'panel';
		/** Worked out for today: left out until it has been tried. */
		worked?: boolean;
		own?: { north: number; east: number; trueDeg: number } | null;
	}
	const { sheet, area, on = 'desk', worked = true, own = null }: Props = $props();
	const { procedure, planned } = $derived(sheet);
	const PARTS = [
		{ id: 'whole', text: 'Whole' },
		{ id: 'final', text: 'Final' },
		{ id: 'missed', text: 'Missed' }
	] as const;
	let part = $state<(typeof PARTS)[number]['id']>('whole');
	const ROUND = 10;
	const morse = (id: string) => [...id].map((letter) => MORSE[letter as keyof typeof MORSE] ?? '').join(' ');
	const before = $derived(sheet.legs.filter(({ segment }) => segment === 'initial'));
	const down = $derived(sheet.legs.filter(({ segment }) => segment !== 'initial'));
	const atMinimum = $derived(
		[
			`Missed approach point: ${sheet.missedPoint}.`,
			sheet.circlingNm === null
				? ''
				: `Circling is protected within ${sheet.circlingNm.toFixed(1)} NM of the thresholds.`,
			worked && sheet.coldFt >= 1 ? `Cold today: add ${Math.ceil(sheet.coldFt / 10) * 10} ft.` : ''
		]
			.filter(Boolean)
			.join(' ')
	);
	const sector = (deg: number) => formatHeading(deg);
	const numbers = (leg: SheetLeg) =>
		[
			leg.headingDeg === null ? '' : `heading ${formatHeading(leg.headingDeg)}`,
			`${Math.round(leg.groundspeedKt)} kt`,
			`${leg.distanceNm.toFixed(1)} NM`,
			formatClock(leg.seconds),
			leg.fpm ? `${signed(Math.round(leg.fpm / ROUND) * ROUND, 0)} ft/min` : '',
			leg.beginNm === null || leg.segment === 'final' ? '' : `down by ${leg.beginNm.toFixed(1)} NM before`,
			leg.slowNm === null ? '' : `slow ${leg.slowNm.toFixed(1)} NM before`
		]
			.filter(Boolean)
			.join(' · ');
</script>

{#snippet legRow(leg: SheetLeg)}
	<li class="grid grid-cols-[1fr_auto] gap-x-3 border-b border-[var(--sheet-line)] py-1">
		<span class="font-semibold">{leg.text}</span>
		<span class="text-right font-semibold whitespace-nowrap tabular-nums">{leg.altitude}</span>
		{#if leg.known || worked}
			<span class="quiet col-span-2"
				>{leg.known}{leg.known && worked ? ' · ' : ''}{worked ? numbers(leg) : ''}</span
			>
		{/if}
	</li>
{/snippet}

<article class="procedure {on}" aria-label="Sheet of {procedure.name}">
	<header class="head">
		<h2 class="title">{sheet.airportName} {procedure.airport}: {procedure.name}</h2>
		<p class="quiet">
			{GUIDANCE_NAMES[procedure.final.guidance]}, final course
			<strong class="text-[var(--sheet-ink)]">{formatHeading(procedure.final.courseDeg)}</strong
			>{#if procedure.straightIn}, runway {procedure.runway}{:else}, circling only{/if}. Threshold {planned
				.places.threshold.elevationFt} ft.
		</p>
		<ul class="aids">
			{#each sheet.aids as aid (aid.id)}
				<li>
					<strong>{aid.id}</strong>
					{aid.words}
					<span class="tabular-nums">{aid.frequency}</span>
					<span class="quiet font-mono whitespace-nowrap" aria-label="in Morse">{morse(aid.id)}</span>
				</li>
			{/each}
		</ul>
	</header>

	{#if before.length > 0}
		<section class="there">
			<h3>To the final</h3>
			<ol>
				{#each before as leg (leg.id)}{@render legRow(leg)}{/each}
			</ol>
		</section>
	{/if}

	<section class="map">
		<Tabs label="What the plan shows" tabs={PARTS} bind:value={part} {on}>
			{#snippet panel(shown)}
				<div class="plan"><ProcedurePlan {sheet} {area} part={shown} {own} /></div>
			{/snippet}
		</Tabs>
	</section>

	<section class="down">
		<h3>Down</h3>
		<ol>
			{#each down as leg (leg.id)}{@render legRow(leg)}{/each}
		</ol>
		<div class="mt-1"><ProcedureProfile {sheet} /></div>
		{#if worked}
			<p class="quiet">
				{#if sheet.pathAt.length > 0}{procedure.final.angleDeg}° path: {sheet.pathAt
						.map(({ fix, ft }) => `${fix} ${Math.round(ft)} ft`)
						.join(', ')}.{/if}
				{#if sheet.steady}At one angle {sheet.steady.angleDeg.toFixed(1)}°, {Math.round(
						-sheet.steady.fpm / 10
					) * 10} ft/min, decide at {Math.round(sheet.steady.decisionFt)} ft.{/if}
				{#if sheet.vdpNm !== null}Visual descent point {sheet.vdpNm.toFixed(1)} NM before the threshold.{/if}
			</p>
			{#if sheet.finals.length > 0}<table class="rates">
					<caption class="sr-only">Rates and times of the final by groundspeed</caption>
					<tbody>
						<tr
							><th>kt over ground</th>{#each sheet.finals as one (one.groundspeedKt)}<td
									>{one.groundspeedKt}</td
								>{/each}</tr
						>
						<tr
							><th>ft/min</th>{#each sheet.finals as one (one.groundspeedKt)}<td>{one.fpm}</td>{/each}</tr
						>
						{#if sheet.finals[0]?.seconds !== null}
							<tr
								><th>final fix to missed point</th>{#each sheet.finals as one (one.groundspeedKt)}<td
										>{formatClock(one.seconds ?? 0)}</td
									>{/each}</tr
							>
						{/if}
					</tbody>
				</table>{/if}
		{/if}
	</section>

	<section class="minimum">
		<div>
			<h3>At the minimum</h3>
			<p class="figure">
				{sheet.minimum.kind === 'decision' ? 'Decide at' : 'Not below'}
				<strong>{sheet.minimum.altitudeFt} ft</strong>
				<span class="quiet"
					>{sheet.minimum.altitudeFt - planned.places.threshold.elevationFt} ft above the threshold, {sheet
						.minimum.visibilityM} m{worked ? `; bug ${sheet.bugFt} ft` : ''}</span
				>
			</p>
			<p class="quiet">
				{atMinimum}
			</p>
			<ul class="quiet">
				{#each sheet.applying.filter((one) => minimumWords(one) !== minimumWords(sheet.minimum)) as one, i (i)}<li
					>
						{minimumWords(one)}
					</li>{/each}
			</ul>
			{#if sheet.others.length > 0}
				<div class="quiet no-print">
					<Fold title="Other categories and altimeter settings">
						<ul>
							{#each sheet.others as one, i (i)}<li>
									{minimumWords(one)}{one.altimeterFrom ? `, altimeter of ${one.altimeterFrom}` : ''}
								</li>{/each}
						</ul>
					</Fold>
				</div>
			{/if}
		</div>
		<div class="missed">
			<h3>Missed: first</h3>
			<ol class="first">
				{#each procedure.missed.firstActions as action, i (i)}<li>
						<span>{i + 1}</span>{action.text}
					</li>{/each}
			</ol>
			<ol>
				{#each sheet.missed.slice(1) as leg (leg.id)}{@render legRow(leg)}{/each}
			</ol>
		</div>
	</section>

	<footer class="quiet foot">
		<p>
			Safe within 25 NM of {procedure.sectors.about}: {procedure.sectors.altitudes
				.map(
					({ fromDeg, toDeg, altitudeFt }) =>
						`bearing ${sector(fromDeg)} to ${sector(toDeg)}, ${altitudeFt} ft`
				)
				.join('; ')}.
		</p>
		{#each procedure.notes as note, i (i)}<p>{note}</p>{/each}
		<p>Invented. Practice only, not for navigation.</p>
	</footer>
</article>

<style>
	.procedure {
		--sheet-paper: var(--color-sheet);
		--sheet-ink: var(--color-ink);
		--sheet-quiet: var(--color-ink-soft);
		--sheet-line: var(--color-line);
		--sheet-sea: color-mix(in srgb, var(--color-sheet) 94%, var(--color-trace));
		--sheet-land: color-mix(in srgb, var(--color-sheet) 92%, var(--color-ink));
		--sheet-below: color-mix(in srgb, var(--color-sheet) 90%, var(--color-ink));
		--sheet-trace: var(--color-trace);
		--sheet-accent: var(--color-accent);
		display: grid;
		gap: 0.9rem 1.4rem;
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
		grid-template-areas: 'head head' 'map there' 'map down' 'minimum down' 'foot foot';
		grid-template-rows: auto auto auto 1fr auto;
		color: var(--sheet-ink);
		font-size: 0.9rem;
		line-height: 1.35;
	}
	.procedure.panel {
		--sheet-paper: var(--panel-face);
		--sheet-ink: var(--panel-ink);
		--sheet-quiet: var(--panel-soft);
		--sheet-line: var(--panel-line);
		--sheet-sea: var(--panel-face);
		--sheet-land: var(--panel-raised);
		--sheet-below: var(--panel-raised);
		--sheet-trace: var(--panel-trace, var(--panel-mark));
		--sheet-accent: var(--panel-accent);
		grid-template-columns: minmax(0, 1fr);
		grid-template-areas: 'head' 'minimum' 'down' 'there' 'map' 'foot';
		grid-template-rows: none;
		font-size: 0.78rem;
		gap: 0.6rem;
	}
	.head {
		grid-area: head;
	}
	.title {
		font-size: 1.25em;
		font-weight: 700;
	}
	.there {
		grid-area: there;
	}
	.map {
		grid-area: map;
	}
	.plan {
		aspect-ratio: 1;
		max-height: 30rem;
		margin-top: 0.3rem;
	}
	.down {
		grid-area: down;
	}
	.minimum {
		grid-area: minimum;
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 0.8rem;
		align-content: start;
		border-top: 2px solid var(--sheet-ink);
		padding-top: 0.4rem;
	}
	.foot {
		grid-area: foot;
		border-top: 1px solid var(--sheet-line);
		padding-top: 0.3rem;
	}
	h3 {
		font-weight: 700;
	}
	.quiet {
		color: var(--sheet-quiet);
	}
	.aids {
		display: flex;
		flex-wrap: wrap;
		gap: 0.1rem 1.2rem;
	}
	.figure strong {
		font-size: 1.5em;
		font-variant-numeric: tabular-nums;
	}
	.first li {
		display: flex;
		gap: 0.5rem;
		align-items: baseline;
		font-size: 1.1em;
		font-weight: 600;
	}
	.first li span {
		color: var(--sheet-quiet);
	}
	.rates {
		margin-top: 0.3rem;
		width: 100%;
		font-variant-numeric: tabular-nums;
		text-align: right;
	}
	.rates th {
		text-align: left;
		font-weight: 400;
		color: var(--sheet-quiet);
	}
	@media (max-width: 48rem) {
		.procedure {
			grid-template-columns: minmax(0, 1fr);
			grid-template-areas: 'head' 'there' 'map' 'down' 'minimum' 'foot';
			grid-template-rows: none;
		}
	}
	/* One page, A4 or A5: the smaller the paper, the smaller the print. */
	@media print {
		.procedure,
		.procedure.panel {
			grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
			grid-template-areas: 'head head' 'map there' 'map down' 'minimum down' 'foot foot';
			grid-template-rows: auto auto auto 1fr auto;
			font-size: clamp(6pt, 1.28vw, 9pt);
			gap: 0.2rem 0.7rem;
			line-height: 1.22;
			break-inside: avoid;
		}
		.plan {
			max-height: 40vw;
			margin-top: 0;
		}
		.minimum {
			gap: 0.2rem;
		}
		li {
			padding-block: 0.1rem;
		}
	}
</style>
