<script lang="ts">
	import { onMount } from 'svelte';
	import { enhance } from '$app/forms';
	import { formatClock } from '@hanza/core';
	import { API } from '$lib/contracts/api.js';
	import { call } from '$lib/contracts/client.js';
	import { Reading } from '$lib/debrief/reading.svelte.js';
	import Term from '$lib/help/Term.svelte';
	import RadioGroup from '$lib/ui/RadioGroup.svelte';
	import FlightCharts from '$lib/debrief/FlightCharts.svelte';
	import FlyButton from '$lib/cockpit/FlyButton.svelte';
	import NumbersTable from '$lib/debrief/NumbersTable.svelte';
	import Verdict from '$lib/ui/Verdict.svelte';
	import FieldError from '$lib/ui/FieldError.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import { formatMoment } from '$lib/ui/format.js';
	import Fold from '$lib/ui/Fold.svelte';
	import Select from '$lib/ui/Select.svelte';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form));
	const reading = new Reading(() => data.grade!);
	const choose = (seconds: number | null): void => reading.chooseMoment(seconds);
	const cost = (points: number | undefined) =>
		points === undefined || points < 0.5 ? '' : `−${points < 1 ? '1' : Math.round(points)}`;
	onMount(() => {
		// An instructor who reads it has looked at it.
		if (data.attempt && data.mayRemark)
			void call(API.lookAtAttempt, null, { params: { id: data.attempt.id } }).catch(() => {});
	});
	const override = $derived(data.overrides?.[0] ?? null);
	const MARKS = { good: '✓', mind: '▲', fail: '✕' } as const;
	const TONES = { good: 'text-accent', mind: 'text-caution', fail: 'text-limit' } as const;
</script>

<svelte:head><title>Debrief · Hanza</title></svelte:head>

{#if !data.attempt}
	<h1>{data.ended ? 'Not to be graded' : 'Still being flown'}</h1>
	<p class="mt-2 text-ink-soft">
		{data.ended
			? 'Nothing that was kept of this flight can be read as a recording. It is kept as it came.'
			: 'There is a debrief as soon as the flight has been finished or broken off.'}
	</p>
{:else}
	{@const { attempt, grade } = data}
	<div class="flex flex-wrap items-start justify-between gap-x-8 gap-y-3">
		<div class="flex flex-wrap items-center gap-5">
			<Verdict verdict={override?.value ?? grade.verdict} large />
			<p class="text-3xl font-semibold" data-testid="score">
				{Math.round(grade.score)}<span class="ml-1.5 text-base text-ink-soft"
					><Term to="grading#score">of 100</Term></span
				>
			</p>
			<div>
				<h1>{attempt.card.name}</h1>
				<p class="text-sm text-ink-soft">
					{data.student.name} · {formatMoment(attempt.startedAt)} · assist: {attempt.assist === 'attitude'
						? 'attitude held'
						: 'direct'}
					{attempt.status === 'interrupted' ? '· broken off' : ''}
					{#if attempt.branchedFrom}· flown again from
						<a href="/debrief/{attempt.branchedFrom}"
							>{formatClock(attempt.branchedAtSeconds ?? 0)} of another</a
						>{/if}
					{#if data.before}· <a href="/debrief/{data.before.id}"
							>flight before: {Math.round(data.before.score)}</a
						>{/if}
				</p>
			</div>
		</div>
		<div class="no-print flex gap-2">
			{#if data.person.role === 'student' && attempt.assignmentId}
				<a class="button" href="/log/own?attempt={attempt.id}">Into the log, as practice</a>
				<FlyButton assignmentId={attempt.assignmentId} assist={attempt.assist} text="Fly it again" main />
			{:else if data.person.role === 'instructor'}
				<a class="button" href="/students/{data.student.id}">{data.student.name}’s record</a>
				<a class="button" href="/set?student={data.student.id}">Set another task</a>
			{/if}
		</div>
	</div>
	{#if override}
		<p class="mt-2 rounded border border-line px-3 py-1.5">
			<strong>{override.authorName}</strong> puts <strong>{override.value}</strong> in place of the computed
			<strong>{override.computed}</strong>: {override.reason}
		</p>
	{/if}
	{#if grade.because.length > 0}
		<p class="mt-2">
			<span class="text-ink-soft">Computed <Term to="grading#verdict">{grade.verdict}</Term>, because:</span>
			{grade.because.join('; ')}.
		</p>
	{/if}
	{#if attempt.tooFast}
		<p class="mt-1" role="note">
			<span class="text-caution" aria-hidden="true">▲</span> This flight reached the server faster than it can be
			flown, even at eight times: ask how it was made before the grade counts.
		</p>
	{/if}
	{#if attempt.wholeToSeconds !== null}
		<p class="mt-1" role="note">
			<span class="text-caution" aria-hidden="true">▲</span> The recording has a gap at {formatClock(
				attempt.wholeToSeconds
			)}: it is graded up to there, and what came after it is kept.
		</p>
	{/if}
	{#if grade.notRecorded.length > 0}
		<p class="mt-1 text-ink-soft">Not recorded, so not graded: {grade.notRecorded.join(', ')}.</p>
	{/if}

	<div class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1" data-testid="next">
		<p><span class="text-ink-soft">Fly next:</span> “{data.next.name}”: {data.next.why}.</p>
		<form method="POST" action="?/next" use:enhance class="no-print">
			{#if data.next.isSet}<span class="text-ink-soft">✓ It is set.</span>
			{:else if data.mayRemark || !data.next.isAgain || !attempt.assignmentId}<button
					class="button {data.mayRemark ? 'button-main' : ''}"
					>{data.mayRemark ? `Set it for ${data.student.name}` : 'Practise it'}</button
				>{/if}
		</form>
	</div>

	<div class="mt-4 grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[22rem_minmax(0,1fr)]">
		<div class="grid grid-cols-[minmax(0,1fr)] content-start gap-4">
			<section class="sheet p-3">
				<div class="flex flex-wrap items-center justify-between gap-2">
					<h2>What happened</h2>
					<RadioGroup
						label="Order of the statements"
						bind:value={reading.order}
						options={[
							{ value: 'cost', text: 'by cost' },
							{ value: 'time', text: 'by time' }
						]}
					/>
				</div>
				<ul class="mt-2 grid gap-1" data-testid="statements">
					{#each reading.statements as statement (statement)}
						<li
							class="grid grid-cols-[1.2rem_1fr_2rem] gap-1 rounded px-1 py-0.5 {statement ===
							reading.statement
								? 'bg-accent-soft'
								: ''}"
						>
							<span class={TONES[statement.tone]} aria-hidden="true">{MARKS[statement.tone]}</span>
							<div>
								<button
									class="cursor-pointer text-left hover:underline"
									aria-pressed={statement === reading.statement}
									onclick={() => reading.chooseStatement(statement)}
								>
									<span class="text-accent">{formatClock(statement.atSeconds)}</span>
									{statement.text}
								</button>
								{#if statement.tryNext}<p class="text-sm text-ink-soft">Next: {statement.tryNext}</p>{/if}
								{#if statement.about?.fault}<p class="text-sm">
										<Term to="faults#{statement.about.fault}">why</Term> ·
										<a href="/practice/faults/{statement.about.fault}">watch it flown</a>
									</p>{/if}
							</div>
							<span class="text-right text-sm text-ink-soft" title="points of the flight’s hundred"
								>{cost(statement.cost)}</span
							>
						</li>
					{:else}<li class="text-ink-soft">Nothing stands out.</li>{/each}
				</ul>
			</section>
			<section class="sheet p-3">
				<h2>Remarks</h2>
				<ul class="mt-2 grid gap-2" data-testid="remarks">
					{#each data.remarks as remark (remark.id)}
						<li>
							{#if remark.atSeconds !== null}
								<button
									class="cursor-pointer text-accent hover:underline"
									onclick={() => choose(remark.atSeconds)}>{formatClock(remark.atSeconds)}</button
								>
							{/if}
							{remark.text}
							<span class="block text-sm text-ink-soft"
								>{remark.authorName}, {formatMoment(remark.createdAt)}</span
							>
						</li>
					{:else}<li class="text-ink-soft">None yet.</li>{/each}
				</ul>
				{#if data.mayRemark}
					<form
						method="POST"
						action="?/remark"
						use:enhance
						class="no-print mt-3 grid gap-2 border-t border-line pt-3"
					>
						<label class="grid gap-1">
							<span>A remark</span>
							<textarea class="field" name="text" rows="2" maxlength="2000"
								>{refused.entered.text ?? ''}</textarea
							>
							<FieldError words={refused.errors.text} />
						</label>
						<div class="flex items-center gap-2">
							<label class="flex items-center gap-2">
								at
								<input
									class="field w-20"
									name="at"
									placeholder="1:05"
									value={refused.entered.at ?? (reading.moment === null ? '' : formatClock(reading.moment))}
								/>
							</label>
							<button class="button">Add</button>
						</div>
						<FieldError words={refused.errors.at} />
					</form>
					<div class="no-print mt-3 border-t border-line pt-2">
						<Fold
							title="Put your verdict in place of the computed one"
							open={!!(refused.errors.value ?? refused.errors.reason)}
						>
							<form method="POST" action="?/override" use:enhance class="mt-2 grid gap-2">
								<div class="flex items-center gap-2">
									<Select
										label="Verdict"
										place="before"
										name="value"
										value={refused.entered.value ?? ''}
										options={['met', 'not met', 'not shown']}
									/>
									<FieldError words={refused.errors.value} />
								</div>
								<label class="grid gap-1">
									<span>Reason</span>
									<textarea class="field" name="reason" rows="2" maxlength="1000"
										>{refused.entered.reason ?? ''}</textarea
									>
									<FieldError words={refused.errors.reason} />
								</label>
								<div><button class="button">Put it</button></div>
							</form>
						</Fold>
					</div>
				{/if}
			</section>
		</div>
		{#if grade.navigation && data.area}
			{#await import('$lib/debrief/PlanReplay.svelte') then { default: PlanReplay }}
				<PlanReplay
					attemptId={attempt.id}
					card={attempt.card}
					area={data.area}
					{grade}
					report={grade.navigation}
					moment={reading.moment}
					span={reading.span}
					onmoment={choose}
				/>
			{/await}
		{:else}
			<section class="sheet min-w-0 overflow-hidden pt-2">
				<FlightCharts attemptId={attempt.id} {grade} day={attempt.card.weather} {reading} />
			</section>
		{/if}
	</div>
	{#if grade.approach && attempt.card.approach && data.aircraft}
		{#await import('$lib/debrief/ApproachSection.svelte') then { default: ApproachSection }}
			<ApproachSection
				attemptId={attempt.id}
				card={attempt.card}
				area={data.area}
				aircraft={data.aircraft}
				{grade}
				{reading}
				others={data.others}
				before={data.before?.id ?? null}
				remarks={data.remarks}
			/>
		{/await}
	{/if}
	{#if data.brief}
		<p class="mt-4 text-sm text-ink-soft" data-testid="brief-before">
			Worked out before the flight: {data.brief.tried} of {data.brief.asked}, {data.brief.rightAtOnce} right at
			the first try.{#if data.brief.wrong.length > 0}
				Wrong at first: {#each data.brief.wrong as one, i (one.ask)}{i > 0 ? '; ' : ''}{one.ask} ({one.why}){/each}{/if}
		</p>
	{/if}
	{#if grade.navigation}
		{#await import('$lib/debrief/NavigationSection.svelte') then { default: NavigationSection }}
			<NavigationSection card={attempt.card} report={grade.navigation} onmoment={choose} />
		{/await}
		<section class="sheet mt-4 min-w-0 overflow-hidden pt-2">
			<FlightCharts attemptId={attempt.id} {grade} day={attempt.card.weather} {reading} />
		</section>
	{/if}

	{#if data.turns.length > 0}
		<section class="sheet mt-4 p-3" aria-label="Turns without the heading dial">
			<h2>Turns without the heading dial, both ways</h2>
			<ul class="mt-2 grid gap-2">
				{#each data.turns as turn (turn.startSeconds)}
					<li>
						<button
							class="cursor-pointer text-left hover:underline"
							onclick={() => choose(turn.startSeconds)}
						>
							<span class="text-accent">{formatClock(turn.startSeconds)}</span>
							{turn.text}
						</button>
					</li>
				{/each}
			</ul>
		</section>
	{/if}

	{#if data.scan}
		{#await import('$lib/debrief/ScanSection.svelte') then { default: ScanSection }}
			<ScanSection scan={data.scan} onmoment={choose} />
		{/await}
		{#await import('$lib/students/ScanTrend.svelte') then { default: ScanTrend }}
			<ScanTrend points={data.scans} here={attempt.id} />
		{/await}
	{/if}
	<div class="no-print sheet mt-4 p-2">
		<Fold
			title="A gaze log for this flight"
			open={!!(refused.errors.log ?? refused.errors.map ?? refused.errors.began)}
		>
			<form
				method="POST"
				action="?/gaze"
				enctype="multipart/form-data"
				use:enhance
				class="mt-2 grid max-w-xl gap-3"
			>
				<label class="grid gap-1">
					<span>Log as CSV: <code>time_ms,instrument</code> or <code>time_ms,x,y</code></span>
					<input class="field" type="file" name="log" accept=".csv,text/csv" required />
					<FieldError words={refused.errors.log} />
				</label>
				<label class="grid gap-1">
					<span>Flight time at which it begins</span>
					<input class="field w-28" name="began" value={refused.entered.began ?? '0:00'} />
					<FieldError words={refused.errors.began} />
				</label>
				<label class="grid gap-1">
					<span>
						Places of the instruments, as JSON, in the units of the log; left empty: the basic T in shares of
						the panel
					</span>
					<textarea class="field font-mono text-sm" name="map" rows="3">{refused.entered.map ?? ''}</textarea>
					<FieldError words={refused.errors.map} />
				</label>
				<div><button class="button">Take it in</button></div>
			</form>
		</Fold>
	</div>

	<section class="sheet mt-4">
		<h2 class="px-3 pt-3">Numbers</h2>
		<NumbersTable {grade} {reading} />
		<p class="px-3 py-2 text-sm text-ink-soft">
			Standard: {grade.standard.name}, {grade.standard.edition}. {grade.standard.source}. Score: phases {grade.scoreParts.phases.toFixed(
				1
			)}
			less {grade.scoreParts.faultDeduction} for faults.
		</p>
	</section>
{/if}
