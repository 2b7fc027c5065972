import type { ControlInputs, ScanInstrument } from '@hanza/core';
import { deflection, gamepadControls, type AxisSetting, type GamepadSetup } from './gamepad.js';
import { gazeOfStick } from './gaze.js';

export type StickControls = Partial<Pick<ControlInputs, 'elevator' | 'aileron' | 'rudder' | 'throttle'>>;

/** A lever that has moved by less than this has not moved. */
const MOVED = 0.004;

/** The device's last word for each control: it speaks only when it moves, so that keys and it can share. */
export class Sticks {
	private said: Partial<Record<string, number>> = {};

	constructor(private readonly setup: GamepadSetup) {}

	/** What the device asks for: deflected axes, and those that have just moved. */
	ask(axes: readonly number[]): StickControls {
		const asked: StickControls = {};
		const said = gamepadControls(axes, this.setup);
		for (const [name, value] of Object.entries(said) as [keyof typeof said, number][]) {
			if (name === 'lookAcross' || name === 'lookAlong') continue;
			const before = this.said[name];
			const moved = before !== undefined && Math.abs(value - before) > MOVED;
			if (name === 'throttle' ? moved : value !== 0 || moved) asked[name] = value;
			if (name !== 'throttle' || moved || before === undefined) this.said[name] = value;
		}
		return asked;
	}

	/** Where a second stick looks on a veiled panel; null where none is set up. */
	look(axes: readonly number[]): ScanInstrument | null {
		const { lookAcross, lookAlong } = this.setup;
		if (!lookAcross || !lookAlong) return null;
		const at = (setting: AxisSetting) => deflection(axes[setting.axis] ?? 0, setting);
		return gazeOfStick(at(lookAcross), at(lookAlong));
	}
}
