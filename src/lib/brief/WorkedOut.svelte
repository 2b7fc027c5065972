<script lang="ts">
	import FieldError from '$lib/ui/FieldError.svelte';
	import type { RefusedForm } from '$lib/ui/form.js';
	import { enhance } from '$app/forms';
	import { formatHeading, signed, signedDeg, type BriefAnswer, type WorkedOut } from '@hanza/core';
	import { linkOf } from '$lib/bench/tools.js';

	interface Props {
		questions: readonly WorkedOut[];
		/** Magnetic; null where the card keeps it to itself. */
		wind: { fromDeg: number; speedKt: number } | null;
		altitudeFt: number;
		refused: RefusedForm;
	}
	const { questions, wind, altitudeFt, refused }: Props = $props();

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
<div class="sheet mt-2 overflow-x-auto">
	<table class="table stacks">
		<thead><tr><th>What</th><th>Yours</th><th>Worked out</th><th></th></tr></thead>
		<tbody>
			{#each questions as { id, phase, ask, kind, tried, answer }, i (id)}
				{@const wrong = refused.entered.question === id ? refused : null}
				<tr>
					<td
						>{ask}{#if phase !== questions[i - 1]?.phase}<span class="block text-sm text-ink-soft"
								>{phase}</span
							>{/if}</td
					>
					<td>
						<form method="POST" action="?/compute" use:enhance class="flex flex-wrap items-center gap-2">
							<input type="hidden" name="question" value={id} />
							<label class="flex items-center gap-1">
								<span class="sr-only">{ask}</span>
								{#if kind === 'entry'}
									<select class="field" name="entered" value={tried ?? ''}>
										<option value="" disabled>choose</option>
										{#each ['direct', 'teardrop', 'parallel'] as entry (entry)}<option>{entry}</option>{/each}
									</select>
								{:else}
									<input
										class="field w-20 text-right"
										name="entered"
										inputmode="decimal"
										value={wrong?.entered.entered ?? tried ?? ''}
									/>
									{UNITS[kind]}
								{/if}
							</label>
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
								{#if answer.worked}<a
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
			{/each}
		</tbody>
	</table>
</div>
