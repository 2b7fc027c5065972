<script lang="ts">
	import {
		exactCorrectionDeg,
		formatClock,
		formatHeading,
		gotBetter,
		signed,
		signedDeg,
		timingError,
		windAt,
		type NavigationReport,
		type TaskCard
	} from '@hanza/core';
	import WindPicture from './WindPicture.svelte';
	import WorkloadPicture from './WorkloadPicture.svelte';

	interface Props {
		card: TaskCard;
		report: NavigationReport;
		onmoment: (seconds: number) => void;
	}
	const { card, report, onmoment }: Props = $props();

	const wind = $derived(windAt(card.weather, card.start.altitudeFt));
	const name = (phase: number) => card.phases[phase]?.name ?? '';
	const holdPath = (phase: number) => {
		const path = card.phases[phase]?.path;
		return path?.kind === 'hold' ? path : null;
	};
	const nm = (miles: number | null) => (miles === null ? '–' : miles.toFixed(2));
	const side = (miles: number) =>
		Math.abs(miles) < 0.005 ? 'on it' : `${Math.abs(miles).toFixed(2)} ${miles > 0 ? 'right' : 'left'}`;
	const correction = (deg: number | null) =>
		deg === null ? '–' : `${Math.round(Math.abs(deg))}° ${deg > 0 ? 'right' : deg < 0 ? 'left' : ''}`;
</script>

{#snippet when(seconds: number)}
	<button class="cursor-pointer text-accent underline" onclick={() => onmoment(seconds)}
		>{formatClock(seconds)}</button
	>
{/snippet}

<section class="sheet mt-4 p-3" aria-label="Navigation" data-testid="navigation">
	{#each report.holds as hold (hold.phase)}
		{@const path = holdPath(hold.phase)}
		{@const better = gotBetter(hold)}
		<h2 class="mt-4">{name(hold.phase)}</h2>
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
						<th class="number">Outbound</th><th class="number">Inbound</th><th class="number">Off the time</th
						>
						<th class="number">Turn ended, NM</th><th class="number">Over the fix, NM</th><th class="number"
							>Altitude, ft</th
						>
					</tr>
				</thead>
				<tbody>
					{#each hold.circuits as circuit, i (circuit.startSeconds)}
						<tr>
							<td>{i + 1}, {@render when(circuit.startSeconds)}</td>
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

	{#if report.courses.length > 0}
		<h2 class="mt-4">Courses</h2>
		<div class="mt-2 overflow-x-auto">
			<table class="table text-sm">
				<thead>
					<tr>
						<th>Phase</th><th class="number">Cut</th><th class="number">Established after</th><th
							class="number">Overshoot</th
						>
						<th class="number">From the course</th><th class="number">Correction kept</th><th class="number"
							>Wind asks for</th
						><th>Swings</th>
					</tr>
				</thead>
				<tbody>
					{#each report.courses as course (course.phase)}
						<tr>
							<td>{name(course.phase)}, {@render when(course.startSeconds)}</td>
							<td class="number"
								>{course.cutDeg === null || course.kind === 'track'
									? '–'
									: `${Math.round(course.cutDeg)}°`}{course.wantedCutDeg === null
									? ''
									: ` of ${course.wantedCutDeg}°`}</td
							>
							<td class="number"
								>{course.establishedSeconds === null
									? 'never'
									: `${Math.round(course.establishedSeconds)} s`}</td
							>
							<td class="number"
								>{course.overshootNm === null || course.overshootNm < 0.03
									? 'none'
									: `${nm(course.overshootNm)} NM, ${course.overshootShare!.toFixed(2)} of scale`}</td
							>
							<td class="number"
								>{course.rmsNm === null
									? '–'
									: `${nm(course.rmsNm)} NM, ${course.rmsShare!.toFixed(2)} of scale`}</td
							>
							<td class="number">{correction(course.correctionDeg)}</td>
							<td class="number">{correction(course.neededDeg)}</td>
							<td
								>{course.converges === null
									? ''
									: course.converges
										? 'shrinking'
										: `not shrinking (${course.swingsNm.map((one) => one.toFixed(1)).join(', ')} NM)`}</td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
	{/if}

	{#each report.arcs as arc (arc.phase)}
		<h2 class="mt-4">{name(arc.phase)}</h2>
		<p class="mt-1">
			Within a quarter of a mile {Math.round(arc.withinPercent.sharp)} % of the time, within a mile (the test) {Math.round(
				arc.withinPercent.test
			)} %, within four {Math.round(arc.withinPercent.containment)} %. At worst {Math.abs(
				arc.worstNm
			).toFixed(2)} NM {arc.worstNm > 0 ? 'outside' : 'inside'} at {@render when(arc.worstAtSeconds)}; root
			mean square {nm(arc.rmsNm)} NM{#if arc.rolledOutNm !== null}; the turn on to it ended {Math.abs(
					arc.rolledOutNm
				).toFixed(2)} NM {arc.rolledOutNm > 0 ? 'outside' : 'inside'}{/if}.
		</p>
	{/each}
	{#each report.reversals as reversal (reversal.phase)}
		<h2 class="mt-4">{name(reversal.phase)}</h2>
		<p class="mt-1">
			Farthest {reversal.farthestNm.toFixed(1)} of {reversal.limitNm} NM at {@render when(
				reversal.farthestAtSeconds
			)}
			{#if reversal.farthestNm > reversal.limitNm}<span class="text-limit">✕ beyond the limit</span
				>{:else}<span class="text-accent">✓ inside</span>{/if}; {reversal.rightSide
				? 'on the side asked for'
				: 'on the wrong side'}{#if reversal.outboundSeconds !== null}; outbound {Math.round(
					reversal.outboundSeconds
				)} s ({reversal.wantedSeconds} s in still air){/if}; established {side(reversal.establishedNm)} of the course.
		</p>
	{/each}
	{#each report.homings ?? [] as homing (homing.phase)}
		<h2 class="mt-4">{name(homing.phase)}</h2>
		<p class="mt-1" data-testid="homing">
			{homing.method === 'home' ? 'Nose on the pointer' : 'Tracked'}: {homing.flownNm.toFixed(1)} NM over the ground
			for {homing.straightNm.toFixed(1)} NM straight, at most {Math.abs(homing.farthestNm).toFixed(1)} NM {homing.farthestNm >
			0
				? 'right'
				: 'left'} of the line at {@render when(homing.farthestAtSeconds)}; passed at {homing.passedNm.toFixed(
				1
			)} NM.
		</p>
	{/each}
	{#each report.marks as mark (mark.atSeconds)}
		<p class="mt-3">
			At {@render when(mark.atSeconds)} you said where you were: <strong>{mark.errorNm.toFixed(1)} NM</strong>
			from where the aircraft was.
			{#each mark.lines ?? [] as line (`${line.aid} ${line.drawnDeg}`)}
				<span class="mr-1"
					>You drew the {formatHeading(line.drawnDeg)} radial{line.aid ? ` of ${line.aid}` : ''}; it was {formatHeading(
						line.wasDeg
					)}.</span
				>
			{/each}
		</p>
	{/each}
	{#if report.winds.length > 0}
		<div class="mt-4 max-w-2xl"><WindPicture estimates={report.winds} {wind} /></div>
	{/if}
	{#if report.workload.length > 0}
		<h2 class="mt-4">Calls and what the flight did meanwhile</h2>
		<WorkloadPicture rows={report.workload} {onmoment} />
	{/if}
</section>
