import { describe, expect, it } from 'vitest';
import {
	Flight,
	SeededRandom,
	stepSingleGust,
	STEPS_PER_SECOND,
	stillGusts,
	type FlightSetup,
	type PanelReadings
} from '../src/index.js';
import { area, trainer } from './shipped.js';

const setup = (more: Partial<FlightSetup> = {}): FlightSetup => ({
	aircraft: trainer,
	weather: { seaLevelPressureHpa: 1013.25, temperatureOffsetC: 0, windLayers: [] },
	variationDeg: area.variationDeg,
	dipDeg: area.dipDeg,
	latitudeDeg: area.referenceLatitudeDeg,
	failures: [],
	start: { altitudeFt: 3000, headingDeg: 90, airspeedKias: 90, verticalSpeedFpm: 0, flapsDeg: 0 },
	assist: 'attitude',
	seed: 3,
	...more
});

describe('single gusts', () => {
	it('rise and fall between nothing and the greatest, with calm between them', () => {
		const state = stillGusts();
		const random = new SeededRandom(5);
		const out = { alongMps: 0, acrossMps: 0, downMps: 0, rollRadPerSecond: 0, windMps: 0 };
		const seen: number[] = [];
		for (let i = 0; i < 600 * 10; i++) {
			stepSingleGust(state, random, 6, i / 10, out);
			seen.push(out.windMps);
		}
		expect(Math.min(...seen)).toBe(0);
		expect(Math.max(...seen)).toBeLessThanOrEqual(6);
		expect(Math.max(...seen)).toBeGreaterThan(5);
		const begun = seen.filter((now, i) => now > 0 && seen[i - 1] === 0).length;
		// Gaps of 14 s and gusts of 8 s on average: about 27 in ten minutes.
		expect(begun).toBeGreaterThan(15);
		expect(begun).toBeLessThan(40);
		// No jump between two tenths of a second.
		expect(Math.max(...seen.map((now, i) => Math.abs(now - (seen[i - 1] ?? now))))).toBeLessThan(0.5);
	});

	it('shake the airspeed of a flight into the wind, the same way for the same seed', () => {
		const fly = (gustKt: number, seed: number) => {
			const flight = new Flight(
				setup({
					seed,
					weather: {
						...setup().weather,
						windLayers: [{ altitudeFt: 0, fromDeg: 90, speedKt: 20 }],
						gustKt
					}
				})
			);
			const speeds: number[] = [];
			for (let i = 0; i < 120 * STEPS_PER_SECOND; i++) {
				flight.step(flight.initialControls);
				speeds.push(flight.panel.airspeedKias);
			}
			return speeds;
		};
		const spread = (speeds: number[]) => Math.max(...speeds) - Math.min(...speeds);
		const gusty = fly(15, 3);
		expect(spread(fly(0, 3))).toBeLessThan(1);
		expect(spread(gusty)).toBeGreaterThan(6);
		expect(fly(15, 3)).toEqual(gusty);
		expect(fly(15, 4)).not.toEqual(gusty);
	});
});

/** Pulls up and watches the vertical speed. */
function pullUp(verticalSpeed: FlightSetup['verticalSpeed'], failures: FlightSetup['failures'] = []) {
	const flight = new Flight(setup({ verticalSpeed, failures, assist: 'attitude' }));
	const rows: { seconds: number; shown: number; so: number; panel: PanelReadings }[] = [];
	for (let i = 0; i < 30 * STEPS_PER_SECOND; i++) {
		const seconds = i / STEPS_PER_SECOND;
		flight.step({ ...flight.initialControls, elevator: seconds > 2 && seconds < 3 ? 0.6 : 0 });
		if (i % 12 === 0)
			rows.push({
				seconds,
				shown: flight.panel.verticalSpeedFpm,
				so: flight.truth().verticalSpeedFpm,
				panel: { ...flight.panel }
			});
	}
	return rows;
}

describe('the instantaneous vertical speed', () => {
	it('shows a climb a second after it began, where the chamber is still far behind', () => {
		const error = (kind: FlightSetup['verticalSpeed']) =>
			Math.max(...pullUp(kind).map(({ seconds, shown, so }) => (seconds < 6 ? Math.abs(shown - so) : 0)));
		expect(error('chamber')).toBeGreaterThan(250);
		expect(error('instantaneous')).toBeLessThan(120);
	});

	it('agrees with the chamber when nothing changes', () => {
		const last = (kind: FlightSetup['verticalSpeed']) => pullUp(kind).at(-1)!;
		expect(Math.abs(last('instantaneous').shown - last('chamber').shown)).toBeLessThan(40);
	});

	it('stands at zero when its line is blocked', () => {
		const blocked = pullUp('instantaneous', [{ kind: 'static-blocked', onset: { kind: 'at', seconds: 0 } }]);
		for (const { shown } of blocked) expect(Math.abs(shown)).toBeLessThan(1);
	});
});

describe('what has its own power', () => {
	it('the standby attitude goes on through a vacuum failure', () => {
		const flight = new Flight(setup({ failures: [{ kind: 'vacuum', onset: { kind: 'at', seconds: 0 } }] }));
		for (let i = 0; i < 240 * STEPS_PER_SECOND; i++) flight.step(flight.initialControls);
		const { bankDeg } = flight.truth();
		expect(Math.abs(flight.panel.bankDeg - bankDeg)).toBeGreaterThan(10);
		expect(Math.abs(flight.panel.standbyBankDeg - bankDeg)).toBeLessThan(1);
	});

	it('the radios go dark when they fail, and when the battery is empty', () => {
		const dark = new Flight(setup({ failures: [{ kind: 'radio', onset: { kind: 'at', seconds: 5 } }] }));
		for (let i = 0; i < 4 * STEPS_PER_SECOND; i++) dark.step(dark.initialControls);
		expect(dark.panel.radioOn).toBe(1);
		for (let i = 0; i < 2 * STEPS_PER_SECOND; i++) dark.step(dark.initialControls);
		expect(dark.panel.radioOn).toBe(0);
		const flat = new Flight(setup({ failures: [{ kind: 'alternator', onset: { kind: 'at', seconds: 0 } }] }));
		for (let i = 0; i < 16 * 60 * STEPS_PER_SECOND && !flat.ended; i++) flat.step(flat.initialControls);
		expect(flat.panel.radioOn).toBe(0);
		expect(flat.panel.ammeterA).toBe(0);
	});
});
