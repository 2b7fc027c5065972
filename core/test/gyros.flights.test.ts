import { describe, expect, it } from 'vitest';
import { Flight, setupOf, signedDeg, type ControlInputs } from '../src/index.js';
import { area, descentCard, tourer, trainer } from './shipped.js';

/** A quarter of an hour of flight by one seed; the heading off what it is, degrees. */
function offAfter(seed: number, controls: Partial<ControlInputs> = {}): number {
	const flight = new Flight({ ...setupOf(descentCard, trainer, area), assist: 'attitude', seed });
	for (let i = 0; i < 900 * 120; i++) flight.step({ ...flight.initialControls, ...controls });
	return signedDeg(flight.panel.headingDeg - flight.truth().headingDeg);
}

it('the heading gyro drifts by some degrees in a quarter of an hour, and the knob takes it out', () => {
	const drifts = [1, 2, 3, 4, 5, 6].map((seed) => offAfter(seed));
	expect(Math.max(...drifts.map(Math.abs))).toBeGreaterThan(2);
	for (const drift of drifts) expect(Math.abs(drift)).toBeLessThan(7);
	expect(Math.abs(offAfter(1, { headingKnobDeg: -drifts[0]! }))).toBeLessThan(0.2);
});

describe('after the vacuum has failed', () => {
	/** Level flight, or turns to either side, for a quarter of an hour; every second what is and what is shown. */
	function failing(seed: number, turns: boolean) {
		const flight = new Flight({ ...setupOf(descentCard, trainer, area), assist: 'attitude', seed });
		flight.arm({ kind: 'vacuum', atSeconds: 60, creepSeconds: 0 });
		const rows: {
			seconds: number;
			bankDeg: number;
			shownDeg: number;
			headingDeg: number;
			shownHeadingDeg: number;
		}[] = [];
		for (let i = 0; i < 900 * 120; i++) {
			const t = (i / 120) % 60;
			const aileron = !turns
				? 0
				: t > 5 && t < 9
					? 0.25
					: t > 25 && t < 29
						? -0.25
						: t > 35 && t < 39
							? -0.25
							: 0;
			flight.step({ ...flight.initialControls, aileron: t > 55 && turns ? 0.25 : aileron });
			if (i % 120 !== 0) continue;
			const { bankDeg, headingDeg } = flight.truth();
			const { bankDeg: shownDeg, headingDeg: shownHeadingDeg } = flight.panel;
			rows.push({ seconds: i / 120, bankDeg, shownDeg, headingDeg, shownHeadingDeg });
		}
		const between = (from: number, to: number) =>
			rows.filter(({ seconds }) => seconds >= from && seconds < to);
		return { between };
	}
	const spreadOf = (values: number[]) => Math.max(...values) - Math.min(...values);
	const off = ({ bankDeg, shownDeg }: { bankDeg: number; shownDeg: number }) =>
		Math.abs(signedDeg(shownDeg - bankDeg));

	it('the horizon lies convincingly for a minute or two, then lags, topples, tumbles and stands', () => {
		for (const seed of [1, 2, 3, 4]) {
			const { between } = failing(seed, true);
			expect(Math.max(...between(0, 60).map(off))).toBeLessThan(0.1);
			expect(Math.max(...between(60, 120).map(off))).toBeLessThan(4);
			// It lags: it shows less of the turns than there is.
			const shown = spreadOf(between(130, 190).map(({ shownDeg }) => shownDeg));
			expect(shown).toBeLessThan(0.97 * spreadOf(between(130, 190).map(({ bankDeg }) => bankDeg)));
			// It topples, and tumbles on: turned over within the minutes after.
			expect(Math.max(...between(180, 420).map(off))).toBeGreaterThan(90);
			// And stands, whatever the aeroplane does.
			expect(spreadOf(between(780, 900).map(({ bankDeg }) => bankDeg))).toBeGreaterThan(30);
			expect(spreadOf(between(780, 900).map(({ shownDeg }) => shownDeg))).toBeLessThan(2);
			expect(spreadOf(between(780, 900).map(({ shownHeadingDeg }) => shownHeadingDeg))).toBeLessThan(4);
		}
	});

	it('what was flown makes the error, not the time alone', () => {
		// In turns it falls over minutes before it does straight and level.
		const most = (turns: boolean) => Math.max(...failing(2, turns).between(240, 300).map(off));
		expect(most(true)).toBeGreaterThan(60);
		expect(most(false)).toBeLessThan(30);
	});

	it('each flight errs in its own way', () => {
		const errors = [1, 2, 3, 4, 5].map((seed) => failing(seed, false).between(299, 300)[0]!.shownDeg);
		expect(new Set(errors.map((deg) => deg.toFixed(1))).size).toBe(5);
		expect(errors.some((deg) => deg > 0) || errors.some((deg) => deg < 0)).toBe(true);
	});
});

it('a sound horizon falls over at its stops, and is erected again', () => {
	const flight = new Flight({ ...setupOf(descentCard, trainer, area), assist: 'direct', seed: 1 });
	let upside = 0;
	for (let i = 0; i < 10 * 120 && upside < 110; i++) {
		flight.step({ ...flight.initialControls, throttle: 1, aileron: 1, elevator: 0.1 });
		upside = Math.abs(flight.truth().bankDeg);
	}
	expect(upside).toBeGreaterThan(100);
	for (let i = 0; i < 120; i++) flight.step({ ...flight.initialControls, aileron: -1 });
	expect(Math.abs(signedDeg(flight.panel.bankDeg - flight.truth().bankDeg))).toBeGreaterThan(10);
});

it('an instantaneous vertical speed indicator is not carried away by the weight of a turn', () => {
	const setup = setupOf({ ...descentCard, aircraft: tourer.id }, tourer, area);
	const flight = new Flight({ ...setup, assist: 'attitude', seed: 1, verticalSpeed: 'instantaneous' });
	let worst = 0;
	for (let i = 0; i < 8 * 120; i++) {
		const { bankDeg, verticalSpeedFpm } = flight.truth();
		// Some three seconds to 30° of bank, held there.
		flight.step({ ...flight.initialControls, aileron: Math.max(-0.6, Math.min(0.6, (30 - bankDeg) / 12)) });
		worst = Math.max(worst, Math.abs(flight.panel.verticalSpeedFpm - verticalSpeedFpm));
	}
	expect(flight.truth().bankDeg).toBeGreaterThan(24);
	expect(worst).toBeLessThan(350);
});
