import { describe, expect, it } from 'vitest';
import {
	calibratedKt,
	cardFrom,
	failuresFrom,
	Flight,
	indicatedKt,
	parse,
	setupOf,
	Situation,
	STEPS_PER_SECOND,
	TaskCard
} from '../src/index.js';
import { area, descentCard, tourer, trainer } from './shipped.js';
import { cardCatalog } from '../../data/index.js';

describe('a situation kept', () => {
	const card = cardCatalog.get('complex-descent');
	const flight = new Flight({ ...setupOf(card, tourer, area), assist: 'attitude', seed: 2 });
	const inputs = { ...flight.initialControls, gear: 1, flapsDeg: 10, throttle: 0.45, aileron: 0.05 };
	for (let i = 0; i < 20 * STEPS_PER_SECOND; i++) flight.step(i < 100 ? inputs : { ...inputs, aileron: 0 });
	const start = flight.asStart(inputs);

	it('begins another flight where this one is', () => {
		const again = new Flight({
			...setupOf(cardFrom(card, { start, fromPhase: 2, failures: [] }), tourer, area),
			assist: 'attitude',
			seed: 2
		});
		const [then, now] = [flight.truth(), again.truth()];
		expect(now.northNm).toBeCloseTo(then.northNm, 6);
		expect(now.eastNm).toBeCloseTo(then.eastNm, 6);
		expect(Math.abs(now.altitudeFt - then.altitudeFt)).toBeLessThan(1);
		expect(Math.abs(now.headingDeg - then.headingDeg)).toBeLessThan(0.01);
		expect(Math.abs(now.bankDeg - then.bankDeg)).toBeLessThan(0.01);
		expect(Math.abs(now.calibratedAirspeedKt - then.calibratedAirspeedKt)).toBeLessThan(0.1);
		expect(again.surfaces.gear).toBe(1);
		expect(again.surfaces.flapsDeg).toBe(10);
		expect(again.panel.rpm).toBeLessThan(2520);
	});

	it('is the rest of its card, a valid card', () => {
		const rest = cardFrom(card, parse(Situation, { start, fromPhase: 3, failures: [] }));
		expect(rest.phases.map(({ id }) => id)).toEqual(['level-off', 'hold-level']);
		expect(() => parse(TaskCard, rest)).not.toThrow();
		// A flown card keeps its last phase, and the card itself is as it was.
		expect(cardFrom(card, { start, fromPhase: 9, failures: [] }).phases).toHaveLength(1);
		expect(card.phases).toHaveLength(5);
	});

	it('keeps failures: begun ones at once, others when they would have come', () => {
		expect(
			failuresFrom(
				[
					{ kind: 'vacuum', atSeconds: 40, creepSeconds: 60 },
					{ kind: 'radio', atSeconds: 130, creepSeconds: 0 }
				],
				60
			)
		).toEqual([
			{ kind: 'vacuum', onset: { kind: 'at', seconds: 0 }, creepSeconds: 40 },
			{ kind: 'radio', onset: { kind: 'at', seconds: 70 }, creepSeconds: 0 }
		]);
	});

	it('turns indicated into calibrated airspeed and back', () => {
		for (const kt of [60, 90, 140])
			expect(indicatedKt(trainer, calibratedKt(trainer, kt))).toBeCloseTo(kt, 9);
		expect(calibratedKt(trainer, 90)).toBeLessThan(90);
		expect(descentCard.start.airspeedKias).toBe(105);
	});
});
