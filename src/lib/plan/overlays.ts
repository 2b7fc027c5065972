import { formatHeading, northOf, type Grade, type HoldReport, type TaskCard } from '@hanza/core';
import type { Overlay, PlanLabel, PlanPoint } from './overlay.js';
import { overlaysOfPath } from './path-overlays.js';

/** Overlays of a whole card, each path once; with a grade, what its parts say too. */
export function overlaysOf(card: TaskCard, grade: Grade | null, phase: number | null = null): Overlay[] {
	const seen = new Set<string>();
	const overlays: Overlay[] = [];
	const { navigation } = card;
	card.phases.forEach(({ path }, i) => {
		if (!path || !navigation || (phase !== null && i !== phase)) return;
		for (const overlay of overlaysOfPath(path, { card, navigation })) {
			const key = JSON.stringify(overlay);
			if (!seen.has(key)) overlays.push(overlay);
			seen.add(key);
		}
	});
	const variationDeg = navigation?.variationDeg ?? 0;
	for (const mark of grade?.navigation?.marks ?? [])
		overlays.push(
			...(mark.lines ?? []).map(({ aid, from, drawnDeg }): Overlay => ({
				kind: 'radial',
				at: { north: from.northNm, east: from.eastNm },
				trueDeg: drawnDeg + northOf(navigation?.places.find(({ id }) => id === aid) ?? {}, variationDeg),
				label: `${aid ?? ''} ${formatHeading(drawnDeg)}`.trim()
			})),
			{
				kind: 'mark',
				at: { north: mark.marked.northNm, east: mark.marked.eastNm },
				label: 'said',
				tone: 'own'
			},
			{
				kind: 'mark',
				at: { north: mark.was.northNm, east: mark.was.eastNm },
				label: `was, ${mark.errorNm.toFixed(1)} NM`,
				tone: 'target'
			}
		);
	return overlays;
}

/** What the lines on the map are, as far as they are there. */
export function legendOf(overlays: readonly Overlay[], labels: readonly PlanLabel[]): string {
	const has = (test: (overlay: Overlay) => boolean) => overlays.some(test);
	const line = (is: string) => has((one) => one.kind === 'line' && one.is === is);
	const wedge = (byAngle: boolean) =>
		has((one) => one.kind === 'course' && (one.fullScaleNm === null) === byAngle);
	return [
		'Line: flown.',
		wedge(true) ? 'Wedge: three quarters of the needle and all of it.' : '',
		wedge(false) ? 'Band: three quarters of the needle and all of it.' : '',
		has(({ kind }) => kind === 'arc') ? 'Bands: a quarter of a mile and a mile; dots: four.' : '',
		has(({ kind }) => kind === 'ring') ? 'Ring: the limit.' : '',
		line('exact hold') ? 'Dashes: the exact hold for the wind of the day.' : '',
		has(({ kind }) => kind === 'radial') ? 'Thin lines: the radials that were drawn.' : '',
		line('straight way') ? 'Dashes: the straight way.' : '',
		labels.length > 0 ? 'Times: outbound and inbound leg of each circuit.' : ''
	]
		.filter(Boolean)
		.join(' ');
}

/** Seconds of each leg of the holds, where they were flown. */
export function legLabels(holds: readonly HoldReport[], at: (seconds: number) => PlanPoint): PlanLabel[] {
	// One label for each side: circuits lie over each other.
	return holds.flatMap(({ circuits }) => {
		const [first] = circuits;
		if (!first) return [];
		const list = (seconds: (circuit: (typeof circuits)[number]) => number) =>
			circuits.map((circuit) => Math.round(seconds(circuit))).join(', ');
		return [
			{
				...at(first.outboundFromSeconds + first.outboundSeconds / 2),
				text: `out ${list((circuit) => circuit.outboundSeconds)} s`
			},
			{
				...at(first.inboundFromSeconds + first.inboundSeconds / 2),
				text: `in ${list((circuit) => circuit.inboundSeconds)} s`
			}
		];
	});
}
