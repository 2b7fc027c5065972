<script lang="ts">
	import { DatePicker } from 'bits-ui';
	import { getLocalTimeZone, parseDate, type DateValue } from '@internationalized/date';
	import CalendarDays from '@lucide/svelte/icons/calendar-days';
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import X from '@lucide/svelte/icons/x';
	import { page } from './awake.svelte.js';

	interface Props {
		label: string;
		/** A day, as YYYY-MM-DD; null while none is chosen. */
		value?: string | null;
		onchange?: (value: string | null) => void;
	}
	let { label, value = $bindable(null), onchange }: Props = $props();
	const button =
		'grid size-8 cursor-pointer place-items-center rounded text-ink-soft hover:bg-accent-soft hover:text-ink disabled:cursor-default disabled:opacity-40';
	const box = 'field flex items-center gap-0.5 py-0.5 pr-0.5';
	const here = page();
	const day = $derived(value === null ? undefined : parseDate(value));

	function choose(next: DateValue | undefined): void {
		value = next ? next.toString().slice(0, 10) : null;
		onchange?.(value);
	}
</script>

{#if !here.isAwake}
	<div class="flex items-center gap-2" inert>
		<span class="text-ink-soft">{label}</span>
		<div class={box}>
			<span class="px-0.5 {day ? '' : 'text-ink-soft'}"
				>{value === null ? 'dd/mm/yyyy' : value.split('-').reverse().join('/')}</span
			>
			<span class={button}><CalendarDays class="size-4" aria-hidden="true" /></span>
		</div>
	</div>
{:else}
	<!-- Written with the keys, a part at a time, or chosen in the month. -->
	<DatePicker.Root
		value={day}
		onValueChange={choose}
		locale="en-GB"
		weekStartsOn={1}
		fixedWeeks
		weekdayFormat="short"
		calendarLabel={label}
	>
		<div class="flex items-center gap-2">
			<DatePicker.Label class="text-ink-soft">{label}</DatePicker.Label>
			<div class={box}>
				<DatePicker.Input class="flex items-center">
					{#snippet children({ segments })}
						{#each segments as { part, value: text }, i (part + i)}
							<DatePicker.Segment
								{part}
								class="rounded px-0.5 focus:bg-accent-soft {part === 'literal'
									? 'text-ink-soft'
									: ''} data-placeholder:text-ink-soft">{text}</DatePicker.Segment
							>
						{/each}
					{/snippet}
				</DatePicker.Input>
				<DatePicker.Trigger class={button} aria-label="{label}: the month">
					<CalendarDays class="size-4" aria-hidden="true" />
				</DatePicker.Trigger>
				{#if value !== null}
					<button
						type="button"
						class={button}
						aria-label="{label}: any day"
						onclick={() => choose(undefined)}
					>
						<X class="size-4" aria-hidden="true" />
					</button>
				{/if}
			</div>
		</div>
		<DatePicker.Portal>
			<DatePicker.Content
				sideOffset={4}
				collisionPadding={8}
				class="z-50 rounded-md border border-line bg-sheet p-2 text-ink shadow-lg"
			>
				<DatePicker.Calendar>
					{#snippet children({ months, weekdays })}
						<DatePicker.Header class="flex items-center justify-between">
							<DatePicker.PrevButton class={button} aria-label="The month before">
								<ChevronLeft class="size-4" aria-hidden="true" />
							</DatePicker.PrevButton>
							<DatePicker.Heading class="font-semibold" />
							<DatePicker.NextButton class={button} aria-label="The month after">
								<ChevronRight class="size-4" aria-hidden="true" />
							</DatePicker.NextButton>
						</DatePicker.Header>
						{#each months as month (month.value.toDate(getLocalTimeZone()).getTime())}
							<DatePicker.Grid class="mt-1 border-collapse">
								<DatePicker.GridHead>
									<DatePicker.GridRow>
										{#each weekdays as weekday (weekday)}
											<DatePicker.HeadCell class="size-8 text-sm font-normal text-ink-soft"
												>{weekday.slice(0, 2)}</DatePicker.HeadCell
											>
										{/each}
									</DatePicker.GridRow>
								</DatePicker.GridHead>
								<DatePicker.GridBody>
									{#each month.weeks as week (week[0]!.toString())}
										<DatePicker.GridRow>
											{#each week as date (date.toString())}
												<DatePicker.Cell {date} month={month.value} class="p-0">
													<DatePicker.Day
														class="grid size-8 cursor-pointer place-items-center rounded hover:bg-accent-soft data-outside-month:text-ink-soft data-outside-month:opacity-60 data-selected:bg-accent data-selected:text-sheet data-today:font-bold"
													/>
												</DatePicker.Cell>
											{/each}
										</DatePicker.GridRow>
									{/each}
								</DatePicker.GridBody>
							</DatePicker.Grid>
						{/each}
					{/snippet}
				</DatePicker.Calendar>
			</DatePicker.Content>
		</DatePicker.Portal>
	</DatePicker.Root>
{/if}
