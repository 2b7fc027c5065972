import { zoomIdentity, type ZoomTransform } from 'd3-zoom';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { ARC_TIERS_NM, holdInputOf, solveHold, type HoldReport, type TaskCard } from '@hanza/core';
import { areaCatalog, cardCatalog } from '$data';
import { fromPixel, PX_PER_NM, toX, toY } from './canvas.js';
import { PlanPainter, type DrawnTrack } from './draw.js';
import { bearingStations, linesFrom } from './lines.js';
import type { Overlay } from './overlay.js';
import { legendOf, legLabels, overlaysOf } from './overlays.js';
import { exactHold } from './path-overlays.js';

const area = areaCatalog.get('veskar');
const card = (id: string): TaskCard => structuredClone(cardCatalog.get(id));
const north = (id: string) =>
	area.stations.flatMap((one) => (one.kind === 'vor' && one.id === id ? [one.declinationDeg!] : []))[0]!;
const station = (id: string) => area.stations.find((one) => one.id === id)!;

interface Stroke {
	points: [number, number][];
	arcs: { x: number; y: number; radius: number }[];
	width: number;
	dashed: boolean;
	colour: string;
}
/** A canvas that keeps what was drawn on it instead of drawing it. */
class Sheet {
	readonly strokes: Stroke[] = [];
	readonly fills: Stroke[] = [];
	readonly texts: string[] = [];
	strokeStyle = '';
	fillStyle = '';
	lineWidth = 1;
	lineJoin = '';
	globalAlpha = 1;
	font = '';
	private dash: number[] = [];
	private points: [number, number][] = [];
	private arcs: Stroke['arcs'] = [];

	beginPath() {
		[this.points, this.arcs] = [[], []];
	}
	moveTo(x: number, y: number) {
		this.points.push([x, y]);
	}
	lineTo(x: number, y: number) {
		this.points.push([x, y]);
	}
	arc(x: number, y: number, radius: number) {
		this.arcs.push({ x, y, radius });
	}
	setLineDash(dash: number[]) {
		this.dash = dash;
	}
	private now(colour: string): Stroke {
		const { points, arcs, lineWidth: width, dash } = this;
		return { points, arcs, width, dashed: dash.length > 0, colour };
	}
	stroke(path?: unknown) {
		if (!path) this.strokes.push(this.now(this.strokeStyle));
	}
	fill(path?: unknown) {
		if (!path) this.fills.push(this.now(this.fillStyle));
	}
	fillText(text: string) {
		this.texts.push(text);
	}
	strokeText() {}
	strokeRect() {}
	fillRect() {}
	closePath() {}
	clip() {}
	save() {}
	restore() {}
	translate() {}
	rotate() {}
	setTransform() {}
}

const COLOURS = {
	water: 'water',
	land: 'land',
	hill: 'hill',
	coast: 'coast',
	ink: 'ink',
	soft: 'soft',
	target: 'target',
	own: 'own',
	limit: 'limit'
};
const SIZE = { width: 800, height: 600, ratio: 1 };

beforeAll(() => {
	vi.stubGlobal(
		'Path2D',
		class {
			moveTo() {}
			lineTo() {}
			closePath() {}
			addPath() {}
		}
	);
});

function painted(
	overlays: Overlay[],
	transform: ZoomTransform,
	track: DrawnTrack | null = null,
	until = Infinity
): Sheet {
	const sheet = new Sheet();
	const shown = { overlays, track, until, labels: [], aircraft: null, variationDeg: 0, selected: null };
	const context = sheet as unknown as CanvasRenderingContext2D;
	new PlanPainter({
		...area,
		airways: [],
		airports: [],
		stations: [],
		fixes: [],
		peaks: [],
		obstacles: []
	}).paint(context, SIZE, transform, COLOURS, shown);
	return sheet;
}

describe('the map', () => {
	it('has north up and east to the right, and finds a place under the pointer again', () => {
		const transform = zoomIdentity.translate(400, 300).scale(2);
		expect([toX(transform, 1), toY(transform, 1)]).toEqual([400 + 2 * PX_PER_NM, 300 - 2 * PX_PER_NM]);
		const { north, east } = fromPixel(transform, toX(transform, -7.3), toY(transform, 4.2));
		expect(north).toBeCloseTo(4.2, 9);
		expect(east).toBeCloseTo(-7.3, 9);
	});

	it('draws its scale to scale', () => {
		for (const k of [0.5, 1, 4]) {
			const sheet = painted([], zoomIdentity.scale(k));
			const words = sheet.texts.find((text) => /^[\d.]+ NM$/.test(text))!;
			const [from, to] = sheet.strokes.at(-1)!.points;
			expect((to![0] - from![0]) / (PX_PER_NM * k)).toBeCloseTo(parseFloat(words), 6);
		}
	});
});

describe('what is laid over the map', () => {
	const transform = zoomIdentity.translate(400, 300).scale(3);
	const k = 3 * PX_PER_NM;

	it('is a wedge as wide as the needle, three quarters of it darker, from the station out', () => {
		const [course] = overlaysOf(card('bracket'), null);
		if (course?.kind !== 'course') throw new Error('no course');
		expect(course).toMatchObject({ side: 'to', label: '020', trueDeg: 20 + north('TRK') });
		const wedges = painted([course], transform).fills.filter(({ colour }) => colour === 'target');
		expect(wedges).toHaveLength(2);
		const spread = wedges.map(({ points: [at, a, b] }) => {
			const angle = ([x, y]: [number, number]) => (Math.atan2(y - at![1], x - at![0]) * 180) / Math.PI;
			expect(at).toEqual([toX(transform, course.at.east), toY(transform, course.at.north)]);
			return Math.abs(((angle(a!) - angle(b!) + 540) % 360) - 180);
		});
		expect(spread).toEqual([expect.closeTo(20, 6), expect.closeTo(15, 6)]);
	});

	it('is a band of equal width for a course by RNAV', () => {
		const [course] = overlaysOf(card('rnav-course'), null);
		const [full] = painted([course!], transform).fills.filter(({ colour }) => colour === 'target');
		const [a, b, c, d] = full!.points;
		const width = (p: [number, number], q: [number, number]) => Math.hypot(p[0] - q[0], p[1] - q[1]);
		// A mile to either side, far out as near.
		expect(width(a!, b!)).toBeCloseTo(2 * k, 6);
		expect(width(c!, d!)).toBeCloseTo(2 * k, 6);
	});

	it('is an arc with its tiers: two bands and the edges of the third', () => {
		const arc = overlaysOf(card('arc'), null).find(({ kind }) => kind === 'arc')!;
		const rings = painted([arc], transform).strokes.filter(({ arcs }) => arcs.length > 0);
		const bands = rings.filter(({ dashed }) => !dashed);
		expect(bands.map(({ width, arcs: [ring] }) => [width, ring!.radius])).toEqual([
			[2 * ARC_TIERS_NM.test * k, 10 * k],
			[2 * ARC_TIERS_NM.sharp * k, 10 * k],
			[1.2, 10 * k]
		]);
		expect(rings.filter(({ dashed }) => dashed).map(({ arcs: [ring] }) => ring!.radius / k)).toEqual([
			expect.closeTo(10 - ARC_TIERS_NM.containment, 6),
			expect.closeTo(10 + ARC_TIERS_NM.containment, 6)
		]);
	});

	it('is the exact hold of the day, from the fix back to it, where the solver has it', () => {
		const one = card('hold-direct');
		const path = one.phases[1]!.path;
		if (path?.kind !== 'hold') throw new Error('no hold');
		const points = exactHold(one, path);
		const lsk = station('LSK');
		const from = points.map(({ north, east }) => ({ north: north - lsk.northNm, east: east - lsk.eastNm }));
		expect(Math.hypot(from[0]!.north, from[0]!.east)).toBeLessThan(1e-6);
		expect(Math.hypot(from.at(-1)!.north, from.at(-1)!.east)).toBeLessThan(1e-6);
		// The second turn ends on the inbound course, as far out as a minute takes against the wind.
		const exact = solveHold(holdInputOf(one, path));
		const end = from.at(-2)!;
		const inbound = ((90 + north('LSK')) * Math.PI) / 180;
		expect(end.north * Math.cos(inbound) + end.east * Math.sin(inbound)).toBeCloseTo(
			-exact.inboundGroundspeedKt / 60,
			2
		);
		expect(-end.north * Math.sin(inbound) + end.east * Math.cos(inbound)).toBeCloseTo(0, 2);
		// In a wind that leaves no hold there is nothing to draw.
		one.weather.windLayers = [{ altitudeFt: 0, fromDeg: 90, speedKt: 60 }];
		expect(exactHold(one, path)).toEqual([]);
	});

	it('is each path once, and only one phase’s where that is asked', () => {
		const all = overlaysOf(card('track-crosswind'), null);
		expect(all.map((one) => one.kind === 'course' && one.side)).toEqual(['to', 'from']);
		expect(
			overlaysOf(card('track-crosswind'), null, 2).map((one) => one.kind === 'course' && one.side)
		).toEqual(['from']);
		const limits = overlaysOf(card('reversal-45-180'), null).filter(({ kind }) => kind === 'ring');
		expect(limits).toMatchObject([{ radiusNm: 10, label: '10 NM' }]);
	});
});

describe('the radials that a student draws', () => {
	const { northNm, eastNm } = station('VSK');

	it('run from the station in their magnetic direction', () => {
		const { lines, overlays, problem } = linesFrom(area, [
			{ aid: 'VSK', radial: '215' },
			{ aid: 'MRN', radial: '40,5' }
		]);
		expect(problem).toBe('');
		expect(lines[0]).toEqual({ northNm, eastNm, radialDeg: 215 });
		expect(lines[1]!.radialDeg).toBe(40.5);
		expect(overlays[0]).toMatchObject({ trueDeg: 215 + area.variationDeg, label: 'VSK 215' });
		const sheet = painted([overlays[0]!], zoomIdentity);
		const [from, to] = sheet.strokes.find(({ colour }) => colour === 'own')!.points;
		const angle = (Math.atan2(to![0] - from![0], from![1] - to![1]) * 180) / Math.PI;
		expect((angle + 360) % 360).toBeCloseTo(215 + area.variationDeg, 6);
		expect(sheet.texts).toContain('VSK 215');
	});
	it('wait for both station and radial, and refuse what is no direction', () => {
		const begun = linesFrom(area, [
			{ aid: '', radial: '215' },
			{ aid: 'VSK', radial: ' ' }
		]);
		expect(begun).toEqual({ lines: [], overlays: [], problem: '' });
		const wrong = linesFrom(area, [
			{ aid: 'VSK', radial: '400' },
			{ aid: 'MRN', radial: '360' }
		]);
		expect(wrong.problem).toBe('The radial of VSK is 000 to 360.');
		expect(wrong.lines.map(({ radialDeg }) => radialDeg)).toEqual([0]);
	});
	it('can be taken from anything that gives a bearing, and from nothing else', () => {
		const offered = bearingStations(area);
		for (const id of ['VSK', 'HMY', 'MRN']) expect(offered).toContain(id);
		for (const { id, kind } of area.stations)
			if (kind === 'localizer' || kind === 'marker') expect(offered).not.toContain(id);
	});
});

describe('the legend', () => {
	const legend = (id: string) => legendOf(overlaysOf(card(id), null), []);
	it('speaks of what is there and of nothing else', () => {
		expect(legend('hold-direct')).toBe(
			'Line: flown. Wedge: three quarters of the needle and all of it. Dashes: the exact hold for the wind of the day.'
		);
		expect(legend('homing')).toBe('Line: flown. Dashes: the straight way.');
		expect(legend('reversal-45-180')).toContain('Ring: the limit.');
		expect(legend('rnav-course')).toContain('Band: three quarters');
		expect(legend('two-radials')).toBe('Line: flown.');
	});
	it('has the straight way from where the card begins to the beacon', () => {
		const one = card('homing');
		const [line] = overlaysOf(one, null);
		if (line?.kind !== 'line') throw new Error('no line');
		const mrn = station('MRN');
		expect(line.points).toMatchObject([
			{ north: one.start.northNm, east: one.start.eastNm },
			{ north: mrn.northNm, east: mrn.eastNm }
		]);
	});
});

describe('the track', () => {
	const flown = (length: number, step: number): DrawnTrack => ({
		north: Float64Array.from({ length }, (_, i) => i * step),
		east: new Float64Array(length),
		rateHz: 10
	});
	const drawn = (track: DrawnTrack, until = Infinity) =>
		painted([], zoomIdentity.translate(400, 300), track, until).strokes.find(
			({ colour }) => colour === 'own'
		)!.points;

	it('leaves out what falls on one pixel, and never the last point', () => {
		const points = drawn(flown(1000, 0.01));
		// Ten miles at ten pixels a mile.
		expect(points.length).toBeGreaterThan(90);
		expect(points.length).toBeLessThan(110);
		expect(points.at(-1)![1]).toBeCloseTo(300 - 9.99 * PX_PER_NM, 6);
	});
	it('ends where the replay is', () => {
		expect(drawn(flown(1000, 0.01), 500).at(-1)![1]).toBeCloseTo(300 - 4.99 * PX_PER_NM, 6);
	});
	it('is not drawn far off the canvas, and comes in from where it was', () => {
		const points = drawn({
			...flown(2000, 0.1),
			north: Float64Array.from({ length: 2000 }, (_, i) => 150 - i * 0.1)
		});
		expect(Math.min(...points.map(([, y]) => y))).toBeGreaterThan(-210);
		expect(Math.max(...points.map(([, y]) => y))).toBeLessThan(810);
	});
});

describe('the times of the legs', () => {
	it('stand once a side, with every circuit in them', () => {
		const circuit = (start: number, outboundSeconds: number, inboundSeconds: number) => ({
			outboundFromSeconds: start,
			outboundSeconds,
			inboundFromSeconds: start + 130,
			inboundSeconds
		});
		const holds = [{ circuits: [circuit(100, 61.4, 48), circuit(340, 70, 59.6)] }] as HoldReport[];
		const labels = legLabels(holds, (seconds) => ({ north: seconds, east: 0 }));
		expect(labels).toEqual([
			{ north: expect.closeTo(130.7, 6), east: 0, text: 'out 61, 70 s' },
			{ north: 254, east: 0, text: 'in 48, 60 s' }
		]);
		expect(legLabels([{ circuits: [] }] as unknown as HoldReport[], () => ({ north: 0, east: 0 }))).toEqual(
			[]
		);
	});
});
