<script lang="ts">
	import { exactCorrectionDeg, formatHeading, gotBetter, signed, signedDeg, timingError } from '@hanza/core';
	import Moment from './Moment.svelte';
	import { correction, nameOf, side, type SectionProps } from './section.js';

	const { card, report, onmoment }: SectionProps = $props();
	const holdPath = (phase: number) => {
		const path = card.phases[phase]?.path;
		return path?.kind === 'hold' ? path : null;
	};
</script>

{#each report.holds as hold (hold.phase)}
	{@const path = holdPath(hold.phase)}
	{@const better = gotBetter(hold)}
	<h2 class="mt-4">{nameOf(card, hold.phase)}</h2>
	<p class="mt-1" data-testid="hold-entry">
		Entry: <strong>{hold.entry.flown ?? 'not to be told'}</strong> from heading {formatHeading(
			hold.entry.arrivalHeadingDeg
		)};
		{#if hold.entry.flown && hold.entry.right.includes(hold.entry.flown)}<span class="text-accent"
				>✓ right</span
			>
		{:else}<span class="text-caution">▲ {hold.entry.right.join(' or ')} was right</span
			>{/if}{#if hold.entry.firstHeadingDeg !== null}, first heading {formatHeading(
				hold.entry.firstHeadingDeg
			)} ({formatHeading(hold.entry.wantedHeadingDeg)} in still air){/if}.
		{#if hold.leftLateSeconds !== null}
			Left the fix {Math.abs(Math.round(hold.leftLateSeconds))} s {hold.leftLateSeconds >= 0
				? 'late'
				: 'early'}.
		{/if}
		{#if better !== null}{better
				? 'The last circuit missed by less than the first.'
				: 'The last circuit missed by more than the first.'}{/if}
	</p>
	<div class="mt-2 overflow-x-auto">
		<table class="table text-sm" data-testid="circuits">
			<thead>
				<tr>
					<th>Circuit</th><th>Turns</th><th class="number">Outbound heading</th><th class="number"
						>Correction</th
					>
					<th class="number">Outbound</th><th class="number">Inbound</th><th class="number">Off the time</th>
					<th class="number">Turn ended, NM</th><th class="number">Over the fix, NM</th><th class="number"
						>Altitude, ft</th
					>
				</tr>
			</thead>
			<tbody>
				{#each hold.circuits as circuit, i (circuit.startSeconds)}
					<tr>
						<td>{i + 1}, <Moment seconds={circuit.startSeconds} {onmoment} /></td>
						<td>{circuit.turns}</td>
						<td class="number">{formatHeading(circuit.outboundHeadingDeg)}</td>
						<td class="number">{correction(circuit.correctionDeg)}</td>
						<td class="number">{Math.round(circuit.outboundSeconds)} s</td>
						<td class="number">{Math.round(circuit.inboundSeconds)} s</td>
						<td class="number">{signed(Math.round(timingError(hold, circuit)), 0)} s</td>
						<td class="number">{side(circuit.missNm)}</td>
						<td class="number">{side(circuit.fixMissNm)}</td>
						<td class="number"
							>{circuit.altitudeWorstFt === null ? '–' : signed(circuit.altitudeWorstFt, 0)}</td
						>
					</tr>
				{/each}
				{#if hold.exact && path}
					<tr class="font-semibold text-accent">
						<td>Exact</td>
						<td>{path.turns}</td>
						<td class="number">{formatHeading(hold.exact.outboundHeadingDeg)}</td>
						<td class="number">{correction(exactCorrectionDeg(hold, path.inboundCourseDeg))}</td>
						<td class="number">{Math.round(hold.exact.secondsFromAbeam)} s</td>
						<td class="number">{hold.wantedSeconds} s</td>
						<td></td><td></td><td></td><td></td>
					</tr>
					{#each hold.exact.schools as school (school.multiple)}
						<tr class="text-ink-soft">
							<td>{school.multiple} × inbound</td>
							<td></td>
							<td class="number">{formatHeading(school.outboundHeadingDeg)}</td>
							<td class="number"
								>{correction(signedDeg(school.outboundHeadingDeg - path.inboundCourseDeg - 180))}</td
							>
							<td class="number">{Math.round(hold.exact.secondsFromAbeam)} s</td>
							<td></td><td></td>
							<td class="number">{side(school.missNm)}</td>
							<td></td><td></td>
						</tr>
					{/each}
				{/if}
			</tbody>
		</table>
	</div>
{/each}
