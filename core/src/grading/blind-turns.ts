import { solveCompassTurn } from '../aircraft/index.js';
import { formatHeading, normalizeDeg, signedDeg, STANDARD_RATE_DEG_PER_SECOND } from '../base/index.js';
import { isAffected, type Track } from '../recording/index.js';
import { cutPhases, type TaskCard } from '../training/index.js';

/** A turn flown while the heading dial had failed, by both methods with the student's own numbers. */
export interface BlindTurn {
	phase: string;
	startSeconds: number;
	endSeconds: number;
	askedDeg: number;
	/** Heading when the wings were level again, and how far off the one asked for, right positive. */
	reachedDeg: number;
	offDeg: number;
	turned: 'left' | 'right';
	turnedDeg: number;
	seconds: number;
	/** Seconds that three degrees a second would have taken for the asked turn. */
	standardSeconds: number;
	rateDegPerSecond: number;
	/** What the compass showed when the roll-out began, and what it should have by the rule and by the card's own physics. */
	compassAtRollOutDeg: number;
	ruleDeg: number;
	cardDeg: number;
	bankAtRollOutDeg: number;
	text: string;
}

const TURNING_BANK_DEG = 5;
const ROLL_OUT_SHARE = 0.7;

/**
 * The turns of a flight whose heading dial lied, against the headings asked for.
 * @param dipDeg of the place; @param ruleMaxErrorDeg what the school's rule goes by at north and south.
 */
export function blindTurns(
	track: Track,
	card: TaskCard,
	dipDeg: number,
	ruleMaxErrorDeg: number
): BlindTurn[] {
	if (!track.has('failures') || !track.has('compassDeg')) return [];
	const failures = track.column('failures');
	const bank = track.column('bankDeg');
	const heading = track.column('headingDeg');
	const compass = track.column('compassDeg');
	const times = cutPhases(card, track);
	return times.flatMap(({ phase: index, startSeconds, endSeconds }) => {
		const phase = card.phases[index]!;
		const askedDeg = card.phases[index + 1]?.targets.headingDeg?.value;
		const asked = phase.targets.bankDeg?.value ?? 0;
		if (asked === 0 || askedDeg === undefined || endSeconds === null) return [];
		const from = Math.round(startSeconds * track.rateHz);
		const to = Math.min(track.length - 1, Math.round(endSeconds * track.rateHz));
		if (!isAffected('indicatedHeadingDeg', failures[from]!)) return [];
		const side = Math.sign(asked);
		let begun = from;
		while (begun < to && side * bank[begun]! < TURNING_BANK_DEG) begun++;
		const steady = Float64Array.from(bank.subarray(begun, to), (value) => side * value).sort();
		const flown = steady[Math.floor(steady.length * 0.6)] ?? 0;
		let rolled = to;
		while (rolled > begun && side * bank[rolled]! < ROLL_OUT_SHARE * flown) rolled--;
		let level = rolled;
		while (level < to && side * bank[level]! > TURNING_BANK_DEG) level++;
		const seconds = (level - begun) / track.rateHz;
		let turnedDeg = 0;
		for (let i = begun + 1; i <= to; i++) turnedDeg += side * signedDeg(heading[i]! - heading[i - 1]!);
		const offDeg = signedDeg(heading[to]! - askedDeg);
		const wanted = normalizeDeg(side * (askedDeg - heading[begun]!));
		const turned = side > 0 ? 'right' : 'left';
		const rule = solveCompassTurn({
			targetDeg: askedDeg,
			turn: turned,
			bankDeg: Math.min(60, Math.abs(bank[rolled]!)),
			dipDeg,
			ruleMaxErrorDeg
		});
		const numbers = {
			phase: phase.name,
			startSeconds: track.timeOf(begun),
			endSeconds,
			askedDeg,
			reachedDeg: normalizeDeg(heading[to]!),
			offDeg,
			turned,
			turnedDeg,
			seconds,
			standardSeconds: wanted / STANDARD_RATE_DEG_PER_SECOND,
			rateDegPerSecond: seconds > 0 ? turnedDeg / seconds : 0,
			compassAtRollOutDeg: normalizeDeg(compass[rolled]!),
			ruleDeg: rule.ruleRollOutDeg,
			cardDeg: rule.indicatedAtTargetDeg,
			bankAtRollOutDeg: Math.abs(bank[rolled]!)
		} as const;
		return [{ ...numbers, text: words(numbers) }];
	});
}

function words(turn: Omit<BlindTurn, 'text'>): string {
	const off = Math.round(Math.abs(turn.offDeg));
	const missed = off === 0 ? 'on it' : `${off}° ${turn.offDeg > 0 ? 'right' : 'left'} of it`;
	return (
		`Asked for ${formatHeading(turn.askedDeg)}, you came out on ${formatHeading(turn.reachedDeg)}, ${missed}. ` +
		`By the clock: ${Math.round(turn.standardSeconds)} s at standard rate; you turned ${Math.round(turn.seconds)} s at ${turn.rateDegPerSecond.toFixed(1)}° a second. ` +
		`By the compass: the rule says roll out on ${formatHeading(turn.ruleDeg)}, before any lead; you began to when it showed ${formatHeading(turn.compassAtRollOutDeg)} with ${Math.round(turn.bankAtRollOutDeg)}° of bank, where this card reads ${formatHeading(turn.cardDeg)} on the heading asked for.`
	);
}
