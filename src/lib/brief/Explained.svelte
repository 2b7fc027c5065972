<script lang="ts">
	import BenchDrawing from '$lib/bench/BenchDrawing.svelte';
	import { inputsOf, TOOLS, type Answer, type ToolId } from '$lib/bench/tools.js';

	interface Props {
		by: ToolId;
		/** The query of the Bench's link: the inputs as they were worked with. */
		link: string;
		/** What was asked: only its own row is told, the others may still be to be tried. */
		ask: string;
		/** Everything that the drawing would show has been tried. */
		drawn: boolean;
	}
	/** What an answer follows from: the rule beside the exact, and the drawing to scale. */
	const { by, link, ask, drawn }: Props = $props();
	const tool = $derived(TOOLS[by]);
	const found = $derived.by((): Answer | null => {
		const inputs = inputsOf(tool, new URLSearchParams(link));
		const only = <T extends 'number' | 'string'>(type: T) =>
			Object.fromEntries(Object.entries(inputs).filter(([, value]) => typeof value === type));
		try {
			return tool.solve(only('number') as Record<string, number>, only('string') as Record<string, string>);
		} catch {
			return null;
		}
	});
	const ruled = $derived(
		found?.rows.filter(({ label, rule }) => rule && ask.toLowerCase().startsWith(label.toLowerCase())) ?? []
	);
</script>

{#if found}
	<div class="flex flex-wrap items-start gap-4" data-testid="explained">
		{#if found.drawing && drawn}<div class="w-72 max-w-full">
				<BenchDrawing drawing={found.drawing} handles={[]} ondrag={() => {}} />
			</div>{/if}
		<dl class="min-w-56 flex-1 text-sm">
			{#each ruled as row (row.label)}
				<dt class="text-ink-soft">{row.label}</dt>
				<dd class="mb-1">{row.exact} <span class="block text-ink-soft">by rule: {row.rule}</span></dd>
			{/each}
			<dd>
				{#if drawn}<a href="/bench/{by}?{link}">Try it on the Bench</a>
				{:else}<span class="text-ink-soft">The drawing comes when the rest has been tried.</span>{/if}
			</dd>
		</dl>
	</div>
{/if}
