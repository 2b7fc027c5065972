<script lang="ts">
	import { formatClock, formatTarget, itemName, signed, type Grade } from '@hanza/core';
	import type { Reading } from './reading.svelte.js';
	import Verdict from '$lib/ui/Verdict.svelte';

	const { grade, reading }: { grade: Grade; reading: Reading } = $props();
	const sized = (value: number) => signed(value, Math.abs(value) < 10 ? 1 : 0);
</script>

<div class="overflow-x-auto">
	<table class="table text-sm">
		<thead>
			<tr>
				<th>Phase</th><th>Item</th><th class="number">Target</th><th class="number">Limits</th><th
					class="number">Inside</th
				>
				<th class="number">Bias</th><th class="number">Spread</th><th class="number">Worst, when</th>
				<th class="number">Excursions</th><th class="number">Settled</th><th class="number">Overshoot</th><th
					>Verdict</th
				><th class="number">Score</th>
			</tr>
		</thead>
		<tbody>
			{#each grade.phases as phase, p (phase.id)}
				{#each phase.verdict === 'not asked' ? [] : phase.items as item, i (item.kind)}
					<tr
						class={reading.phase === p && (reading.item === null || reading.item === item.kind)
							? 'bg-accent-soft'
							: ''}
					>
						{#if i === 0}
							<td rowspan={phase.items.length}>
								{phase.name}
								<span class="block text-ink-soft">
									{phase.startSeconds === null
										? 'not flown'
										: `${formatClock(phase.startSeconds)}–${phase.endSeconds === null ? 'end' : formatClock(phase.endSeconds)}`}
								</span>
							</td>
						{/if}
						<td>{itemName(item.kind)}{item.mode === 'reach' ? ', at the end' : ''}</td>
						<td class="number">{formatTarget(item.kind, item.target)}</td>
						<td class="number">+{item.limits.above} −{item.limits.below}</td>
						<td class="number"
							>{item.inTolerancePercent === undefined ? '' : `${Math.round(item.inTolerancePercent)} %`}</td
						>
						<td class="number">{item.bias === undefined ? '' : sized(item.bias)}</td>
						<td class="number"
							>{item.spread === undefined || item.mode === 'reach' ? '' : item.spread.toFixed(1)}</td
						>
						<td class="number">
							{#if item.worst}
								{sized(item.worst.deviation)}
								<button
									class="cursor-pointer underline"
									onclick={() => reading.chooseItem(p, item.kind, item.worst!.atSeconds)}
									>{formatClock(item.worst.atSeconds)}</button
								>
							{/if}
						</td>
						<td class="number">{item.mode === 'hold' ? (item.excursions?.length ?? '') : ''}</td>
						<td class="number"
							>{item.settleSeconds === undefined
								? ''
								: item.settleSeconds === null
									? 'never'
									: `${item.settleSeconds.toFixed(0)} s`}</td
						>
						<td class="number">{item.overshoot === undefined ? '' : Math.round(item.overshoot)}</td>
						<td>
							<Verdict verdict={item.verdict} />
							{#if !item.decisive}<span class="block text-ink-soft" title={item.limitsFrom}
									>school figure</span
								>{/if}
						</td>
						<td class="number">{item.score === undefined ? '' : Math.round(item.score)}</td>
					</tr>
				{/each}
			{/each}
		</tbody>
	</table>
</div>
