<script lang="ts">
	import Moment from './Moment.svelte';
	import { correction, nameOf, nm, type SectionProps } from './section.js';

	const { card, report, onmoment }: SectionProps = $props();
</script>

{#if report.courses.length > 0}
	<h2 class="mt-4">Courses</h2>
	<div class="mt-2 overflow-x-auto">
		<table class="table text-sm">
			<thead>
				<tr>
					<th>Phase</th><th class="number">Cut</th><th class="number">Established after</th><th class="number"
						>Overshoot</th
					>
					<th class="number">From the course</th><th class="number">Correction kept</th><th class="number"
						>Wind asks for</th
					><th>Swings</th>
				</tr>
			</thead>
			<tbody>
				{#each report.courses as course (course.phase)}
					<tr>
						<td>{nameOf(card, course.phase)}, <Moment seconds={course.startSeconds} {onmoment} /></td>
						<td class="number"
							>{course.cutDeg === null || course.kind === 'track'
								? '–'
								: `${Math.round(course.cutDeg)}°`}{course.wantedCutDeg === null
								? ''
								: ` of ${course.wantedCutDeg}°`}</td
						>
						<td class="number"
							>{course.establishedSeconds === null
								? 'never'
								: `${Math.round(course.establishedSeconds)} s`}</td
						>
						<td class="number"
							>{course.overshootNm === null || course.overshootNm < 0.03
								? 'none'
								: `${nm(course.overshootNm)} NM, ${course.overshootShare!.toFixed(2)} of scale`}</td
						>
						<td class="number"
							>{course.rmsNm === null
								? '–'
								: `${nm(course.rmsNm)} NM, ${course.rmsShare!.toFixed(2)} of scale`}</td
						>
						<td class="number">{correction(course.correctionDeg)}</td>
						<td class="number">{correction(course.neededDeg)}</td>
						<td
							>{course.converges === null
								? ''
								: course.converges
									? 'shrinking'
									: `not shrinking (${course.swingsNm.map((one) => one.toFixed(1)).join(', ')} NM)`}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
{/if}
