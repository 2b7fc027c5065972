import { describe, expect, it } from 'vitest';
import { gazeOfStick } from './gaze.js';

describe('a second stick looks', () => {
	it.each([
		[0, 0, 'attitude'],
		[0.2, -0.2, 'attitude'],
		[-1, 0, 'airspeed'],
		[1, 0, 'altimeter'],
		[0, 1, 'heading'],
		[-0.7, 0.7, 'turn'],
		[0.7, 0.7, 'vertical-speed'],
		[0, -1, 'engine'],
		[-0.7, -0.7, 'airspeed'],
		[0.7, -0.7, 'altimeter']
	])('%d, %d: %s', (across, down, instrument) => {
		expect(gazeOfStick(across, down)).toBe(instrument);
	});
});
