<script lang="ts">
	import { untrack } from 'svelte';
	import { formatClock, formatHeading } from '@hanza/core';
	import HoldEntryDial from '$lib/bench/HoldEntryDial.svelte';
	import CourseNeedle from '$lib/panel/radios/CourseNeedle.svelte';
	import PanelPair from '$lib/panel/dials/PanelPair.svelte';
	import SightPicture from '$lib/drills/SightPicture.svelte';
	import { Round } from '$lib/drills/round.svelte.js';

	const { data } = $props();
	// A round is made for its questions: another load of the page is another round.
	const round = $derived.by(() => {
		const { questions, id, aircraft } = data;
		return untrack(() => new Round(questions, `/api/drills/${id}?aircraft=${aircraft.id}`));
	});
	const asked = $derived(round.asked);
	let seconds = $state(0);
	$effect(() => {
		const { elapsedSeconds } = round;
		seconds = elapsedSeconds;
		const ticking = setInterval(() => (seconds = round.elapsedSeconds), 250);
		return () => clearInterval(ticking);
	});
	const number = (value: number, circular = false) =>
		circular ? formatHeading(value) : String(Math.round(value * 10) / 10);

	function keyDown(event: KeyboardEvent): void {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const onLink = event.target instanceof HTMLAnchorElement || event.target instanceof HTMLButtonElement;
		if (onLink && event.code === 'Enter') return;
		if (round.key(event.code, event.key)) event.preventDefault();
	}
	const focus = (element: HTMLInputElement) => element.focus();
</script>

<svelte:window onkeydown={keyDown} />
<svelte:head><title>{data.name} · Hanza</title></svelte:head>

<div class="mx-auto max-w-5xl">
	<div class="flex items-baseline justify-between gap-4">
		<h1>{data.name}</h1>
		{#if !round.done}<span class="ml-auto text-ink-soft" role="timer" data-testid="clock"
				>{formatClock(seconds)}</span
			>{/if}
		<p class="text-ink-soft" role="status" data-testid="place">
			{round.done ? 'Done' : `${round.place + 1} of ${round.questions.length}`} · {round.right} right
		</p>
	</div>

	{#if asked}
		{@const { question } = asked}
		{@const { answer } = question}
		<section class="sheet mt-3 p-5" aria-live="polite">
			<p class="text-lg" data-testid="prompt">{question.prompt}</p>
			{#if question.panels}<PanelPair panels={question.panels} aircraft={data.aircraft} />{/if}
			{#if question.needle}
				<div class="mt-4 h-32 w-60 rounded-lg bg-panel-face p-2 text-panel-ink">
					<CourseNeedle name="course" {...question.needle} />
				</div>
			{/if}
			{#if question.view}<SightPicture sight={question.view.sight} shown={round.given !== null} />{/if}
			{#if question.sheet && data.procedures[question.sheet]}
				{#await import('$lib/drills/QuestionSheet.svelte') then { default: QuestionSheet }}
					<QuestionSheet
						procedure={data.procedures[question.sheet]!}
						area={data.area!}
						aircraft={data.aircraft}
					/>
				{/await}
			{/if}
			{#if question.hold}
				<div class="mt-3 w-56"><HoldEntryDial hold={question.hold} shown={round.given !== null} /></div>
			{/if}
			{#if answer.kind === 'choice'}
				<ol class="mt-4 grid gap-2 sm:grid-cols-2">
					{#each answer.options as option, i (option)}
						{@const shown = round.given !== null}
						<li>
							<button
								class="flex w-full cursor-pointer items-center gap-3 rounded-md border px-3 py-2 text-left
									{shown && i === answer.right
									? 'border-accent bg-accent-soft font-semibold'
									: shown && round.given?.given === i
										? 'border-limit'
										: 'border-line hover:border-accent'}"
								disabled={shown}
								onclick={() => round.choose(i)}
							>
								<kbd class="rounded border border-line px-1.5 font-mono text-sm">{i + 1}</kbd>
								<span>{option}</span>
								{#if shown && i === answer.right}<span class="ml-auto">✓ right</span>
								{:else if shown && round.given?.given === i}<span class="ml-auto text-limit">✕ yours</span
									>{/if}
							</button>
						</li>
					{/each}
				</ol>
			{:else}
				<div class="mt-4 flex items-center gap-3">
					{#key round.place}
						<input
							class="field w-32 text-lg"
							inputmode="decimal"
							aria-label="Your answer"
							bind:value={round.typed}
							readonly={round.given !== null}
							use:focus
						/>
					{/key}
					<span class="text-ink-soft">{answer.unit}</span>
					{#if round.given}
						<span class={round.given.right ? 'font-semibold text-accent' : 'text-limit'}>
							{round.given.right ? '✓ right' : '✕ not near enough'}: {number(
								answer.right,
								answer.circular
							)}{answer.unit === '°' ? '°' : ` ${answer.unit}`}
						</span>
					{:else}<button class="button" onclick={() => round.enter()}>Answer</button>{/if}
				</div>
				{#if round.problem}<p class="mt-2 text-limit" role="alert">{round.problem}</p>{/if}
			{/if}
			{#if round.given}
				<div class="mt-4 border-t border-line pt-3" data-testid="explanation">
					<p>{question.explanation}</p>
					{#if question.other}<p class="mt-1 text-ink-soft">{question.other}</p>{/if}
					<button class="button button-main mt-3" onclick={() => round.goOn()}>
						{round.place + 1 === round.questions.length ? 'Finish' : 'Next'}
						<kbd class="font-mono text-sm">Enter</kbd>
					</button>
				</div>
			{/if}
		</section>
		<p class="mt-2 text-sm text-ink-soft">
			{answer.kind === 'choice' ? 'Digits choose' : 'Type the number'}, Enter goes on.
		</p>
	{:else}
		<section class="sheet mt-3 p-5">
			<p class="text-2xl font-semibold" data-testid="result">
				{round.right} of {round.questions.length}
				<span class="text-base font-normal text-ink-soft"
					>in {Math.round(round.elapsedSeconds)} s, {(round.elapsedSeconds / round.questions.length).toFixed(
						1
					)} s a question</span
				>
			</p>
			<p class="mt-1 text-ink-soft" role="status">
				{round.sent === 'yes'
					? 'Kept.'
					: round.sent === 'waiting'
						? 'No connection: kept here, and sent when you come back to the drills.'
						: 'Being sent.'}
			</p>
			<ul class="mt-3 grid gap-1">
				{#each round.answers as { right }, i (i)}
					<li class="grid grid-cols-[1.2rem_1fr] gap-1 {right ? '' : 'text-limit'}">
						<span aria-hidden="true">{right ? '✓' : '✕'}</span>
						<span>{round.questions[i]!.question.prompt} {round.questions[i]!.question.explanation}</span>
					</li>
				{/each}
			</ul>
			<p class="mt-4 flex gap-2">
				<a
					class="button button-main"
					href="/practice/drills/{data.id}?aircraft={data.aircraft.id}"
					data-sveltekit-reload>Another round</a
				>
				<a class="button" href="/practice/drills">All drills</a>
			</p>
		</section>
	{/if}
</div>
