import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	deflection,
	freshAxis,
	gamepadControls,
	leverPosition,
	movedAxis,
	DEFAULT_SETUP
} from './gamepad.js';
import { inputsAtRest } from '@hanza/core';
import { moveByKeys, stepFlaps } from './keyboard-controls.js';

const setting = (change: object) => ({ ...freshAxis(0), ...change });

describe('an axis', () => {
	it('is nothing in its dead zone, full at both ends, and never turns back between', () => {
		const axis = fc.record({
			centre: fc.double({ min: -0.4, max: 0.4, noNaN: true }),
			deadZone: fc.double({ min: 0, max: 0.3, noNaN: true }),
			curve: fc.double({ min: 1, max: 3, noNaN: true }),
			invert: fc.boolean()
		});
		fc.assert(
			fc.property(axis, fc.double({ min: -1, max: 0.99, noNaN: true }), (change, raw) => {
				const set = setting(change);
				const sign = set.invert ? -1 : 1;
				expect(deflection(set.centre, set)).toBeCloseTo(0, 12);
				expect(deflection(1, set) * sign).toBeCloseTo(1, 9);
				expect(deflection(-1, set) * sign).toBeCloseTo(-1, 9);
				expect(sign * deflection(raw + 0.01, set)).toBeGreaterThanOrEqual(
					sign * deflection(raw, set) - 1e-12
				);
			})
		);
	});

	it('as a lever runs from end to end, forward is full', () => {
		expect(leverPosition(-1, freshAxis(0))).toBe(1);
		expect(leverPosition(1, freshAxis(0))).toBe(0);
		expect(leverPosition(0, setting({ invert: true }))).toBe(0.5);
	});

	it('is found by moving it, and a resting or trembling one is not', () => {
		expect(movedAxis([0, 0, 0.1], [0.1, -0.9, 0.2])).toBe(1);
		expect(movedAxis([0, 0], [0.2, -0.3])).toBeNull();
		expect(gamepadControls([0, 0, 1, 0], DEFAULT_SETUP)).toMatchObject({ aileron: 1, elevator: 0 });
	});
});

describe('keys', () => {
	const inputs = {
		...inputsAtRest(),
		elevator: 0,
		aileron: 0,
		rudder: 0,
		throttle: 0.5,
		trim: 0,
		propeller: 1,
		mixture: 1,
		gear: 1,
		flapsDeg: 0,
		altimeterSettingHpa: 1013.25,
		headingKnobDeg: 0,
		alternateStatic: 0,
		covered: 0
	};

	it('move the stick out while held and back when let go, and hold the levers where they are', () => {
		let now = inputs;
		for (let i = 0; i < 60; i++)
			now = moveByKeys(now, new Set(['noseUp', 'powerUp']), 'direct', false, 1 / 60);
		expect(now.elevator).toBeGreaterThan(0.25);
		expect(now.throttle).toBeGreaterThan(0.65);
		for (let i = 0; i < 60; i++) now = moveByKeys(now, new Set(), 'direct', false, 1 / 60);
		expect(now.elevator).toBe(0);
		expect(now.throttle).toBeGreaterThan(0.65);
	});

	it('leave the stick alone while the pointer has it', () => {
		const held = { ...inputs, elevator: 0.4 };
		expect(moveByKeys(held, new Set(['noseDown']), 'direct', true, 0.1).elevator).toBe(0.4);
	});

	it('step the flap within its settings', () => {
		const steps = [0, 10, 20, 30];
		expect(stepFlaps(0, steps, 1)).toBe(10);
		expect(stepFlaps(30, steps, 1)).toBe(30);
		expect(stepFlaps(0, steps, -1)).toBe(0);
	});
});
