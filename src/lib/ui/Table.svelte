<script lang="ts" generics="R extends { id: string }">
	import type { Snippet } from 'svelte';
	import {
		createTable,
		getCoreRowModel,
		getFilteredRowModel,
		getSortedRowModel,
		type SortingState
	} from '@tanstack/table-core';
	import ArrowDown from '@lucide/svelte/icons/arrow-down';
	import ArrowUp from '@lucide/svelte/icons/arrow-up';
	import { page } from './awake.svelte.js';
	import { matches } from './choices.js';
	import type { Column } from './table.js';

	interface Props {
		/** Read out; unseen. */
		caption: string;
		columns: readonly Column<R>[];
		rows: readonly R[];
		/** How a cell looks. */
		cell: Snippet<[R, string]>;
		/** Said where there is nothing. */
		empty: string;
		/** Where a row leads: opened by Enter on it. */
		href?: (row: R) => string | null;
		/** A field over the table that narrows it by words; from so many rows on. */
		filterFrom?: number;
		/** What stands beside the filter. */
		tools?: Snippet;
		/** Rows shown at first; the rest comes at a press. */
		most?: number;
		/** Of these, how many a screen shows: the server lays out no more, the rest comes when the page is awake. */
		ofScreen?: number;
	}
	const {
		caption,
		columns,
		rows,
		cell,
		empty,
		href,
		filterFrom = 8,
		tools,
		most = 60,
		ofScreen = 16
	}: Props = $props();
	let sorting = $state<SortingState>([]);
	let filter = $state('');
	let all = $state(false);
	let body = $state<HTMLElement | null>(null);
	/** The row that Tab comes to. */
	let at = $state(0);

	const table = $derived(
		createTable<R>({
			data: rows as R[],
			columns: columns.map((column) => ({
				id: column.id,
				accessorFn: (row: R) => column.value?.(row) ?? null,
				enableSorting: column.value !== undefined,
				sortUndefined: 'last' as const,
				sortDescFirst: column.number ?? false
			})),
			state: { sorting, globalFilter: filter, columnPinning: { left: [], right: [] } },
			onStateChange: () => {},
			onSortingChange: (next) => (sorting = typeof next === 'function' ? next(sorting) : next),
			globalFilterFn: (row) =>
				matches(columns.map((column) => column.value?.(row.original) ?? '').join(' '), filter),
			getColumnCanGlobalFilter: () => true,
			getCoreRowModel: getCoreRowModel(),
			getSortedRowModel: getSortedRowModel(),
			getFilteredRowModel: getFilteredRowModel(),
			getRowId: ({ id }) => id,
			renderFallbackValue: null
		})
	);
	const found = $derived(table.getRowModel().rows.map(({ original }) => original));
	const here = page();
	const shown = $derived(all ? found : found.slice(0, here.isAwake ? most : Math.min(most, ofScreen)));
	const sortOf = (id: string) => sorting.find((one) => one.id === id);

	function keydown(event: KeyboardEvent): void {
		const row = (event.target as HTMLElement).closest('tr');
		if (!row || event.target !== row || !body) return;
		const list = [...body.querySelectorAll<HTMLElement>('tr[data-row]')];
		const index = list.indexOf(row);
		const next = { ArrowDown: index + 1, ArrowUp: index - 1, Home: 0, End: list.length - 1 }[event.key];
		if (next !== undefined) {
			event.preventDefault();
			at = Math.max(0, Math.min(list.length - 1, next));
			list[at]?.focus();
		} else if (event.key === 'Enter') row.querySelector<HTMLElement>('a[href], button')?.click();
	}
</script>

{#if rows.length >= filterFrom || tools}
	<div class="no-print mb-2 flex flex-wrap items-end justify-between gap-3">
		{#if rows.length >= filterFrom}
			<label class="flex items-center gap-2">
				<span class="text-ink-soft">Find</span>
				<input
					class="field w-56 max-w-full"
					type="search"
					bind:value={filter}
					placeholder="words of a row"
					aria-label="Find in: {caption}"
				/>
				{#if filter}<span class="text-sm text-ink-soft" role="status">{found.length} of {rows.length}</span
					>{/if}
			</label>
		{:else}<span></span>{/if}
		{@render tools?.()}
	</div>
{/if}
<div class="sheet max-sm:border-x-0">
	<table class="table stacks">
		<caption class="sr-only">{caption}</caption>
		<thead class="sticky-head">
			<tr>
				{#each columns as column (column.id)}
					{@const sort = sortOf(column.id)}
					<th
						class={column.number ? 'number' : ''}
						aria-sort={sort ? (sort.desc ? 'descending' : 'ascending') : undefined}
					>
						{#if column.value}
							<button
								type="button"
								class="inline-flex cursor-pointer items-center gap-1 text-left hover:text-ink"
								onclick={() => table.getColumn(column.id)?.toggleSorting()}
								>{column.head}{#if sort}{#if sort.desc}<ArrowDown
											class="size-3.5"
											aria-hidden="true"
										/>{:else}<ArrowUp class="size-3.5" aria-hidden="true" />{/if}{/if}</button
							>
						{:else}{column.head}{/if}
					</th>
				{/each}
			</tr>
		</thead>
		<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
		<tbody bind:this={body} onkeydown={keydown}>
			{#each shown as row, i (row.id)}
				<tr
					data-row
					tabindex={i === Math.min(at, shown.length - 1) ? 0 : -1}
					onfocus={(event) => event.target === event.currentTarget && (at = i)}
					class="hover:bg-accent-soft/40"
					data-href={href?.(row)}
				>
					{#each columns as column (column.id)}
						<td class={column.number ? 'number' : ''} data-head={column.head}
							>{@render cell(row, column.id)}</td
						>
					{/each}
				</tr>
			{:else}
				<tr
					><td colspan={columns.length} class="text-ink-soft"
						>{rows.length === 0 ? empty : 'No row has these words.'}</td
					></tr
				>
			{/each}
		</tbody>
	</table>
</div>
{#if found.length > shown.length}
	<p class="no-print mt-2">
		<button type="button" class="button" onclick={() => (all = true)}>All {found.length}</button>
	</p>
{/if}
