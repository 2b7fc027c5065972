import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP, freshAxis, type GamepadSetup } from './gamepad.js';
import { Sticks } from './gamepad-controls.js';

const setup: GamepadSetup = {
	...DEFAULT_SETUP,
	throttle: freshAxis(4),
	lookAcross: freshAxis(5),
	lookAlong: freshAxis(6)
};
const at = (places: Partial<Record<number, number>>) =>
	Array.from({ length: 7 }, (_, axis) => places[axis] ?? 0);

describe('a device that shares the controls with the keys', () => {
	it('says nothing at rest, so that keys and pointer have the stick', () => {
		const sticks = new Sticks(setup);
		expect(sticks.ask(at({}))).toEqual({});
		expect(sticks.ask(at({ 2: 0.03 }))).toEqual({});
	});

	it('holds a stick for as long as it is deflected, and centres it once when it is let go', () => {
		const sticks = new Sticks(setup);
		sticks.ask(at({}));
		for (let i = 0; i < 3; i++) expect(sticks.ask(at({ 2: 0.8 })).aileron).toBeGreaterThan(0.3);
		expect(sticks.ask(at({}))).toEqual({ aileron: 0 });
		expect(sticks.ask(at({}))).toEqual({});
	});

	it('leaves the throttle where the keys put it until the lever itself is moved', () => {
		const sticks = new Sticks(setup);
		expect(sticks.ask(at({ 4: -0.5 }))).toEqual({});
		expect(sticks.ask(at({ 4: -0.5 }))).toEqual({});
		expect(sticks.ask(at({ 4: -0.501 }))).toEqual({});
		expect(sticks.ask(at({ 4: -1 }))).toEqual({ throttle: 1 });
		expect(sticks.ask(at({ 4: -1 }))).toEqual({});
	});

	it('feels a lever that creeps: small movements add up until they count', () => {
		const sticks = new Sticks(setup);
		sticks.ask(at({ 4: 0 }));
		const said = Array.from({ length: 20 }, (_, i) => sticks.ask(at({ 4: -i * 0.002 })).throttle);
		expect(said.filter((one) => one !== undefined).length).toBeGreaterThan(2);
	});

	it('looks about with a second stick, and not at all without one', () => {
		expect(new Sticks(DEFAULT_SETUP).look(at({}))).toBeNull();
		const sticks = new Sticks(setup);
		expect(sticks.look(at({}))).toBe('attitude');
		expect(sticks.look(at({ 5: -1 }))).toBe('airspeed');
		expect(sticks.look(at({ 6: 1 }))).toBe('heading');
	});
});
