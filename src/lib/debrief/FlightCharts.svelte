<script lang="ts">
	import { formatClock, type Day, type Grade, type Track } from '@hanza/core';
	import { pageColour } from '$lib/ui/colours.js';
	import type { Reading } from './reading.svelte.js';
	import { recordingOf } from './recording.js';
	import type ApexCharts from 'apexcharts';
	import type { ApexOptions } from 'apexcharts';
	import { bandOf, CHARTS, excursionsOf, headingLabel, niceAxis, traceOf, type ChartSpec } from './series.js';

	interface Props {
		attemptId: string;
		grade: Grade;
		/** The air of the flight. */
		day: Day;
		/** What the reader has chosen. */
		reading: Reading;
	}
	const { attemptId, grade, day, reading }: Props = $props();

	/** A shorter stretch is a moment, s. */
	const LEAST_SPAN_SECONDS = 1;
	let failed = $state(false);
	let loaded = $state(false);
	const places: Record<string, HTMLDivElement> = $state({});
	let charts: ApexCharts[] = [];

	function optionsOf(spec: ChartSpec, track: Track, last: boolean): ApexOptions {
		const about =
			grade.phases.flatMap(({ items }) => items).find(({ kind }) => kind === spec.target)?.target ?? 0;
		const trace = traceOf(track, spec, about, day);
		const circular = spec.target === 'headingDeg';
		const band = spec.target ? bandOf(grade, spec.target, trace) : [];
		const values = [...trace.map(({ y }) => y), ...band.flatMap(({ y }) => y ?? [])];
		const [low, high] = [Math.min(...values), Math.max(...values)];
		const axis = niceAxis(low, high, spec.leastSpan, circular);
		const minutes = track.seconds > 900 ? 120 : track.seconds > 400 ? 60 : 30;
		const end = Math.ceil(track.seconds / minutes) * minutes;
		const lines = { soft: pageColour('line'), ink: pageColour('ink-soft') };
		return {
			chart: {
				id: `flight-${spec.id}`,
				group: 'flight',
				type: 'rangeArea',
				height: last ? 150 : 120,
				animations: { enabled: false },
				toolbar: { show: false },
				zoom: { enabled: false },
				fontFamily: 'inherit',
				foreColor: lines.ink,
				background: 'transparent',
				events: {
					click: (event: MouseEvent, context: { el?: Element } | undefined) => {
						const grid = context?.el?.querySelector('.apexcharts-grid, .apexcharts-inner');
						if (!grid) return;
						const { left, width } = grid.getBoundingClientRect();
						const at = ((event.clientX - left) / width) * end;
						if (at >= 0 && at <= track.seconds) reading.chooseMoment(at);
					}
				}
			},
			series: [
				{ name: 'Limits', type: 'rangeArea', data: band },
				{ name: spec.title, type: 'line', data: trace }
			],
			colors: [pageColour('accent'), pageColour('trace')],
			stroke: { width: [0, 1.8], curve: 'straight' },
			fill: { opacity: [0.16, 1] },
			dataLabels: { enabled: false },
			markers: { size: 0, hover: { size: 4 } },
			legend: { show: false },
			grid: { borderColor: lines.soft, padding: { top: -22, bottom: last ? 0 : -10, right: 24 } },
			xaxis: {
				type: 'numeric',
				min: 0,
				max: end,
				tickAmount: end / minutes,
				decimalsInFloat: 0,
				labels: { show: last, formatter: (value) => formatClock(Number(value)) },
				axisTicks: { show: last },
				tooltip: { enabled: false },
				crosshairs: { show: true, stroke: { color: lines.ink, dashArray: 0 } }
			},
			yaxis: {
				...axis,
				labels: {
					minWidth: 52,
					maxWidth: 52,
					formatter: (value) => (circular ? headingLabel(value) : value.toFixed(spec.decimals))
				}
			},
			tooltip: {
				shared: true,
				x: { formatter: (value) => formatClock(Number(value)) },
				y: {
					formatter: (value) =>
						value == null
							? ''
							: `${circular ? headingLabel(value) : value.toFixed(spec.decimals)} ${spec.unit}`
				}
			},
			annotations: annotationsOf(spec)
		};
	}

	function annotationsOf(spec: ChartSpec): NonNullable<ApexOptions['annotations']> {
		const line = pageColour('ink-soft');
		return {
			xaxis: [
				...grade.phases.flatMap((phase, index) =>
					phase.startSeconds === null
						? []
						: [
								{
									x: phase.startSeconds,
									borderColor: line,
									strokeDashArray: 3,
									...(spec === CHARTS[0]
										? {
												label: {
													text: String(index + 1),
													orientation: 'horizontal',
													textAnchor: 'start',
													borderWidth: 0,
													offsetY: 4,
													offsetX: 2,
													style: { background: 'transparent', color: line, fontSize: '11px' }
												}
											}
										: {})
								}
							]
				),
				...(spec.target
					? excursionsOf(grade, spec.target).map(({ from, to }) => ({
							x: from,
							x2: to,
							fillColor: pageColour('caution'),
							opacity: 0.28,
							borderColor: 'transparent'
						}))
					: [])
			]
		};
	}

	// Whichever flight is shown, the charts are its own: made anew with its recording and grade.
	$effect(() => {
		const id = attemptId;
		let gone = false;
		let made: ApexCharts[] = [];
		loaded = false;
		failed = false;
		void (async () => {
			try {
				const [{ default: Apex }, track] = await Promise.all([import('apexcharts'), recordingOf(id)]);
				if (gone) return;
				made = CHARTS.map(
					(spec, i) => new Apex(places[spec.id]!, optionsOf(spec, track, i === CHARTS.length - 1))
				);
				charts = made;
				await Promise.all(made.map((chart) => chart.render()));
				if (!gone) loaded = true;
			} catch {
				if (!gone) failed = true;
			}
		})();
		return () => {
			gone = true;
			for (const chart of made) chart.destroy();
		};
	});

	$effect(() => {
		const { moment, span, item } = reading;
		if (!loaded) return;
		const accent = pageColour('accent');
		charts.forEach((chart, i) => {
			chart.removeAnnotation('moment');
			chart.removeAnnotation('span');
			// What was chosen lasted: its stretch, in the chart that it speaks of more than in the others.
			if (span && span.to - span.from >= LEAST_SPAN_SECONDS)
				chart.addXaxisAnnotation(
					{
						id: 'span',
						x: span.from,
						x2: span.to,
						fillColor: accent,
						opacity: item !== null && CHARTS[i]!.target === item ? 0.3 : 0.12,
						borderColor: 'transparent',
						label: { text: '' }
					},
					true
				);
			if (moment !== null)
				chart.addXaxisAnnotation(
					{
						id: 'moment',
						x: moment,
						borderColor: accent,
						borderWidth: 2,
						strokeDashArray: 0,
						label: { text: '' }
					},
					true
				);
		});
	});
</script>

{#if failed}<p class="p-3 text-limit" role="alert">
		The recording could not be loaded. Reload the page to try again.
	</p>{/if}
<div data-testid="charts" data-loaded={loaded} data-attempt={attemptId}>
	{#each CHARTS as spec (spec.id)}
		<p class="px-3 text-sm font-semibold text-ink-soft">{spec.title}, {spec.unit}</p>
		<div
			bind:this={places[spec.id]}
			role="img"
			aria-label="{spec.title} over time, with limits, phases and excursions"
		></div>
	{/each}
</div>
<p class="px-3 pb-2 text-sm text-ink-soft">
	Line: flown. Shaded band: limits of the standard. Amber: outside them. Dashed: begin of a phase:
	{#each grade.phases as phase, i (phase.id)}
		{#if phase.startSeconds !== null}<span class="mr-2 inline-block">{i + 1} {phase.name}</span>{/if}
	{/each}
</p>
