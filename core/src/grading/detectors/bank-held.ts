import type { Evidence } from '../evidence.js';
import { formatHeading, median, runningMean, signedDeg } from '../../base/index.js';
import { effectiveColumn } from '../../recording/index.js';
import { leavesOf, type Phase } from '../../training/index.js';
import { fault, habit, ROUGH_AIR, type Fault } from '../fault.js';
import { wasDark } from './dials.js';
import { stretches } from './stretches.js';

/**
 * In rough air the bank goes to and fro, and with it where the roll-out seems to have begun: there both tell together, how far
 * it went through and how late that was, from this share of the lead on.
 */
const LEAD_IN_ROUGH_AIR = 0.35;
/** Where both have to tell, each may be less by so much. */
const BOTH_SHARE = 0.8;

/** A bank kept until the heading is there: the turn goes through it. */
export function bankHeld({ card, track, times, settings, rough }: Evidence): Fault[] {
	const rolled = track.has('bankDeg') ? track.column('bankDeg') : null;
	const bank = rolled && runningMean(rolled, Math.round(track.rateHz / 2));
	const heading = effectiveColumn(track, 'indicatedHeadingDeg', card.weather);
	if (!bank || !heading) return [];
	const faults: Fault[] = [];
	let turns = 0;
	const all = stretches(card, track, times);
	all.forEach(({ phase, from, to }, i) => {
		const next = all[i + 1];
		const asked = phase.targets.bankDeg?.value ?? 0;
		const target = next?.phase.targets.headingDeg?.value;
		// Without a heading dial a turn ends by clock or compass: that is another matter.
		if (wasDark(track, 'heading', from, from + 1)) return;
		if (asked === 0 || phase.targets.headingDeg || !next || target === undefined) return;
		// A turn that ends at an altitude leaves the heading where it happens to be.
		if (!endsAtHeading(phase)) return;
		const side = Math.sign(asked);
		const last = Math.min(next.to, to + Math.round(20 * track.rateHz));
		const flown = median(Float64Array.from(bank.subarray((from + to) >> 1, to), (value) => side * value));
		if (flown < settings.bankHeldLeastDeg) return;
		turns++;
		let begun = to;
		for (let k = (from + to) >> 1; k < last; k++)
			if (side * bank[k]! >= settings.bankHeldShare * flown) begun = k;
		const lead = side * signedDeg(target - heading[begun]!);
		let through = 0;
		let throughAt = begun;
		for (let k = begun; k < last; k++) {
			const past = side * signedDeg(heading[k]! - target);
			if (past > through && past < 90) {
				through = past;
				throughAt = k;
			}
		}
		const rule = flown / 2;
		const isRough = rough > ROUGH_AIR;
		const leastLead = (settings.bankHeldLeadShare + (isRough ? LEAD_IN_ROUGH_AIR : 0)) * rule;
		const lateAndThrough = isRough ? Math.min(through, through - lead) : through;
		const leastThrough = settings.bankHeldThroughDeg * Math.sqrt(rough) * (isRough ? BOTH_SHARE : 1);
		if (lead >= leastLead || lateAndThrough < leastThrough) return;
		faults.push(
			fault(
				'bank-held',
				track.timeOf(begun),
				track.timeOf(throughAt),
				`You kept the bank until ${lead > 0.5 ? `${Math.round(lead)}° before` : lead < -0.5 ? `${Math.round(-lead)}° past` : 'you were on'} ${formatHeading(target)} and went ${Math.round(through)}° through.`,
				`Begin to roll out half the bank early: ${Math.round(rule)}° before the heading at ${Math.round(flown)}° of bank.`
			)
		);
	});
	return habit(faults, turns);
}

/** Whether a turn ends by its heading, or by the wings that the pilot levels. */
function endsAtHeading({ end }: Phase): boolean {
	return leavesOf(end).some(
		(leaf) => leaf.kind === 'within' && (leaf.channel === 'indicatedHeadingDeg' || leaf.channel === 'bankDeg')
	);
}
