<script lang="ts">
	import { goto } from '$app/navigation';
	import { enhance } from '$app/forms';
	import { dayNumber, emptyEntry, formatMinutes, typedOf, type LogEntry } from '@hanza/core';
	import Term from '$lib/help/Term.svelte';
	import EntryForm from '$lib/log/EntryForm.svelte';
	import LogRooms from '$lib/log/LogRooms.svelte';
	import { amountWords, planWords } from '$lib/rating/words.js';
	import DateField from '$lib/ui/DateField.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Select from '$lib/ui/Select.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import { formatDay, formatMoment } from '$lib/ui/format.js';

	const { data, form } = $props();
	const refused = $derived(refusedOf(form as object | null));
	const instructs = $derived(data.person.role === 'instructor');
	const { rules, requirements, tried, plan, beside } = $derived(data);
	const missing = $derived(requirements.filter(({ met }) => !met));
	let open = $state<string | null>(null);

	const address = (change: Record<string, string | null>): string => {
		const now: Record<string, string | null> = {
			rules: data.isGoal ? null : rules.id,
			asOf: null,
			beside: beside?.id ?? null,
			...data.whatIf,
			...change
		};
		return `?${new URLSearchParams(Object.entries(now).flatMap(([key, value]) => (value ? [[key, value]] : [])))}`;
	};
	const look = (change: Record<string, string | null>) =>
		goto(address(change), { noScroll: true, keepFocus: true });
	const without = Object.fromEntries(
		Object.keys(typedOf(emptyEntry('2000-01-01'))).map((field) => [field, null])
	);
	const triedOf = (id: string) => tried?.requirements.find((one) => one.id === id) ?? null;
	const share = (have: number, need: number) => Math.min(100, (100 * have) / need);
	/** The proposed flight as an entry that can be tried. */
	const planEntry = $derived.by((): LogEntry | null => {
		if (!plan) return null;
		const { entry } = plan;
		return {
			...emptyEntry(data.asOf),
			device: entry.device,
			totalMinutes: entry.totalMinutes,
			picMinutes: entry.picMinutes,
			crossCountryMinutes: entry.crossCountryMinutes,
			dualMinutes: entry.dualMinutes,
			instructor: entry.dualMinutes > 0 ? 'an instructor' : '',
			instrumentInstructor: entry.instrumentInstructor,
			simulatedMinutes: entry.simulatedMinutes,
			safetyPilot: entry.safetyPilot ? 'a safety pilot' : '',
			approaches: entry.approaches.map(({ kind, place }) => ({
				kind,
				runway: '',
				place: place.replaceAll(' ', '_')
			})),
			holds: entry.holds,
			tracking: entry.tracking,
			instrumentRules: entry.instrumentRules,
			directedRouteNm: entry.directedRouteNm,
			via: entry.places
				.slice(0, -1)
				.map((place) => place.replaceAll(' ', '_'))
				.join(' '),
			to: entry.places.at(-1)?.replaceAll(' ', '_') ?? ''
		};
	});
	/** Practice in the trainer for what the plan has in it, with the plan as the word to the student. */
	const practiceAddress = $derived.by(() => {
		if (!plan) return '/set';
		const note = `Toward: ${planWords(plan).join(' ')}`.slice(0, 500);
		return `/set?${new URLSearchParams({ student: data.student.id, note, ...(data.practice ? { card: data.practice } : {}) })}`;
	});
	const tryIt = (typed: Record<string, string>) =>
		look({ ...without, ...Object.fromEntries(Object.entries(typed).filter(([field]) => field !== 'date')) });
	let typing = $state<Record<string, string> | null>(null);
	const known = { types: [], registrations: [], places: [], instructors: [], safetyPilots: [] };
	const daysUntil = (day: string) => dayNumber(day) - dayNumber(data.asOf);
</script>

<svelte:head><title>Way to the rating · {data.student.name} · Hanza</title></svelte:head>

<h1>{instructs ? `Log of ${data.student.name}` : 'Way to the rating'}</h1>
{#if instructs}<LogRooms base={data.base} at="rating" />{/if}

<div class="mt-3 flex flex-wrap items-end justify-between gap-3">
	<div class="flex flex-wrap items-end gap-3">
		<Select
			label="By the rules of"
			value={rules.id}
			onchange={(id) => void look({ rules: id })}
			options={data.sets.map(({ id, name }) => ({ value: id, text: name }))}
		/>
		{#if !data.isGoal}
			<form method="POST" action="?/goal" use:enhance>
				<button class="button" name="rules" value={rules.id}
					>{instructs ? 'Worked for by this student' : 'This is what I work for'}</button
				>
			</form>
		{/if}
		<DateField label="as of" value={data.asOf} onchange={(asOf) => void look({ asOf })} />
		<Select
			label="Beside it"
			value={beside?.id ?? ''}
			onchange={(id) => void look({ beside: id || null })}
			options={[
				{ value: '', text: 'nothing' },
				...data.sets.filter(({ id }) => id !== rules.id).map(({ id, name }) => ({ value: id, text: name }))
			]}
		/>
	</div>
	<form method="POST" action="?/check" use:enhance class="no-print">
		<input type="hidden" name="rules" value={rules.id} /><input type="hidden" name="asOf" value={data.asOf} />
		<button class="button">Keep this check</button>
	</form>
</div>
{#if data.refusal}<p class="mt-2 text-limit" role="alert">✕ {data.refusal}</p>{/if}

<div class="mt-4 grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
	<div class="grid grid-cols-[minmax(0,1fr)] content-start gap-4">
		<section class="sheet" aria-label="Requirements">
			<p class="border-b border-line px-3 py-2">
				{#if missing.length === 0}<strong>✓ Everything is met</strong>{:else}<strong
						>{requirements.length - missing.length} of {requirements.length} met.</strong
					>
					Missing: {missing.map(({ name }) => name.toLowerCase()).join(', ')}.{/if}
				{#if data.unconfirmed > 0}<span class="block text-sm text-caution"
						>▲ {data.unconfirmed} of {data.entries} entries are not confirmed yet; they are counted here all the
						same.</span
					>{/if}
				{#if data.trainerMinutes > 0}<span class="block text-sm text-ink-soft"
						>Practice in this trainer, {formatMinutes(data.trainerMinutes)} h, stands apart and is counted nowhere.</span
					>{/if}
			</p>
			<ul class="divide-y divide-line" data-testid="requirements">
				{#each requirements as one (one.id)}
					{@const after = triedOf(one.id)}
					<li class="px-3 py-2.5" data-requirement={one.id}>
						<div class="flex flex-wrap items-baseline justify-between gap-x-4">
							<span class="font-semibold"
								><span class={one.met ? 'text-accent' : 'text-ink-soft'} aria-hidden="true"
									>{one.met ? '✓' : '○'}</span
								>
								{one.name}
								{#if one.source}<span class="text-sm font-normal text-ink-soft">{one.source}</span>{/if}</span
							>
							<span class="tabular-nums">
								{amountWords(one.have, one.unit)} of {amountWords(one.need, one.unit)}{#if !one.met}<span
										class="text-limit">, {amountWords(one.missing, one.unit)} missing</span
									>{/if}
							</span>
						</div>
						<div
							class="relative mt-1.5 h-2 overflow-hidden rounded-full bg-line"
							role="img"
							aria-label="{one.name}: {Math.round(share(one.have, one.need))} %"
						>
							{#if after && after.have > one.have}<div
									class="absolute inset-y-0 left-0 rounded-full border-r-2 border-accent bg-accent-soft"
									style:width="{share(after.have, one.need)}%"
								></div>{/if}
							<div
								class="absolute inset-y-0 left-0 rounded-full {one.met ? 'bg-accent' : 'bg-trace'}"
								style:width="{share(one.have, one.need)}%"
							></div>
						</div>
						<p class="mt-1 flex flex-wrap gap-x-4 text-sm text-ink-soft">
							{#if after && after.have !== one.have}<span class="text-accent"
									>{tried?.words}: {amountWords(after.have, one.unit)}{after.missing > 0
										? `, ${amountWords(after.missing, one.unit)} missing`
										: ', met'}</span
								>{/if}
							{#if one.takenByCaps > 0}<span
									><Term to="log#what-counts">caps</Term> took {amountWords(one.takenByCaps, one.unit)}</span
								>{/if}
							{#if one.last90 !== null && !one.met}<span
									>last 30 days {amountWords(one.last30 ?? 0, one.unit)}, last 90 {amountWords(
										one.last90,
										one.unit
									)}</span
								>{/if}
							{#if one.forecast}<span>at the pace of the last 90 days met on {formatDay(one.forecast)}</span
								>{/if}
							{#if one.window}<span>since {formatDay(one.window.from)}</span>{/if}
							{#if one.lapses}<span class={daysUntil(one.lapses) <= 62 ? 'text-caution' : ''}
									>{daysUntil(one.lapses) <= 62 ? '▲ ' : ''}lapses on {formatDay(one.lapses)}, in {daysUntil(
										one.lapses
									)} days</span
								>{:else if one.window && one.window.fallsOut[0]}<span
									>{amountWords(one.window.fallsOut[0].amount, one.unit)} falls out on {formatDay(
										one.window.fallsOut[0].on
									)}</span
								>{/if}
							<button
								type="button"
								class="no-print cursor-pointer text-accent hover:underline"
								aria-expanded={open === one.id}
								onclick={() => (open = open === one.id ? null : one.id)}
								>{one.counted.length + one.countedMore} count, {one.notCounted.reduce(
									(sum, { entries, more }) => sum + entries.length + more,
									0
								)} do not</button
							>
						</p>
						{#if open === one.id}
							<div class="mt-2 grid gap-4 text-sm sm:grid-cols-2" data-testid="counted">
								<div>
									<h3 class="font-semibold">Counts</h3>
									<ul>
										{#each one.counted as entry (entry.id)}
											<li><a href="/log/entry/{entry.id}">{formatDay(entry.date)}</a> {entry.words}</li>
										{:else}<li class="text-ink-soft">nothing</li>{/each}
										{#if one.countedMore > 0}<li class="text-ink-soft">and {one.countedMore} before</li>{/if}
									</ul>
								</div>
								<div>
									<h3 class="font-semibold">Does not count</h3>
									{#each one.notCounted as { reason, entries, more } (reason)}
										<p class="mt-1">{reason}:</p>
										<ul>
											{#each entries.slice(0, 6) as entry (entry.id)}
												<li><a href="/log/entry/{entry.id}">{formatDay(entry.date)}</a> {entry.words}</li>
											{/each}
											{#if entries.length + more > 6}<li class="text-ink-soft">
													and {entries.length + more - 6} more
												</li>{/if}
										</ul>
									{:else}<p class="text-ink-soft">nothing</p>{/each}
								</div>
							</div>
						{/if}
					</li>
				{/each}
			</ul>
		</section>
		{#if beside}
			<section class="sheet p-3" aria-label="Beside: {beside.name}" data-testid="beside">
				<h2>By {beside.name}</h2>
				<table class="table dense mt-1">
					<thead
						><tr
							><th>Requirement</th><th class="number">Have</th><th class="number">Need</th><th class="number"
								>Missing</th
							></tr
						></thead
					>
					<tbody>
						{#each beside.requirements as one (one.id)}
							<tr>
								<td>{one.name}</td>
								<td class="number">{amountWords(one.have, one.unit)}</td>
								<td class="number">{amountWords(one.need, one.unit)}</td>
								<td class="number {one.missing > 0 ? 'text-limit' : ''}"
									>{one.missing > 0 ? amountWords(one.missing, one.unit) : '✓'}</td
								>
							</tr>
						{/each}
					</tbody>
				</table>
			</section>
		{/if}
		<section class="sheet p-3" aria-label="Endorsements">
			<h2>What is signed before the test</h2>
			<p class="text-sm text-ink-soft">
				Words drafted from the reference; check them against its current text before you sign.
			</p>
			<ul class="mt-2 divide-y divide-line" data-testid="endorsements">
				{#each data.endorsements as one (one.kind)}
					<li class="py-2">
						<p class="flex flex-wrap items-baseline justify-between gap-3">
							<span
								><span aria-hidden="true">{one.given && !one.given.isExpired ? '✓' : '○'}</span>
								<strong>{one.name}</strong> <span class="text-sm text-ink-soft">{one.source}</span></span
							>
							{#if one.given}<span class="text-sm {one.given.isExpired ? 'text-caution' : 'text-ink-soft'}"
									>{one.given.authorName}, {formatDay(one.given.givenOn)}{one.given.expiresOn
										? one.given.isExpired
											? `; ran out on ${formatDay(one.given.expiresOn)}`
											: `, until ${formatDay(one.given.expiresOn)}`
										: ''}</span
								>{:else}<span class="text-sm text-ink-soft">not signed</span>{/if}
						</p>
						{#if one.given}<p class="mt-1 text-sm">{one.given.words}</p>{/if}
						{#if instructs}
							<div class="no-print mt-1">
								{#if one.given}
									<form method="POST" action="?/withdraw" use:enhance>
										<button class="button" name="endorsement" value={one.given.id}>Withdraw</button>
									</form>
								{/if}
								{#if !one.given || one.given.isExpired}
									<Fold title="Sign: {one.name.toLowerCase()}">
										<form method="POST" action="?/sign" use:enhance class="grid gap-2">
											<input type="hidden" name="kind" value={one.kind} />
											<textarea
												class="field"
												name="words"
												rows="3"
												aria-label="Words of the endorsement"
												maxlength="2000">{one.words}</textarea
											>
											<div class="flex flex-wrap items-center gap-3">
												<label class="flex items-center gap-2"
													>on <input class="field w-32" name="givenOn" value={data.asOf} /></label
												>
												<button class="button button-main">Sign</button>
												{#if refused.errors.words ?? refused.errors.givenOn}<span
														class="text-sm text-limit"
														role="alert">{refused.errors.words ?? refused.errors.givenOn}</span
													>{/if}
											</div>
										</form>
									</Fold>
								{/if}
							</div>
						{/if}
					</li>
				{/each}
			</ul>
		</section>
	</div>

	<aside class="grid grid-cols-[minmax(0,1fr)] content-start gap-4">
		{#if plan}
			<section class="sheet p-3" aria-label="The flight that would serve most" data-testid="plan">
				<h2><Term to="log#forecast-and-the-one-flight">One flight that would serve most</Term></h2>
				<ul class="mt-1 list-disc pl-5">
					{#each planWords(plan) as sentence (sentence)}<li>{sentence}</li>{/each}
				</ul>
				<p class="mt-2 text-sm text-ink-soft">It brings on:</p>
				<ul class="text-sm">
					{#each plan.serves as { id, name, unit, gain, missing } (id)}
						<li>
							{name}: {amountWords(gain, unit)}{missing === 0
								? ', then met'
								: `, ${amountWords(missing, unit)} left`}
						</li>
					{/each}
				</ul>
				<p class="no-print mt-3 flex flex-wrap gap-2">
					<button type="button" class="button" onclick={() => planEntry && void tryIt(typedOf(planEntry))}
						>Try it here</button
					>
					{#if instructs}<a class="button" href={practiceAddress}>Set practice for it</a>{/if}
					<button type="button" class="button" onclick={() => print()}>Print</button>
				</p>
				<p class="mt-2 text-sm text-ink-soft">
					Worked out at 110 kt over ground; command and dual are not taken together.
				</p>
			</section>
		{/if}
		<section class="sheet p-1.5" aria-label="What if">
			<Fold title="What if: an entry that is only tried" open={data.whatIf !== null}>
				{#key data.whatIf ? JSON.stringify(data.whatIf) : ''}
					<div class="what-if">
						<EntryForm
							start={emptyEntry(data.asOf)}
							typedStart={data.whatIf}
							today={data.asOf}
							{known}
							action=""
							ontyped={(typed) => (typing = typed)}
						/>
					</div>
				{/key}
				<p class="mt-2 flex gap-2">
					<button
						type="button"
						class="button button-main"
						disabled={!typing}
						onclick={() => typing && void tryIt(typing)}>Try it</button
					>
					{#if data.whatIf}<button type="button" class="button" onclick={() => void look(without)}
							>Without it</button
						>{/if}
				</p>
			</Fold>
		</section>
		<section class="sheet p-3 text-sm" aria-label="The rules">
			<h2>{rules.name}</h2>
			<p class="mt-1">{rules.source}. {rules.edition}.</p>
			{#if rules.reading.length > 0}
				<p class="mt-2 text-ink-soft">Read here as:</p>
				<ul class="list-disc pl-5 text-ink-soft">
					{#each rules.reading as sentence (sentence)}<li>{sentence}</li>{/each}
				</ul>
			{/if}
			<p class="mt-2 text-ink-soft">
				Check the current regulation: the head of training and the authority decide.
			</p>
			{#if instructs}<p class="no-print mt-2"><a href="/library/rules/{rules.id}">The set itself</a></p>{/if}
		</section>
		{#if data.checks.length > 0}
			<section class="sheet p-3 text-sm" aria-label="Checks that were kept">
				<h2>Kept checks</h2>
				<ul>
					{#each data.checks as check (check.id)}
						<li>
							<a href="{data.base}/rating/{check.id}">{formatMoment(check.createdAt)}</a>, as of {formatDay(
								check.asOf
							)}, by {check.authorName}
						</li>
					{/each}
				</ul>
			</section>
		{/if}
	</aside>
</div>

<style>
	/* Beside the requirements there is room for two fields. */
	.what-if :global(form > .grid) {
		grid-template-columns: repeat(2, minmax(0, 1fr));
	}
	.what-if :global(form > .grid > *) {
		grid-column: auto;
	}
</style>
