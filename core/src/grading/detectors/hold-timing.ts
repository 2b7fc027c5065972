import { timingError } from '../paths/hold.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { flownHolds } from './holds.js';

/** A change of the outbound time by this share of the error, and by so much, s, is an adjustment. */
const ADJUSTED_SHARE = 0.4;
const ADJUSTED_SECONDS = 3;

/** So much off time after time is a habit, whatever the first was or was done about it, s. */
const HABIT_SECONDS = 17;
/** So far off in the mean, once the first time round has shown the wind, it was not timed, whatever was done about it, s. */
const FAR_SECONDS = 30;
/** Less is not worth an adjustment, s. */
const WORTH_SECONDS = 10;
/** Two legs so far off, and nothing done about either: the one after them may have come out right by chance, s. */
const UNHEEDED_SECONDS = 25;

/** Legs too long or too short after which another one came, and those of them for which the outbound time was not changed. */
function heeded(circuits: readonly { outboundSeconds: number }[], errors: readonly number[]) {
	/** How far each next outbound time was changed the right way, s. */
	const changes = errors
		.slice(0, -1)
		.map((error, i) => -Math.sign(error) * (circuits[i + 1]!.outboundSeconds - circuits[i]!.outboundSeconds));
	const left = errors
		.slice(0, -1)
		.filter(
			(error, i) =>
				Math.abs(error) > WORTH_SECONDS &&
				changes[i]! < Math.max(ADJUSTED_SECONDS, ADJUSTED_SHARE * Math.abs(error))
		);
	return {
		/** The outbound time was changed more often than not. */
		adjusts: left.length * 2 < errors.length - 1,
		/** It was changed the right way, by whatever. */
		changed: changes.some((seconds) => seconds >= ADJUSTED_SECONDS),
		/** It never was, though it was far off. */
		never: left.length >= 2 && left.every((error) => Math.abs(error) > UNHEEDED_SECONDS)
	};
}

/** An outbound time so far from what the leg before it asked for, s, was not timed. */
const UNTIMED_SECONDS = 15;

/** Whether the worst of the later legs came of an outbound time that the leg before it had not asked for. */
function isUntimed(circuits: readonly { outboundSeconds: number }[], errors: readonly number[]): boolean {
	let worst = 1;
	for (let i = 2; i < errors.length; i++) if (Math.abs(errors[i]!) > Math.abs(errors[worst]!)) worst = i;
	const askedSeconds = Math.max(0, circuits[worst - 1]!.outboundSeconds - errors[worst - 1]!);
	const moreSeconds = circuits[worst]!.outboundSeconds - askedSeconds;
	return moreSeconds * Math.sign(errors[worst]!) > UNTIMED_SECONDS;
}

const isHabit = (errors: readonly number[]): boolean =>
	errors.length > 1 && errors.every((one) => Math.abs(one) > HABIT_SECONDS);

/** Legs of a hold that stay too long or too short, circuit after circuit. */
export function holdTiming(evidence: Evidence): Fault[] {
	const found: Fault[] = [];
	for (const { report, path } of evidence.once(flownHolds)) {
		const { circuits } = report;
		// The first time round finds the wind; one who adjusts is then off to either side, or less.
		const errors = circuits.map((circuit) => timingError(report, circuit));
		const [first, ...later] = errors;
		const side = Math.sign(later[0] ?? 0);
		const mean = later.reduce((sum, error) => sum + Math.abs(error), 0) / Math.max(1, later.length);
		if (first === undefined || later.length === 0) continue;
		const last = Math.abs(later.at(-1)!);
		const { adjusts, changed, never } = heeded(circuits, errors);
		// Down to little at last, and by far less than at first, it has been mended.
		const mended = changed && last < evidence.settings.timingSeconds && last < Math.abs(first) / 2;
		const isMuch = mean > evidence.settings.timingSeconds && !mended;
		const stays = isMuch && later.every((error) => error * side > 0);
		const isOff = first * side > evidence.settings.timingFirstSeconds || isHabit(later);
		const wrongly = isMuch && isUntimed(circuits, errors);
		const byHabit = stays && isOff && (!adjusts || (first * side > 0 && isHabit(errors)));
		if (never || wrongly || mean > FAR_SECONDS || byHabit) {
			const words = errors.map((error) => `${error > 0 ? '+' : '−'}${Math.abs(Math.round(error))} s`);
			const adjustment =
				wrongly && !byHabit
					? 'not what the leg before it had asked for'
					: adjusts || changed
						? 'adjusted by too little'
						: 'not adjusted';
			found.push(
				fault(
					'hold-timing',
					circuits[1]!.startSeconds,
					circuits.at(-1)!.endSeconds,
					`The ${path.timing} leg stayed off its ${path.inboundSeconds} s: ${words.join(', ')}. The outbound time was ${adjustment}.`,
					'Start the clock abeam. What the inbound leg had too much or too little goes into the next outbound one.'
				)
			);
		}
	}
	return found;
}
