import { clamp, runningMean, runs } from '../../base/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';

/** The stick and the trim stand still to so much of their way while a force is held. */
const STILL = { stick: 0.06, trim: 0.01 };
const HELD_SECONDS = 4;
/** With more bank than this a pull is the turn's, degrees. */
const WINGS_LEVEL_DEG = 12;

/** A steady force on the stick that the trim should have taken. */
export function outOfTrim({ track, settings }: Evidence): Fault[] {
	const names = ['elevatorInput', 'trim', 'bankDeg'] as const;
	if (!names.every((name) => track.has(name))) return [];
	const [hand, trim, bank] = names.map((name) => track.column(name));
	// A hand that flies moves all the time: the force is what is left in the mean.
	const stick = runningMean(hand!, Math.round(HELD_SECONDS * track.rateHz));
	const by = track.has('byInstructor') ? track.column('byInstructor') : null;
	// Where the trainer holds the attitude, the stick says where to, and is no force.
	const assist = track.has('assist') ? track.column('assist') : null;
	const second = Math.round(track.rateHz);
	const still = (values: Float64Array, i: number, within: number) =>
		Math.abs(values[i]! - values[clamp(i - second, 0, i)]!) <= within;
	const held = (i: number) =>
		Math.abs(stick[i]!) > settings.trimStick &&
		Math.abs(bank![i]!) < WINGS_LEVEL_DEG &&
		by?.[i] !== 1 &&
		(assist?.[i] ?? 0) === 0 &&
		still(stick, i, STILL.stick) &&
		still(trim!, i, STILL.trim);
	return runs(0, track.length, settings.trimSeconds * track.rateHz, held).map(({ from, to }) => {
		const pulled = stick[from]! > 0;
		return fault(
			'out-of-trim',
			track.timeOf(from),
			track.timeOf(to),
			`You held the stick ${pulled ? 'back' : 'forward'} for ${Math.round((to - from) / track.rateHz)} s against the trim.`,
			`Hold the attitude, and trim nose ${pulled ? 'up' : 'down'} until the hand can be opened.`
		);
	});
}
