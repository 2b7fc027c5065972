import { formatHeading, signedDeg } from '../../base/index.js';
import { solveHold, solveHoldEntry, type HoldInput } from '../../navigation/index.js';
import {
	BANK_LIMIT_DEG,
	dayOf,
	drift,
	headingFor,
	WITHIN,
	type BriefSetting,
	type Maker,
	type PathQuestion
} from '../brief.js';
import { compassCourseDeg } from '../places.js';
import type { HoldPath } from './path.js';

/** A hold of a card as the solver takes it, by the compass, for the card's own day. */
export const holdInputOf = (
	card: Pick<BriefSetting, 'start' | 'weather' | 'navigation'>,
	path: HoldPath
): HoldInput => ({
	inboundCourseDeg: compassCourseDeg(card.navigation, path.aid, path.inboundCourseDeg),
	turns: path.turns,
	inboundSeconds: path.inboundSeconds,
	bankLimitDeg: BANK_LIMIT_DEG,
	...dayOf(card)
});

/** The entry, and headings and time of the legs. */
export function holdQuestions(path: HoldPath, setting: BriefSetting): Maker[] {
	const { before, start, told } = setting;
	const arrivalDeg = before?.kind === 'course' ? before.courseDeg : start.headingDeg;
	return [() => entry(path, arrivalDeg), ...(told ? [() => legs(setting, path, arrivalDeg)] : [])];
}

function entry({ inboundCourseDeg, turns }: HoldPath, arrivalHeadingDeg: number): PathQuestion[] {
	const found = solveHoldEntry({ inboundCourseDeg, turns, arrivalHeadingDeg });
	return [
		{
			id: 'entry',
			ask: `Entry, arriving on ${formatHeading(arrivalHeadingDeg)}`,
			answer: { kind: 'entry', entry: found.entry, alsoAllowed: found.alsoAllowed },
			why: `${Math.abs(signedDeg(arrivalHeadingDeg - inboundCourseDeg)).toFixed(0)}° from the inbound course, ${turns} turns; first on ${formatHeading(found.firstHeadingDeg)} before wind.`
		}
	];
}

function legs(card: BriefSetting, path: HoldPath, arrivalHeadingDeg: number): PathQuestion[] {
	const input = holdInputOf(card, path);
	const exact = solveHold(input);
	const worked = { by: 'hold', input: { ...input, arrivalHeadingDeg } } as const;
	const rules = exact.schools.map(
		({ multiple, outboundHeadingDeg }) => `${multiple} ×: ${formatHeading(outboundHeadingDeg)}`
	);
	// A published outbound time is of still air; the pilot may allow for the wind.
	const published = path.timing === 'outbound' ? path.inboundSeconds : exact.secondsFromAbeam;
	return [
		{
			...headingFor(card, path.inboundCourseDeg, path.aid),
			id: 'inbound',
			ask: `Inbound heading at ${path.aid}`,
			worked
		},
		{
			id: 'outbound',
			ask: `Outbound heading at ${path.aid}`,
			answer: { kind: 'direction', deg: exact.outboundHeadingDeg, withinDeg: WITHIN.outboundDeg },
			why: `Inbound ${drift(exact.inboundWindCorrectionDeg)}; outbound the other way, for both turns too. ${rules.join(', ')}.`,
			worked
		},
		{
			id: 'time',
			ask: `Outbound time at ${path.aid}, from abeam`,
			answer: {
				kind: 'seconds',
				seconds: exact.secondsFromAbeam,
				from: Math.min(published, exact.secondsFromAbeam) - WITHIN.seconds,
				to: Math.max(published, exact.secondsFromAbeam) + WITHIN.seconds
			},
			why: `${path.inboundSeconds} s ${path.timing}; over the ground ${exact.inboundGroundspeedKt.toFixed(0)} kt inbound.`,
			worked
		}
	];
}
