<script lang="ts">
	import FieldError from '$lib/ui/FieldError.svelte';
	import type { RefusedForm } from '$lib/ui/form.js';
	import { enhance } from '$app/forms';
	import { formatHeading, signed, signedDeg, type BriefAnswer, type WorkedOut } from '@hanza/core';
	import { untrack } from 'svelte';
	import Explained from './Explained.svelte';
	import { onward } from './onward.js';
	import { linkOf } from '$lib/bench/tools.js';
	import Select from '$lib/ui/Select.svelte';

	interface Props {
		questions: readonly WorkedOut[];
		/** Magnetic; null where the card keeps it to itself. */
		wind: { fromDeg: number; speedKt: number } | null;
		altitudeFt: number;
		refused: RefusedForm;
	}
	const { questions, wind, altitudeFt, refused }: Props = $props();

	/** Right when the page was opened: not asked at length again. */
	const knownBefore = untrack(
		() => new Set(questions.filter(({ answer }) => answer?.right).map(({ id }) => id))
	);
	let again = $state(false);
	const asked = $derived(questions.filter(({ id }) => again || !knownBefore.has(id)));

	const UNITS: Record<BriefAnswer['kind'], string> = {
		entry: '',
		direction: '°',
		seconds: 's',
		distance: 'NM'
	};
	const words = (is: BriefAnswer): string =>
		is.kind === 'entry'
			? [is.entry, ...is.alsoAllowed].join(' or ')
			: is.kind === 'direction'
				? `${formatHeading(is.deg)}°`
				: is.kind === 'seconds'
					? `${is.seconds.toFixed(0)} s`
					: `${is.nm.toFixed(1)} NM`;
	const off = (is: BriefAnswer, tried: string): string => {
		const value = Number(tried);
		if (is.kind === 'entry') return '';
		if (is.kind === 'direction') return `yours is off by ${signed(signedDeg(value - is.deg), 0)}°`;
		return is.kind === 'seconds'
			? `yours is off by ${signed(value - is.seconds, 0)} s`
			: `yours is off by ${signed(value - is.nm, 1)} NM`;
	};
	const rounded = (input: Record<string, number | string>) =>
		Object.fromEntries(
			Object.entries(input).map(([key, value]) => [
				key,
				typeof value === 'number' ? Math.round(value * 10) / 10 : value
			])
		);
</script>

<h2 class="mt-6">Work out before you fly</h2>
<p class="text-sm text-ink-soft">
	{#if wind === null}Nobody tells the wind: that is for the flight.
	{:else if wind.speedKt < 0.5}No wind.
	{:else}Wind {formatHeading(wind.fromDeg)}° at {wind.speedKt.toFixed(0)} kt, {altitudeFt} ft, magnetic.{/if}
	Say yours before you see it.
</p>
{#if knownBefore.size > 0}
	<p class="mt-2" data-testid="known-before">
		<span class="text-accent">✓ {knownBefore.size} of {questions.length} right before</span>
		<button class="button ml-2" onclick={() => (again = !again)} aria-expanded={again}
			>{again ? 'Fold them' : 'Ask them again'}</button
		>
	</p>
{/if}
{#if asked.length > 0}
	<div class="sheet mt-2 overflow-x-auto">
		<table class="table stacks">
			<thead><tr><th>What</th><th>Yours</th><th>Worked out</th><th></th></tr></thead>
			<tbody>
				{#each asked as { id, phase, ask, kind, tried, answer }, i (id)}
					{@const wrong = refused.entered.question === id ? refused : null}
					<tr>
						<td
							>{ask}{#if phase !== asked[i - 1]?.phase}<span class="block text-sm text-ink-soft">{phase}</span
								>{/if}</td
						>
						<td>
							<form
								method="POST"
								action="?/compute"
								use:enhance={onward}
								data-try={id}
								class="flex flex-wrap items-center gap-2"
							>
								<input type="hidden" name="question" value={id} />
								{#if kind === 'entry'}
									<Select
										label={ask}
										place="unseen"
										name="entered"
										value={tried ?? ''}
										options={['direct', 'teardrop', 'parallel']}
									/>
								{:else}
									<label class="flex items-center gap-1">
										<span class="sr-only">{ask}</span>
										<input
											class="field w-20 text-right"
											name="entered"
											inputmode="decimal"
											value={wrong?.entered.entered ?? tried ?? ''}
										/>
										{UNITS[kind]}
									</label>
								{/if}
								<button class="button">{tried === null ? 'Try' : 'Again'}</button>
								<FieldError words={wrong?.errors.entered && `Yours ${wrong.errors.entered}`} />
							</form>
						</td>
						<td data-testid="worked-{id}">
							{#if answer}
								{words(answer.is)}
								<span class="text-sm text-ink-soft">{off(answer.is, tried!)}</span>
								<span class="block text-sm text-ink-soft">
									{answer.why}
									{#if answer.worked && answer.right && questions.every((one) => one.tried !== null)}<a
											class="link"
											href="/bench/{answer.worked.by}?{linkOf(rounded(answer.worked.input))}">See it drawn</a
										>{/if}
								</span>
							{:else}<span class="text-ink-soft">after your try</span>{/if}
						</td>
						<td class="whitespace-nowrap"
							>{#if answer}<span class={answer.right ? 'text-accent' : 'text-caution'}
									>{answer.right ? '✓ right' : '▲ not yet'}</span
								>{/if}</td
						>
					</tr>
					{#if answer && !answer.right && answer.worked}
						<tr>
							<td colspan="4" class="bg-accent-soft/30">
								<Explained
									by={answer.worked.by}
									link={linkOf(rounded(answer.worked.input))}
									{ask}
									drawn={questions.every((one) => one.tried !== null)}
								/>
							</td>
						</tr>
					{/if}
				{/each}
			</tbody>
		</table>
	</div>
{/if}
