import { expect, it } from 'vitest';
import { Flight, setupOf, signedDeg, type ControlInputs } from '../src/index.js';
import { area, descentCard, trainer } from './shipped.js';

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
