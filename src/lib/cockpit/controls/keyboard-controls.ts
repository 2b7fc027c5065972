import {
	clamp,
	HELD_CONTROLS,
	type AssistLevel,
	type ControlInputs,
	type HeldAction,
	type HeldKeys
} from '@hanza/core';
import type { Action } from './keymap.js';

/** What is moved for as long as its key is held. */
export const HELD_ACTIONS: readonly HeldAction[] = HELD_CONTROLS.flatMap(({ keys }) => [
	keys.plus.action,
	keys.minus.action
]);

const axis = (held: ReadonlySet<Action>, { plus, minus }: HeldKeys<HeldAction>): number =>
	(held.has(plus.action) ? 1 : 0) - (held.has(minus.action) ? 1 : 0);

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
	const next = { ...inputs };
	for (const { name, keys } of HELD_CONTROLS) {
		const by = axis(held, keys);
		if (keys.moves.kind === 'lever') {
			const { perSecond, low, high } = keys.moves;
			next[name] = clamp(inputs[name] + by * perSecond * seconds, low, high);
		} else if (!pointerHasStick || name === 'rudder') {
			const { most, out, back } = keys.moves[assist];
			next[name] = toward(inputs[name], by * most, out, back, seconds);
		}
	}
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
