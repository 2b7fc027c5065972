<script lang="ts">
	import FieldError from '$lib/ui/FieldError.svelte';
	import type { RefusedForm } from '$lib/ui/form.js';
	import { enhance } from '$app/forms';
	import { formatHeading, signed, signedDeg, type BriefAnswer, type WorkedOut } from '@hanza/core';
	import { untrack } from 'svelte';
	import { onward } from './onward.js';
	import { linkOf } from '$lib/bench/link.js';
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
		distance: 'NM',
		altitude: 'ft',
		rate: 'ft/min',
		frequency: '',
		choice: ''
	};
	function words(is: BriefAnswer): string {
		switch (is.kind) {
			case 'entry':
				return [is.entry, ...is.alsoAllowed].join(' or ');
			case 'direction':
				return `${formatHeading(is.deg)}°`;
			case 'seconds':
				return `${is.seconds.toFixed(0)} s`;
			case 'altitude':
				return `${Math.round(is.ft)} ft`;
			case 'rate':
				return `${Math.round(Math.abs(is.fpm) / 10) * 10} ft/min`;
			case 'frequency':
				return `${is.unit === 'MHz' ? is.value.toFixed(2) : is.value} ${is.unit}`;
			case 'choice':
				return is.right;
			default:
				return `${is.nm.toFixed(1)} NM`;
		}
	}
	function off(is: BriefAnswer, tried: string): string {
		const by = (value: number, decimals: number, unit: string) =>
			Number(value.toFixed(decimals)) === 0 ? '' : `yours is off by ${signed(value, decimals)}${unit}`;
		const value = Number(tried);
		switch (is.kind) {
			case 'direction':
				return by(signedDeg(value - is.deg), 0, '°');
			case 'seconds':
				return by(value - is.seconds, 0, ' s');
			case 'distance':
				return by(value - is.nm, 1, ' NM');
			case 'altitude':
				return by(value - is.ft, 0, ' ft');
			case 'rate':
				return by(Math.abs(value) - Math.abs(is.fpm), 0, ' ft/min');
			default:
				return '';
		}
	}
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
				{#each asked as { id, phase, ask, kind, options, tried, answer }, i (id)}
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
								{#if options}
									<Select label={ask} place="unseen" name="entered" value={tried ?? ''} {options} />
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
								{#await import('./Explained.svelte') then { default: Explained }}
									<Explained
										by={answer.worked.by}
										link={linkOf(rounded(answer.worked.input))}
										{ask}
										drawn={questions.every((one) => one.tried !== null)}
									/>
								{/await}
							</td>
						</tr>
					{/if}
				{/each}
			</tbody>
		</table>
	</div>
{/if}
