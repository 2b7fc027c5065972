import {
	ARC_TIERS_NM,
	formatHeading,
	fullScaleOf,
	holdInputOf,
	holdTrack,
	placeOn,
	solveHold,
	type ArcTier,
	type CoursePath,
	type Grade,
	type Path,
	type HoldReport,
	type TaskCard
} from '@hanza/core';

export interface PlanPoint {
	north: number;
	east: number;
}

/** What is laid over the map to scale: what was asked for, and what was exact. */
export type Overlay =
	/** A course with three quarters and the whole of the needle as a wedge, or a band of equal width. */
	| {
			kind: 'course';
			at: PlanPoint;
			/** True, in the plane. */
			trueDeg: number;
			/** The side on which it is flown. */
			side: 'to' | 'from';
			fullScaleDeg: number | null;
			fullScaleNm: number | null;
			label: string;
	  }
	| { kind: 'arc'; at: PlanPoint; radiusNm: number; tiers: Record<ArcTier, number> }
	| { kind: 'ring'; at: PlanPoint; radiusNm: number; label: string }
	/** What was exact, or straight. */
	| { kind: 'line'; points: PlanPoint[]; is: 'exact hold' | 'straight way' }
	/** A radial drawn by the student. */
	| { kind: 'radial'; at: PlanPoint; trueDeg: number; label: string }
	| { kind: 'mark'; at: PlanPoint; label: string; tone: 'target' | 'own' };

export interface PlanLabel {
	north: number;
	east: number;
	text: string;
}

const MOST_LINE_NM = 15;
export { MOST_LINE_NM };

function ofPath(card: TaskCard, path: Path): Overlay[] {
	const { navigation } = card;
	if (!navigation) return [];
	const { variationDeg } = navigation;
	const place = (id: string): PlanPoint => {
		const { northNm, eastNm } = placeOn(navigation, id);
		return { north: northNm, east: eastNm };
	};
	const course = (
		aid: string,
		courseDeg: number,
		side: CoursePath['toward'],
		fullScale?: CoursePath['fullScale']
	): Overlay => {
		const full = fullScaleOf(placeOn(navigation, aid), fullScale);
		return {
			kind: 'course',
			at: place(aid),
			trueDeg: courseDeg + variationDeg,
			side,
			fullScaleDeg: 'deg' in full ? full.deg : null,
			fullScaleNm: 'nm' in full ? full.nm : null,
			label: formatHeading(courseDeg)
		};
	};
	const inbound = ({ aid, inboundCourseDeg }: { aid: string; inboundCourseDeg: number }): Overlay =>
		course(aid, inboundCourseDeg, 'to');
	switch (path.kind) {
		case 'course':
			return [course(path.aid, path.courseDeg, path.toward, path.fullScale)];
		case 'arc':
			return [{ kind: 'arc', at: place(path.aid), radiusNm: path.radiusNm, tiers: { ...ARC_TIERS_NM } }];
		case 'hold':
			return [inbound(path)];
		case 'reversal':
			return [
				{ kind: 'ring', at: place(path.aid), radiusNm: path.limitNm, label: `${path.limitNm} NM` },
				inbound(path)
			];
		case 'homing': {
			const { northNm, eastNm } = card.start;
			// Only from where the card begins is it known where the way begins.
			if (card.phases[0]?.path !== path || northNm === undefined || eastNm === undefined) return [];
			const points = [{ north: northNm, east: eastNm }, place(path.aid)];
			return [{ kind: 'line', is: 'straight way', points }];
		}
		case 'position':
			return [];
		default:
			return path satisfies never;
	}
}

/** The exact hold for a day's wind, as its ground track from the fix to the fix. */
export function exactHold(card: TaskCard, path: Extract<Path, { kind: 'hold' }>): PlanPoint[] {
	const { navigation } = card;
	if (!navigation) return [];
	const place = placeOn(navigation, path.aid);
	const input = holdInputOf(card, path);
	try {
		const answer = solveHold(input);
		const points = holdTrack(input, answer, answer.outboundHeadingDeg, answer.outboundSeconds);
		const angle = (navigation.variationDeg * Math.PI) / 180;
		// The core reckons in magnetic directions; the map's north is the plane's.
		return [...points, { north: 0, east: 0 }].map(({ north, east }) => ({
			north: place.northNm + north * Math.cos(angle) - east * Math.sin(angle),
			east: place.eastNm + north * Math.sin(angle) + east * Math.cos(angle)
		}));
	} catch {
		return [];
	}
}

/** Overlays of a whole card, each path once; with a grade, what its parts say too. */
export function overlaysOf(card: TaskCard, grade: Grade | null, phase: number | null = null): Overlay[] {
	const seen = new Set<string>();
	const overlays: Overlay[] = [];
	card.phases.forEach(({ path }, i) => {
		if (!path || (phase !== null && i !== phase)) return;
		for (const overlay of ofPath(card, path)) {
			const key = JSON.stringify(overlay);
			if (!seen.has(key)) overlays.push(overlay);
			seen.add(key);
		}
		if (path.kind === 'hold') {
			overlays.push({ kind: 'line', is: 'exact hold', points: exactHold(card, path) });
		}
	});
	const variationDeg = card.navigation?.variationDeg ?? 0;
	for (const mark of grade?.navigation?.marks ?? [])
		overlays.push(
			...(mark.lines ?? []).map(({ aid, from, drawnDeg }): Overlay => ({
				kind: 'radial',
				at: { north: from.northNm, east: from.eastNm },
				trueDeg: drawnDeg + variationDeg,
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
