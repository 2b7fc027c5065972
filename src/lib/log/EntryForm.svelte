<script lang="ts">
	import '$lib/contracts/ready/log.js';
	import { tick, untrack } from 'svelte';
	import { enhance } from '$app/forms';
	import { invalidateAll } from '$app/navigation';
	import {
		formatMinutes,
		LOG_DEVICES,
		readDay,
		readMinutes,
		readTyped,
		typedOf,
		type LogEntry,
		type LogField,
		type TypedEntry
	} from '@hanza/core';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Select from '$lib/ui/Select.svelte';
	import { refusedOf } from '$lib/ui/form.js';
	import { formatDay } from '$lib/ui/format.js';
	import { DEVICE_NAMES, FIELD_NAMES } from './words.js';

	interface Props {
		/** What stands in it at first. */
		start: LogEntry;
		today: string;
		known: Record<'types' | 'registrations' | 'places' | 'instructors' | 'safetyPilots', string[]>;
		/** The form's action, and what it sends besides. */
		action: string;
		hidden?: Record<string, string>;
		refused?: object | null;
		/** The entry was confirmed: to change it wants a reason. */
		closed?: boolean;
		button?: string;
		/** A new entry after another: once it is kept, the next begins. */
		many?: boolean;
		/** Nothing is sent: what is typed is handed over. */
		ontyped?: (typed: Record<LogField, string>) => void;
		/** What was typed before, over `start`. */
		typedStart?: TypedEntry | null;
	}
	const {
		start,
		today,
		known,
		action,
		hidden = {},
		refused: said = null,
		closed = false,
		button = 'Keep it',
		many = false,
		ontyped,
		typedStart = null
	}: Props = $props();
	const id = $props.id();
	const refused = $derived(refusedOf(said));
	const fresh = (entry: LogEntry): Record<LogField, string> => ({ ...typedOf(entry), date: entry.date });
	let typed = $state(untrack(() => ({ ...fresh(start), ...typedStart })));
	let reason = $state('');
	let touched = $state(false);
	let kept = $state<string | null>(null);
	let form = $state<HTMLFormElement | null>(null);
	// The next entry begins with what the last one left.
	$effect(() => {
		const next = { ...fresh(start), ...typedStart };
		untrack(() => {
			if (many && !touched) typed = next;
		});
	});

	const read = $derived(readTyped(typed, today));
	const problems = $derived('problems' in read ? read.problems : read.cautions);
	const isError = $derived('problems' in read);
	/** A field that nothing was typed in yet is not scolded. */
	const wordsOf = (field: LogField): string | null => {
		if (refused.errors[field] && !touched) return refused.errors[field]!;
		const problem = problems.find((one) => one.field === field);
		return problem &&
			(typed[field].trim() !== '' || touched) &&
			!(field === 'totalMinutes' && typed[field].trim() === '')
			? problem.words
			: null;
	};
	const tried = <T,>(work: () => T): T | null => {
		try {
			return work();
		} catch {
			return null;
		}
	};
	const dayRead = $derived(tried(() => readDay(typed.date, today, '')));
	/** How a time is understood, where it is not written so already. */
	const timeRead = (field: LogField): string => {
		const text = typed[field].trim();
		const minutes = text === '' ? null : tried(() => readMinutes(text, ''));
		return minutes === null || formatMinutes(minutes) === text ? '' : `= ${formatMinutes(minutes)}`;
	};
	const yes = (field: LogField) => typed[field] === 'yes';
	const put = (field: LogField, value: string): void => {
		typed[field] = value;
		touched = true;
		kept = null;
		ontyped?.($state.snapshot(typed));
	};
	const TIMES = [
		'totalMinutes',
		'picMinutes',
		'crossCountryMinutes',
		'dualMinutes',
		'actualMinutes',
		'simulatedMinutes'
	] as const;
	/** A part that is all of the total is typed by one key. */
	function keydown(event: KeyboardEvent, field: LogField): void {
		if (event.key === '=' && field !== 'totalMinutes') {
			event.preventDefault();
			put(field, typed.totalMinutes);
		}
	}
</script>

{#snippet words(field: LogField)}
	{@const said = wordsOf(field)}
	{#if said}<span
			class="text-sm {isError ? 'text-limit' : 'text-caution'}"
			role={isError ? 'alert' : undefined}><span aria-hidden="true">{isError ? '✕' : '▲'}</span> {said}</span
		>{/if}
{/snippet}

{#snippet text(field: LogField, list: string | null, wide = '')}
	<label class="grid content-start gap-0.5 {wide}">
		<span class="text-sm text-ink-soft">{FIELD_NAMES[field]}</span>
		<input
			class="field min-w-0"
			name={field}
			list={list ? `${id}-${list}` : undefined}
			autocomplete="off"
			value={typed[field]}
			oninput={(event) => put(field, event.currentTarget.value)}
		/>
		{@render words(field)}
	</label>
{/snippet}

{#snippet time(field: LogField)}
	<label class="grid content-start gap-0.5">
		<span class="flex justify-between gap-1 text-sm text-ink-soft"
			>{FIELD_NAMES[field]} <span class="tabular-nums">{timeRead(field)}</span></span
		>
		<input
			class="field min-w-0 text-right tabular-nums"
			name={field}
			inputmode="decimal"
			autocomplete="off"
			placeholder={field === 'totalMinutes' ? '1:30' : ''}
			value={typed[field]}
			oninput={(event) => put(field, event.currentTarget.value)}
			onkeydown={(event) => keydown(event, field)}
		/>
		{@render words(field)}
	</label>
{/snippet}

{#snippet tick_(field: LogField)}
	<Checkbox
		label={FIELD_NAMES[field]}
		name={field}
		value="yes"
		checked={yes(field)}
		onchange={(checked) => put(field, checked ? 'yes' : '')}
	/>
{/snippet}

<form
	bind:this={form}
	method="POST"
	{action}
	class="grid gap-3"
	use:enhance={({ cancel }) => {
		touched = true;
		if (ontyped) cancel();
		return async ({ result, update }) => {
			if (result.type === 'success') {
				touched = false;
				kept = dayRead ? `${formatDay(dayRead)}, ${typed.totalMinutes}` : '';
				reason = '';
			} else if (result.type === 'failure') {
				touched = false;
				// Somebody else was there first: how it stands now is shown beside what was typed.
				if (result.status === 409) await invalidateAll();
			}
			await update({ reset: false });
			if (result.type === 'success' && many) {
				await tick();
				form?.querySelector<HTMLInputElement>('input[name=date]')?.select();
			}
		};
	}}
>
	{#each Object.entries(hidden) as [name, value] (name)}<input type="hidden" {name} {value} />{/each}
	{#each Object.entries(known) as [name, values] (name)}
		<datalist id="{id}-{name}"
			>{#each values as value (value)}<option {value}></option>{/each}</datalist
		>
	{/each}
	<div class="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4 lg:grid-cols-8">
		<label class="grid content-start gap-0.5">
			<span class="flex justify-between gap-1 text-sm text-ink-soft"
				>{FIELD_NAMES.date}
				<span>{dayRead && dayRead !== typed.date.trim() ? formatDay(dayRead) : ''}</span></span
			>
			<input
				class="field min-w-0"
				name="date"
				autocomplete="off"
				value={typed.date}
				oninput={(event) => put('date', event.currentTarget.value)}
			/>
			{@render words('date')}
		</label>
		<div class="grid content-start gap-0.5">
			<span class="text-sm text-ink-soft" aria-hidden="true">{FIELD_NAMES.device}</span>
			<Select
				label={FIELD_NAMES.device}
				place="unseen"
				class="w-full"
				name="device"
				value={typed.device}
				onchange={(value) => put('device', value)}
				options={LOG_DEVICES.map((value) => ({ value, text: DEVICE_NAMES[value] }))}
			/>
		</div>
		{@render text('aircraftType', 'types')}
		{@render text('registration', 'registrations')}
		{@render text('from', 'places')}
		{@render text('via', 'places')}
		{@render text('to', 'places')}
		{@render text('directedRouteNm', null)}
		{#each TIMES as field (field)}{@render time(field)}{/each}
		{@render text('holds', null)}
		{@render text('landings', null)}
		{@render text('instructor', 'instructors', 'col-span-2')}
		{@render text('safetyPilot', 'safetyPilots', 'col-span-2')}
		{@render text('approaches', null, 'col-span-2 sm:col-span-4')}
		{@render text('remarks', null, 'col-span-2 sm:col-span-4 lg:col-span-8')}
	</div>
	<div class="flex flex-wrap items-center gap-x-5 gap-y-2">
		{@render tick_('instrumentInstructor')}
		{@render tick_('tracking')}
		{@render tick_('instrumentRules')}
		{@render tick_('part142')}
	</div>
	{#if wordsOf('instrumentRules')}<p>{@render words('instrumentRules')}</p>{/if}
	{#if closed}
		<label class="grid gap-0.5">
			<span class="text-sm text-ink-soft">Why it is corrected: it was confirmed, and asks to be again</span>
			<input class="field" name="reason" bind:value={reason} maxlength="300" />
			{#if refused.errors.reason}<span class="text-sm text-limit" role="alert"
					>✕ The reason {refused.errors.reason}</span
				>{/if}
		</label>
	{/if}
	{#if refused.message}<p class="text-limit" role="alert">{refused.message}</p>{/if}
	<div class="flex flex-wrap items-center gap-x-4 gap-y-1">
		{#if !ontyped}<button class="button button-main">{button}</button>{/if}
		{#if kept !== null}<span class="text-sm text-ink-soft" role="status"
				>✓ Kept: {kept}. The next begins where it ended.</span
			>{/if}
		<span class="text-sm text-ink-soft max-sm:hidden"
			>Times as 1:30, 1.5 or 90; = puts the total in. Approaches as ILS/10/XVES; VOR/28/XOST</span
		>
	</div>
</form>
