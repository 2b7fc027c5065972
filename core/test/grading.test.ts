import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	CardProgress,
	cutPhases,
	gradeFlight,
	measure,
	overshoot,
	parse,
	quality,
	settleSeconds,
	TaskCard,
	Track,
	trackFromJson,
	type ChannelName
} from '../src/index.js';
import { descentCard, fly, us } from './shipped.js';

/** Nowhere in particular, nothing said. */
const NOWHERE = { northNm: 0, eastNm: 0, altitudeFt: 3000, trackDeg: 0, marks: 0 };
describe('grading', () => {
	const { track } = fly('steady', 1);
	const without = (name: ChannelName) =>
		new Track(track.rateHz, new Map([...track.channels].filter(([key]) => key !== name)), track.length);

	it('says what was not recorded instead of grading it as no deviation', () => {
		const grade = gradeFlight(without('indicatedHeadingDeg'), descentCard, us);
		// True magnetic heading stands in for the dial.
		expect(grade.notRecorded).toEqual([]);
		const blind = new Track(
			track.rateHz,
			new Map([...track.channels].filter(([key]) => key !== 'indicatedHeadingDeg' && key !== 'headingDeg')),
			track.length
		);
		const poorer = gradeFlight(blind, descentCard, us);
		expect(poorer.notRecorded).toEqual(['heading']);
		for (const phase of poorer.phases)
			for (const item of phase.items.filter(({ kind }) => kind === 'headingDeg')) {
				expect(item.verdict).toBe('not recorded');
				expect(item.score).toBeUndefined();
			}
	});

	it('does not call a flight met that was broken off, and scores what is missing as nothing', () => {
		const half = new Track(
			track.rateHz,
			new Map([...track.channels].map(([name, column]) => [name, column.slice(0, 1200)])),
			1200
		);
		const grade = gradeFlight(half, descentCard, us);
		expect(grade.verdict).toBe('not shown');
		expect(grade.phases.at(-1)!.startSeconds).toBeNull();
		expect(grade.score).toBeLessThan(50);
	});

	it('handles a flight of no length', () => {
		const empty = trackFromJson({ rateHz: 10, channels: { indicatedAltitudeFt: [] } });
		const grade = gradeFlight(empty, descentCard, us);
		expect(grade.verdict).toBe('not shown');
		expect(grade.score).toBe(0);
	});

	it('never scores more for more deviation', () => {
		fc.assert(
			fc.property(
				fc.double({ min: -300, max: 300, noNaN: true }),
				fc.double({ min: 1, max: 3, noNaN: true }),
				fc.double({ min: 0, max: 200, noNaN: true }),
				fc.double({ min: 0, max: 200, noNaN: true }),
				(deviation, more, above, below) => {
					expect(quality(deviation * more, { above, below })).toBeLessThanOrEqual(
						quality(deviation, { above, below })
					);
				}
			)
		);
	});

	it('never scores a whole flight higher for a larger deviation in it', () => {
		// Heading has no part in the card's events, so the phases stay where they are.
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: 2000 }),
				fc.integer({ min: 1, max: 400 }),
				fc.double({ min: 0, max: 30, noNaN: true }),
				fc.double({ min: 1, max: 3, noNaN: true }),
				(from, length, size, more) => {
					const shifted = (by: number) => {
						const heading = track
							.column('indicatedHeadingDeg')
							.map((_, i) => (i >= from && i < from + length ? 90 + by : 90));
						return new Track(
							track.rateHz,
							new Map([...track.channels, ['indicatedHeadingDeg', heading]]),
							track.length
						);
					};
					const score = (by: number) => gradeFlight(shifted(by), descentCard, us).score;
					expect(score(size * more)).toBeLessThanOrEqual(score(size) + 1e-9);
				}
			),
			{ numRuns: 25 }
		);
	});

	it('fails an excursion that lasts and forgives one promptly corrected', () => {
		const withExcursion = (samples: number) => {
			const heading = track
				.column('indicatedHeadingDeg')
				.map((value, i) => (i >= 100 && i < 100 + samples ? 105 : value));
			return gradeFlight(
				new Track(track.rateHz, new Map([...track.channels, ['indicatedHeadingDeg', heading]]), track.length),
				descentCard,
				us
			);
		};
		expect(withExcursion(50).verdict).toBe('met');
		const failed = withExcursion(52);
		expect(failed.verdict).toBe('not met');
		expect(failed.because).toEqual(['Straight and level: heading 15° right']);
		expect(failed.statements.find(({ tone }) => tone === 'fail')).toMatchObject({
			atSeconds: 10,
			endSeconds: 15.2
		});
	});

	it('measures by hand: bias, spread, worst, time inside', () => {
		const m = measure(Float64Array.from([0, 50, 150, -50]), { above: 100, below: 100 }, 20, 2);
		expect(m.inTolerancePercent).toBe(75);
		expect(m.bias).toBe(37.5);
		expect(m.spread).toBeCloseTo(Math.sqrt((37.5 ** 2 + 12.5 ** 2 + 112.5 ** 2 + 87.5 ** 2) / 4), 9);
		expect(m.worst).toEqual({ deviation: 150, atSeconds: 21 });
		expect(m.excursions).toEqual([{ startSeconds: 21, endSeconds: 21.5, worst: 150 }]);
		// 1; 0.5 + 0.5·0.75; 0 + 0.5·0.25; 0.5 + 0.5·0.75
		expect(m.score).toBeCloseTo((100 * (1 + 0.875 + 0.125 + 0.875)) / 4, 9);
	});

	it('gives no room on a side whose limit is nothing', () => {
		expect(quality(-1, { above: 100, below: 0 })).toBe(0);
		expect(quality(0, { above: 100, below: 0 })).toBe(1);
	});

	it('finds when a value has settled and how far it went through', () => {
		const deviation = Float64Array.from([30, 20, 8, -6, -12, -4, 1, 0, 0, 0, 0, 0]);
		expect(settleSeconds(deviation, { above: 10, below: 10 }, 1, 3)).toBe(5);
		expect(overshoot(deviation)).toBe(12);
		expect(settleSeconds(Float64Array.from([50, 50]), { above: 10, below: 10 }, 1)).toBeNull();
	});
});

describe('phases of a card', () => {
	it('begin and end by their events', () => {
		const { track } = fly('steady', 2);
		const times = cutPhases(descentCard, track);
		expect(times.map(({ phase }) => phase)).toEqual([0, 1, 2, 3, 4]);
		expect(times[0]!.endSeconds).toBe(60);
		for (let i = 1; i < times.length; i++) expect(times[i]!.startSeconds).toBe(times[i - 1]!.endSeconds);
		expect(times[4]!.endSeconds! - times[4]!.startSeconds).toBeCloseTo(60, 9);
	});

	it('wait for a begin event, and for a condition to be held without a break', () => {
		const card = parse(TaskCard, {
			...structuredClone(descentCard),
			phases: [
				{
					...structuredClone(descentCard.phases[0]!),
					begin: { kind: 'within', channel: 'indicatedHeadingDeg', value: 0, tolerance: 3 },
					end: { kind: 'above', channel: 'indicatedAltitudeFt', value: 1000, heldSeconds: 2 }
				}
			]
		});
		const progress = new CardProgress(card);
		const add = (seconds: number, heading: number, altitude: number) =>
			progress.add(
				{
					indicatedHeadingDeg: heading,
					indicatedAltitudeFt: altitude,
					indicatedAirspeedKt: 90,
					verticalSpeedFpm: 0,
					bankDeg: 0,
					pitchDeg: 0,
					byInstructor: 0,
					decision: 0,
					...NOWHERE
				},
				seconds
			);
		add(0, 340, 1100);
		expect(progress.current).toBe(-1);
		add(1, 358, 1100);
		expect(progress.current).toBe(0);
		add(2, 0, 900);
		add(3, 0, 1001);
		add(4, 0, 1001);
		expect(progress.done).toBe(false);
		add(5, 0, 1001);
		expect(progress.done).toBe(true);
		expect(progress.times).toEqual([{ phase: 0, startSeconds: 1, endSeconds: 5 }]);
	});

	it('refuse a card with a misspelt key, naming it', () => {
		const bad = structuredClone(descentCard) as unknown as Record<string, unknown>;
		bad.phasses = [];
		expect(() => parse(TaskCard, bad)).toThrow('/phasses is not a known key');
		const deeper = structuredClone(descentCard);
		deeper.phases[1]!.weight = 50;
		expect(() => parse(TaskCard, deeper)).toThrow('/phases/1/weight must be a number from 0 to 10');
	});
});
