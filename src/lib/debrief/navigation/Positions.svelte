<script lang="ts">
	import { formatHeading } from '@hanza/core';
	import Moment from './Moment.svelte';
	import { type SectionProps } from './section.js';

	const { report, onmoment }: SectionProps = $props();
</script>

{#each report.marks as mark (mark.atSeconds)}
	<p class="mt-3">
		At <Moment seconds={mark.atSeconds} {onmoment} /> you said where you were:
		<strong>{mark.errorNm.toFixed(1)} NM</strong>
		from where the aircraft was.
		{#each mark.lines ?? [] as line (`${line.aid} ${line.drawnDeg}`)}
			<span class="mr-1"
				>You drew the {formatHeading(line.drawnDeg)} radial{line.aid ? ` of ${line.aid}` : ''}; it was {formatHeading(
					line.wasDeg
				)}.</span
			>
		{/each}
	</p>
{/each}
