import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import '$lib/contracts/ready/controls.js';
import { parse } from '@hanza/core';

/** Controls that an axis can move. */
export const AXIS_CONTROLS = {
	elevator: 'Pitch (pull is nose up)',
	aileron: 'Bank',
	rudder: 'Rudder',
	throttle: 'Throttle',
	lookAcross: 'Look left and right (veiled panel)',
	lookAlong: 'Look up and down (veiled panel)'
} as const;
export type AxisControl = keyof typeof AXIS_CONTROLS;
export const AXIS_NAMES = Object.keys(AXIS_CONTROLS) as AxisControl[];

export const AxisSetting = Type.Object(
	{
		/** Which axis of the device. */
		axis: Type.Integer({ minimum: 0, maximum: 31 }),
		invert: Type.Boolean(),
		/** What it reads when let go. */
		centre: Type.Number({ minimum: -1, maximum: 1 }),
		/** Share of the travel about the centre that counts as nothing. */
		deadZone: Type.Number({ minimum: 0, maximum: 0.5 }),
		/** 1 is straight; more is softer about the centre. */
		curve: Type.Number({ minimum: 1, maximum: 3 })
	},
	{ additionalProperties: false }
);
export type AxisSetting = Static<typeof AxisSetting>;

export const GamepadSetup = Type.Object(
	{
		elevator: Type.Union([Type.Null(), AxisSetting]),
		aileron: Type.Union([Type.Null(), AxisSetting]),
		rudder: Type.Union([Type.Null(), AxisSetting]),
		throttle: Type.Union([Type.Null(), AxisSetting]),
		// Not in set-ups that were kept before panels could be veiled.
		lookAcross: Type.Optional(Type.Union([Type.Null(), AxisSetting])),
		lookAlong: Type.Optional(Type.Union([Type.Null(), AxisSetting]))
	},
	{ additionalProperties: false }
);
export type GamepadSetup = Static<typeof GamepadSetup>;

export const freshAxis = (axis: number): AxisSetting => ({
	axis,
	invert: false,
	centre: 0,
	deadZone: 0.06,
	curve: 1.5
});

/** The sticks of an ordinary gamepad: left for rudder, right for pitch and bank. */
export const DEFAULT_SETUP: GamepadSetup = {
	elevator: freshAxis(3),
	aileron: freshAxis(2),
	rudder: freshAxis(0),
	throttle: null,
	lookAcross: null,
	lookAlong: null
};

/** An axis reading, −1 to 1, as a deflection: centred, dead about the centre, full at both ends, curved. */
export function deflection(raw: number, setting: AxisSetting): number {
	const off = raw - setting.centre;
	// The travel is shorter on the side to which the centre lies.
	const travel = off > 0 ? 1 - setting.centre : 1 + setting.centre;
	const share = travel > 0 ? Math.min(1, Math.abs(off) / travel) : 0;
	const live = Math.max(0, (share - setting.deadZone) / (1 - setting.deadZone));
	const size = live ** setting.curve;
	const towardEnd = off > 0 !== setting.invert;
	// A plain 0 at rest, never −0.
	return size === 0 ? 0 : towardEnd ? size : -size;
}

/** A lever: the whole travel from one end to the other, 0 to 1; pushed forward (−1) is full. */
export const leverPosition = (raw: number, { invert }: AxisSetting): number => {
	const forward = (1 - Math.min(1, Math.max(-1, raw))) / 2;
	return invert ? 1 - forward : forward;
};

/** The axis that has moved farthest since a first reading, if it has moved clearly. */
export function movedAxis(before: readonly number[], now: readonly number[]): number | null {
	let best = -1;
	let most = 0.4;
	now.forEach((value, axis) => {
		const moved = Math.abs(value - (before[axis] ?? 0));
		if (moved > most) {
			best = axis;
			most = moved;
		}
	});
	return best >= 0 ? best : null;
}

const KEY = 'hanza-gamepad';

/** The set-up kept in this browser; the default where there is none or it cannot be read. */
export function loadSetup(): GamepadSetup {
	try {
		const kept = localStorage.getItem(KEY);
		return kept ? parse(GamepadSetup, JSON.parse(kept)) : structuredClone(DEFAULT_SETUP);
	} catch {
		return structuredClone(DEFAULT_SETUP);
	}
}

export const saveSetup = (setup: GamepadSetup): void => localStorage.setItem(KEY, JSON.stringify(setup));

/** Axes of the first device that is there, or null. */
export function readAxes(): readonly number[] | null {
	return navigator.getGamepads().find((device) => device?.connected)?.axes ?? null;
}

/** What the device asks of the controls; a control without an axis is left out. */
export function gamepadControls(
	axes: readonly number[],
	setup: GamepadSetup
): Partial<Record<AxisControl, number>> {
	const asked: Partial<Record<AxisControl, number>> = {};
	for (const name of AXIS_NAMES) {
		const setting = setup[name];
		const raw = setting ? axes[setting.axis] : undefined;
		if (!setting || raw === undefined) continue;
		asked[name] = name === 'throttle' ? leverPosition(raw, setting) : deflection(raw, setting);
	}
	return asked;
}
