import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Flight, HELD_CONTROLS, setupOf, type ControlInputs } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '../../../../data/index.js';
import { HELD_ACTIONS, moveByKeys, pointerStick, stepFlaps } from './keyboard-controls.js';
import type { Action } from './keymap.js';

const card = cardCatalog.get('approach-descent');
const rest: ControlInputs = new Flight({
	...setupOf(card, aircraftCatalog.get(card.aircraft), areaCatalog.get(card.area)),
	assist: 'direct',
	seed: 1
}).initialControls;
const held = (...keys: Action[]) => new Set<Action>(keys);

/** Keys held for a time, picture by picture. */
function hold(inputs: ControlInputs, keys: Set<Action>, seconds: number, pointer = false, pictures = 60) {
	let now = inputs;
	for (let i = 0; i < Math.round(seconds * pictures); i++)
		now = moveByKeys(now, keys, 'direct', pointer, 1 / pictures);
	return now;
}

describe('hands on the keys', () => {
	it('move the stick out, no farther than they may, and let it back to the middle', () => {
		const out = hold(rest, held('noseUp', 'bankLeft'), 3);
		expect(out.elevator).toBeCloseTo(0.3, 6);
		expect(out.aileron).toBeCloseTo(-0.3, 6);
		const back = hold(out, held(), 1);
		expect([back.elevator, back.aileron]).toEqual([0, 0]);
	});

	it('leave the stick to the pointer while that has it, and move the rest', () => {
		const moved = hold({ ...rest, aileron: 0.4 }, held('bankLeft', 'powerUp'), 0.5, true);
		expect(moved.aileron).toBe(0.4);
		expect(moved.throttle).toBeGreaterThan(rest.throttle + 0.1);
	});

	it('leave levers and trim where they were when the key is let go', () => {
		const moved = hold(rest, held('powerDown', 'trimUp', 'propellerDown', 'mixtureDown'), 0.6);
		expect(hold(moved, held(), 2)).toEqual({ ...moved, elevator: 0, aileron: 0, rudder: 0 });
	});

	it('come to nothing when both keys of a pair are down', () => {
		for (const { keys } of HELD_CONTROLS)
			expect(hold(rest, held(keys.plus.action, keys.minus.action), 0.5)).toEqual(rest);
		expect(HELD_CONTROLS.length).toBeGreaterThan(6);
	});

	it('do in the same time the same, however many pictures it has', () => {
		fc.assert(
			fc.property(fc.subarray([...HELD_ACTIONS]), (keys) => {
				const [few, many] = [20, 120].map((pictures) => hold(rest, held(...keys), 0.5, false, pictures));
				for (const { name } of HELD_CONTROLS) expect(many![name]).toBeCloseTo(few![name], 9);
			})
		);
	});

	it('never leave the travel of a control', () => {
		fc.assert(
			fc.property(
				fc.subarray([...HELD_ACTIONS]),
				fc.double({ min: 0.1, max: 30, noNaN: true }),
				(keys, s) => {
					const end = hold(rest, held(...keys), s, false, 10);
					for (const name of ['throttle', 'propeller', 'mixture'] as const)
						expect(end[name] >= 0 && end[name] <= 1).toBe(true);
					for (const name of ['elevator', 'aileron', 'rudder', 'trim'] as const)
						expect(Math.abs(end[name])).toBeLessThanOrEqual(1);
				}
			)
		);
	});
});

describe('the pointer’s yoke', () => {
	it('is fine about the middle, even, and ends at its own limit', () => {
		expect(pointerStick(0, 0)).toEqual({ aileron: 0, elevator: 0 });
		expect(pointerStick(0.2, 0).aileron).toBeLessThan(0.06);
		expect(pointerStick(5, -5)).toEqual({ aileron: 0.6, elevator: -0.6 });
		for (const x of [0.1, 0.4, 0.9]) expect(pointerStick(-x, 0).aileron).toBe(-pointerStick(x, 0).aileron);
	});
});

describe('the flap lever', () => {
	it('goes step by step, and stops at both ends', () => {
		const steps = [0, 10, 20, 30];
		expect(stepFlaps(0, steps, 1)).toBe(10);
		expect(stepFlaps(30, steps, 1)).toBe(30);
		expect(stepFlaps(10, steps, -1)).toBe(0);
		expect(stepFlaps(0, steps, -1)).toBe(0);
		// Between two steps the next one down is the one it is on its way to, and one more.
		expect(stepFlaps(14, steps, -1)).toBe(10);
	});
});
