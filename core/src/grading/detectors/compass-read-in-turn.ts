import { formatHeading, median, runningMean, signedDeg } from '../../base/index.js';
import type { Evidence } from '../evidence.js';
import { fault, type Fault } from '../fault.js';
import { wasDark } from './dials.js';
import { stretches } from './stretches.js';

/** The roll-out begins where the bank has come down to this share. */
const ROLLED = 0.8;
/** A turn has at least this bank for so long, s. */
const LEAST_BANK_DEG = 6;
const TURN_SECONDS = 5;
/** The card showed the heading within this when the roll-out began, degrees; the aeroplane came out this far from it. */
const READ_DEG = 10;
const MISSED_DEG = 7.5;
/** The more for each whole of roughness: gusts bring a turn out beside its heading, too. */
const ROUGHER_ADDS_DEG = 6;
const LIES_DEG = 12;
/** From reading it to a bank that has come down, s. */
const HAND_SECONDS = 3;
/** The card has come to rest so long after the wings are level, s. */
const REST_SECONDS = 6;

/** Without a heading dial: a turn ended when the compass card showed the heading, with the bank still on. */
export function compassReadInTurn({ card, track, times, rough }: Evidence): Fault[] {
	const names = ['bankDeg', 'headingDeg', 'compassDeg'] as const;
	if (!names.every((name) => track.has(name))) return [];
	const [rolled, heading, compass] = names.map((name) => track.column(name));
	const bank = runningMean(rolled!, Math.round(track.rateHz / 2));
	const faults: Fault[] = [];
	const all = stretches(card, track, times);
	all.forEach(({ phase, from, to }, i) => {
		const next = all[i + 1];
		const asked = phase.targets.bankDeg?.value ?? 0;
		const target = next?.phase.targets.headingDeg?.value;
		if (asked === 0 || !next || target === undefined || !wasDark(track, 'heading', from, from + 1)) return;
		const side = Math.sign(asked);
		// The turn is where the bank was on: who rolled out and then hung on the other side has turned all the same.
		const turned = bank.subarray(from, to).filter((value) => side * value >= LEAST_BANK_DEG);
		if (turned.length < TURN_SECONDS * track.rateHz) return;
		const flown = Math.abs(median(turned));
		const last = Math.min(next.to, to + Math.round(25 * track.rateHz));
		let begun = from;
		for (let k = from; k < last; k++) if (side * bank[k]! >= ROLLED * flown) begun = k;
		const rest = Math.min(last, begun + Math.round(REST_SECONDS * track.rateHz));
		// The hand follows the eye: what was read is what the card showed just before, where that was nearest.
		let read = begun;
		for (let k = begun; k >= Math.max(from, begun - Math.round(HAND_SECONDS * track.rateHz)); k--)
			if (Math.abs(signedDeg(compass![k]! - target)) < Math.abs(signedDeg(compass![read]! - target)))
				read = k;
		const shown = signedDeg(compass![read]! - target);
		const out = signedDeg(heading![rest]! - target);
		// Where the bank makes nothing of it the card may be read in the turn.
		const lies = Math.abs(signedDeg(compass![read]! - heading![read]!));
		if (
			lies < LIES_DEG ||
			Math.abs(shown) > READ_DEG ||
			Math.abs(out) < MISSED_DEG + ROUGHER_ADDS_DEG * (rough - 1)
		)
			return;
		faults.push(
			fault(
				'compass-read-in-turn',
				track.timeOf(begun),
				track.timeOf(rest),
				`You rolled out when the card showed ${formatHeading(compass![read]!)} with ${Math.round(flown)}° of bank on; the heading was ${formatHeading(heading![rest]!)} when it had come to rest.`,
				'In a turn the card lies by what the dip makes of the bank. Turn by clock or by the rule, level the wings, wait, and read it then.'
			)
		);
	});
	return faults;
}
