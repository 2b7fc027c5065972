import { describe, expect, it } from 'vitest';
import { soundLevels } from './sound.js';

const scene = {
	rpm: 2400,
	throttle: 0.8,
	airspeedKt: 105,
	stallWarning: false,
	gearWarning: false,
	ratedRpm: 2700,
	running: true,
	ident: false,
	marker: 'none' as const,
	timeSeconds: 0
};

describe('sound', () => {
	it('follows rpm and power, airspeed, and warns of the stall', () => {
		const cruise = soundLevels(scene);
		expect(cruise.engineHz).toBe(80);
		expect(soundLevels({ ...scene, rpm: 1200 }).engineHz).toBe(40);
		expect(soundLevels({ ...scene, throttle: 0.1 }).engine).toBeLessThan(cruise.engine);
		expect(soundLevels({ ...scene, airspeedKt: 140 }).slipstream).toBeGreaterThan(cruise.slipstream * 1.5);
		expect(cruise.stall).toBe(0);
		expect(soundLevels({ ...scene, stallWarning: true }).stall).toBeGreaterThan(0);
		expect(soundLevels({ ...scene, gearWarning: true })).toMatchObject({ stall: 0, gear: 0.13 });
	});

	it('is silent while the flight is frozen', () => {
		const { engine, propeller, slipstream, stall } = soundLevels({
			...scene,
			stallWarning: true,
			running: false
		});
		expect([engine, propeller, slipstream, stall]).toEqual([0, 0, 0, 0]);
	});
});
