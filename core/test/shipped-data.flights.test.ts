import { describe, expect, it } from 'vitest';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import {
	Curves,
	flyByRobot,
	HanzaError,
	Powerplant,
	rpmToRadPerSecond,
	TECHNIQUES,
	toleranceOf
} from '../src/index.js';
import { eu, trainer, us } from './shipped.js';

describe('what ships', () => {
	it('fits its schemas and names only what there is', () => {
		for (const card of cardCatalog.all) {
			const aircraft = aircraftCatalog.get(card.aircraft);
			expect(areaCatalog.find(card.area)).toBeDefined();
			for (const id of card.numbersToKnow) expect(aircraft.configurations.map((one) => one.id)).toContain(id);
			expect(aircraft.controls.flapStepsDeg).toContain(card.start.flapsDeg);
			expect(new Set(card.phases.map(({ id }) => id)).size).toBe(card.phases.length);
		}
		expect(() => cardCatalog.get('nothing')).toThrow(HanzaError);
		expect(() => standardCatalog.get('x')).toThrow('no standard "x": there is us-instrument, eu-instrument');
	});

	// Those of radio navigation are flown, and graded, in radio-cards.flights.test.ts.
	const cards = cardCatalog.all.filter(({ navigation }) => navigation === undefined);
	it.each(cards.map((card) => [card.id, card] as const))(
		'the steady robot flies %s to its end',
		(_, card) => {
			const flight = flyByRobot(
				card,
				aircraftCatalog.get(card.aircraft),
				areaCatalog.get(card.area),
				TECHNIQUES.steady,
				1
			);
			expect(flight.completed).toBe(true);
		}
	);

	it('has the standards’ own figures', () => {
		expect(us.items).toMatchObject({
			altitudeFt: { above: 100, below: 100 },
			headingDeg: { above: 10, below: 10 },
			airspeedKias: { above: 10, below: 10 }
		});
		expect(eu.items).toMatchObject({
			altitudeFt: { above: 100, below: 100 },
			headingDeg: { above: 5, below: 5 },
			airspeedKias: { above: 5, below: 5 }
		});
		for (const standard of [us, eu]) {
			expect(standard.source).toMatch(/check the current edition/);
			// What the standard does not name decides no verdict.
			expect(toleranceOf(standard, 'verticalSpeedFpm').decisive).toBe(false);
		}
	});

	it('marks the airspeeds in their order', () => {
		const { stallLandingKias, stallCleanKias, flapsMaximumKias, normalMaximumKias, neverExceedKias } =
			trainer.speeds;
		const order = [stallLandingKias, stallCleanKias, flapsMaximumKias, normalMaximumKias, neverExceedKias];
		expect([...order].sort((a, b) => a - b)).toEqual(order);
	});
});

describe('the powerplant', () => {
	const engine = new Powerplant(trainer);
	const rated = rpmToRadPerSecond(2700);

	it('gives its rated power at rated speed, and less as the air thins', () => {
		const watts = (density: number) => engine.engineTorqueNm(1, rated, density) * rated;
		expect(watts(1.225) / 745.7).toBeGreaterThan(158);
		expect(watts(1.225) / 745.7).toBeLessThan(162);
		// Gagg and Ferrar at 0.7 of the density: 66 % of the charge, less the friction that stays.
		expect(watts(0.8575) / watts(1.225)).toBeLessThan(0.67);
		expect(watts(0.8575) / watts(1.225)).toBeGreaterThan(0.6);
	});

	it('finds the throttle that gives a torque', () => {
		for (const throttle of [0, 0.3, 1]) {
			const torque = engine.engineTorqueNm(throttle, 220, 1.1);
			expect(engine.throttleFor(torque, 220, 1.1)).toBeCloseTo(throttle, 10);
		}
	});

	it('its propeller pushes less the faster it flies, and brakes beyond its zero', () => {
		engine.prepare(1, 1.225, 1, 1);
		const thrust = (speed: number) => {
			engine.turn({ shaftRadPerSecond: rpmToRadPerSecond(2300), axialMps: speed });
			return engine.thrustN;
		};
		const row = [0, 20, 40, 60, 90].map(thrust);
		for (let i = 1; i < row.length; i++) expect(row[i]).toBeLessThan(row[i - 1]!);
		expect(row[4]).toBeLessThan(0);
	});
});

describe('a curve', () => {
	it('goes through its points, keeps between its neighbours, and goes on straight', () => {
		// Two of them: each goes its own way over the same points.
		const curves = new Curves([0, 1, 2, 4], [0, 1, 1, 5], [3, 2, 2, 0]);
		const at = (x: number) => curves.at(x)[0]!;
		expect([0, 1, 2, 4].map((x) => [...curves.at(x)])).toEqual([
			[0, 3],
			[1, 2],
			[1, 2],
			[5, 0]
		]);
		for (let x = 1; x <= 2; x += 0.1) expect(at(x)).toBeCloseTo(1, 12);
		for (let x = 0; x < 1; x += 0.05) expect(at(x)).toBeLessThanOrEqual(1);
		expect(at(6) - at(5)).toBeCloseTo(at(5) - at(4), 12);
		expect(at(-2) - at(-1)).toBeCloseTo(at(-1) - at(0), 12);
		// From one end to the other and back, wherever it was looked up before.
		expect([9, -3, 3.2, 0.4].map(at)).toEqual(
			[9, -3, 3.2, 0.4].map((x) => new Curves([0, 1, 2, 4], [0, 1, 1, 5]).at(x)[0])
		);
	});

	it('refuses points out of order', () => {
		expect(() => new Curves([0, 0], [1, 2])).toThrow(RangeError);
		expect(() => new Curves([0, 1], [1])).toThrow(RangeError);
	});
});
