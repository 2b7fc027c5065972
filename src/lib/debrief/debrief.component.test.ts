import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { render, screen, waitFor } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
	CARD_EDITIONS,
	decodeChunk,
	formatClock,
	GRADE_EDITIONS,
	type Grade,
	type TaskCard,
	type Track,
	standardDay
} from '@hanza/core';
import { areaCatalog } from '../../../data/index.js';
import FlightCharts from './FlightCharts.svelte';
import { Reading } from './reading.svelte.js';
import PlanReplay from './PlanReplay.svelte';

interface Flight {
	bytes: Uint8Array<ArrayBuffer>;
	track: Track;
	grade: Grade;
	card: TaskCard;
}
/** Two flights as they are stored. */
function flightOf(name: string): Flight {
	const read = (file: string) => readFileSync(join('core/test/golden/edition-2', `${name}.${file}`));
	const bytes = new Uint8Array(gunzipSync(read('recording.gz')));
	return {
		bytes,
		track: decodeChunk(bytes).track,
		grade: GRADE_EDITIONS.upgrade(JSON.parse(read('grade.json').toString())),
		card: CARD_EDITIONS.upgrade(JSON.parse(read('card.json').toString()))
	};
}
const FIRST = flightOf('hold');
const SECOND = flightOf('arc');

/** A reading of a flight, at a moment. */
function readingAt(grade: Grade, seconds: number): Reading {
	const reading = new Reading(() => grade);
	reading.chooseMoment(seconds);
	return reading;
}

/** What the library of charts was given to draw, and what of it still stands. */
const drawn = vi.hoisted(() => ({ standing: [] as { last: number; marks: number[] }[] }));
vi.mock('apexcharts', () => ({
	default: class {
		private readonly chart: { last: number; marks: number[] };
		constructor(_: Element, { series }: { series: { data: { x: number }[] }[] }) {
			this.chart = { last: series[1]!.data.at(-1)!.x, marks: [] };
		}
		render(): Promise<void> {
			drawn.standing.push(this.chart);
			return Promise.resolve();
		}
		destroy(): void {
			drawn.standing = drawn.standing.filter((one) => one !== this.chart);
		}
		removeAnnotation(): void {
			this.chart.marks = [];
		}
		addXaxisAnnotation({ x }: { x: number }): void {
			this.chart.marks.push(x);
		}
	}
}));

/** A server that answers when it is told to. */
const waiting = new Map<string, (response: Response) => void>();
const arrives = (id: string, { bytes }: Flight) => waiting.get(id)!(new Response(bytes));
let flights = 0;
let [first, second] = ['', ''];

beforeEach(() => {
	// What the simulated page has not: a canvas to draw on, and boxes that have a size.
	const pen = new Proxy({}, { get: () => () => ({ width: 0 }), set: () => true });
	vi.stubGlobal(
		'Path2D',
		class {
			moveTo() {}
			lineTo() {}
			closePath() {}
		}
	);
	vi.stubGlobal('matchMedia', () => ({ addEventListener() {}, removeEventListener() {} }));
	HTMLCanvasElement.prototype.getContext = (() => pen) as never;
	vi.stubGlobal(
		'ResizeObserver',
		class {
			observe() {}
			disconnect() {}
			unobserve() {}
		}
	);
	drawn.standing = [];
	waiting.clear();
	flights += 2;
	[first, second] = [`flight-${flights}`, `flight-${flights + 1}`];
	vi.stubGlobal('fetch', (address: string) => {
		const id = address.split('/').at(-2)!;
		return new Promise<Response>((resolve) => waiting.set(id, resolve));
	});
});
afterEach(() => vi.unstubAllGlobals());

/** A trace is thinned out: its last point may stand a little before the end. */
const inTens = (seconds: number) => Math.round(seconds / 10);
const charts = () => screen.getByTestId('charts');
const ends = () => [...new Set(drawn.standing.map(({ last }) => inTens(last)))];
const chartsOf = (flight: Flight) => [inTens(flight.track.seconds)];

describe('the charts of a debrief', () => {
	it('show the second flight when a debrief is opened from a debrief', async () => {
		expect(chartsOf(FIRST)).not.toEqual(chartsOf(SECOND));
		const { rerender } = render(FlightCharts, {
			attemptId: first,
			grade: FIRST.grade,
			day: standardDay,
			reading: new Reading(() => FIRST.grade)
		});
		arrives(first, FIRST);
		await waitFor(() => expect(charts().dataset.loaded).toBe('true'));
		expect(ends()).toEqual(chartsOf(FIRST));
		const count = drawn.standing.length;

		await rerender({ attemptId: second, grade: SECOND.grade, reading: readingAt(SECOND.grade, 20) });
		// Until the recording is there nothing of the other flight stands under this grade.
		expect(charts().dataset.loaded).toBe('false');
		expect(ends()).toEqual([]);
		arrives(second, SECOND);
		await waitFor(() => expect(charts().dataset.loaded).toBe('true'));
		expect(ends()).toEqual(chartsOf(SECOND));
		expect(drawn.standing).toHaveLength(count);
		await waitFor(() => expect(drawn.standing.map(({ marks }) => marks)).toEqual(Array(count).fill([20])));
	});

	it('are not those of a flight that has been left and comes in late', async () => {
		const { rerender } = render(FlightCharts, {
			attemptId: first,
			grade: FIRST.grade,
			day: standardDay,
			reading: new Reading(() => FIRST.grade)
		});
		// Two that ask for the library at once would get it itself, not what stands for it here.
		await new Promise((resolve) => setTimeout(resolve, 200));
		await rerender({
			attemptId: second,
			grade: SECOND.grade,
			day: standardDay,
			reading: new Reading(() => SECOND.grade)
		});
		await waitFor(() => expect(waiting.has(second)).toBe(true));
		arrives(second, SECOND);
		await waitFor(() => expect(charts().dataset.loaded).toBe('true'));
		arrives(first, FIRST);
		await new Promise((resolve) => setImmediate(resolve));
		expect(ends()).toEqual(chartsOf(SECOND));
	});

	it('say so when the recording cannot be had, and no more once another can', async () => {
		const { rerender } = render(FlightCharts, {
			attemptId: first,
			grade: FIRST.grade,
			day: standardDay,
			reading: new Reading(() => FIRST.grade)
		});
		await waitFor(() => expect(waiting.has(first)).toBe(true));
		waiting.get(first)!(new Response('', { status: 500 }));
		expect(await screen.findByRole('alert')).toBeTruthy();
		await rerender({
			attemptId: second,
			grade: SECOND.grade,
			day: standardDay,
			reading: new Reading(() => SECOND.grade)
		});
		await waitFor(() => expect(waiting.has(second)).toBe(true));
		expect(screen.queryByRole('alert')).toBeNull();
		arrives(second, SECOND);
		await waitFor(() => expect(ends()).toEqual(chartsOf(SECOND)));
	});
});

describe('the plan of a debrief', () => {
	const propsOf = (id: string, { card, grade }: Flight) => ({
		attemptId: id,
		card,
		area: areaCatalog.get(card.area),
		grade,
		report: grade.navigation!,
		moment: null,
		onmoment: () => {}
	});

	it('shows the second flight when a debrief is opened from a debrief', async () => {
		const { rerender, container } = render(PlanReplay, propsOf(first, FIRST));
		await waitFor(() => expect(waiting.has(first)).toBe(true));
		arrives(first, FIRST);
		const slider = () => container.querySelector('[role=slider]');
		await waitFor(() =>
			expect(slider()?.getAttribute('aria-valuemax')).toBe(String(Math.floor(FIRST.track.seconds)))
		);
		await rerender(propsOf(second, SECOND));
		await waitFor(() => expect(waiting.has(second)).toBe(true));
		arrives(second, SECOND);
		await waitFor(() =>
			expect(slider()?.getAttribute('aria-valuemax')).toBe(String(Math.floor(SECOND.track.seconds)))
		);
		expect(container.textContent).toContain(formatClock(SECOND.track.seconds));
	});
});
