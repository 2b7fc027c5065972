import { clamp, type AssistLevel, type ControlInputs } from '@hanza/core';
import type { Action } from './keymap.js';

/** What is moved for as long as its key is held. */
export const HELD_ACTIONS = [
	'noseUp',
	'noseDown',
	'bankLeft',
	'bankRight',
	'rudderLeft',
	'rudderRight',
	'powerUp',
	'powerDown',
	'propellerUp',
	'propellerDown',
	'mixtureUp',
	'mixtureDown',
	'trimUp',
	'trimDown'
] as const satisfies Action[];
export type HeldAction = (typeof HELD_ACTIONS)[number];

/** How a held key moves the stick: how far, and how fast out and back, per second. */
const STICK: Record<AssistLevel, { most: number; out: number; back: number }> = {
	// Flying the surfaces directly wants small, soft movements.
	direct: { most: 0.3, out: 0.35, back: 1.6 },
	attitude: { most: 0.6, out: 2.4, back: 6 }
};
const THROTTLE_PER_SECOND = 0.22;
const LEVER_PER_SECOND = 0.2;
const TRIM_PER_SECOND = 0.09;

const axis = (held: ReadonlySet<Action>, plus: Action, minus: Action): number =>
	(held.has(plus) ? 1 : 0) - (held.has(minus) ? 1 : 0);

function toward(now: number, wanted: number, out: number, back: number, seconds: number): number {
	const rate = Math.abs(wanted) > Math.abs(now) || wanted * now < 0 ? out : back;
	return now + clamp(wanted - now, -rate * seconds, rate * seconds);
}

/**
 * The controls after some time with keys held. Pure: the same keys for the same time move them the
 * same way. A stick axis that the pointer holds is left alone.
 */
export function moveByKeys(
	inputs: ControlInputs,
	held: ReadonlySet<Action>,
	assist: AssistLevel,
	pointerHasStick: boolean,
	seconds: number
): ControlInputs {
	const { most, out, back } = STICK[assist];
	const next = { ...inputs };
	if (!pointerHasStick) {
		next.elevator = toward(inputs.elevator, axis(held, 'noseUp', 'noseDown') * most, out, back, seconds);
		next.aileron = toward(
			inputs.aileron,
			axis(held, 'bankRight', 'bankLeft') * most,
			out * 1.6,
			back * 1.6,
			seconds
		);
	}
	next.rudder = toward(inputs.rudder, axis(held, 'rudderRight', 'rudderLeft') * 0.6, 1, 2, seconds);
	const lever = (now: number, plus: Action, minus: Action, rate: number) =>
		clamp(now + axis(held, plus, minus) * rate * seconds, 0, 1);
	next.throttle = lever(inputs.throttle, 'powerUp', 'powerDown', THROTTLE_PER_SECOND);
	next.propeller = lever(inputs.propeller, 'propellerUp', 'propellerDown', LEVER_PER_SECOND);
	next.mixture = lever(inputs.mixture, 'mixtureUp', 'mixtureDown', LEVER_PER_SECOND);
	next.trim = clamp(inputs.trim + axis(held, 'trimUp', 'trimDown') * TRIM_PER_SECOND * seconds, -1, 1);
	return next;
}

/** Stick from a pointer's place on the yoke pad, −1 to 1 each way: fine about the middle. */
export const pointerStick = (across: number, along: number): { aileron: number; elevator: number } => {
	const soften = (value: number) => Math.sign(value) * Math.abs(value) ** 1.7 * 0.6;
	return { aileron: soften(clamp(across, -1, 1)), elevator: soften(clamp(along, -1, 1)) };
};

/** The flap setting a step further down (+1) or up (−1). */
export function stepFlaps(nowDeg: number, steps: readonly number[], by: 1 | -1): number {
	const place = steps.findIndex((step) => step >= nowDeg - 0.1);
	return steps[clamp((place < 0 ? steps.length - 1 : place) + by, 0, steps.length - 1)]!;
}
