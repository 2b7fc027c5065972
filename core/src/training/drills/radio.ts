import { formatHeading, normalizeDeg, type SeededRandom } from '../../base/index.js';
import {
	ENTRY_REASONS,
	handWords,
	holdHand,
	solveHoldEntry,
	VOR_FULL_SCALE_DEG,
	type HoldEntry
} from '../../navigation/index.js';
import { FLAG, MORSE } from '../../world/index.js';
import { choice, pick, type Drill, type Question } from './question.js';

const ENTRIES = ['direct', 'teardrop', 'parallel'] as const satisfies HoldEntry[];
const SIDES = ['right', 'left'] as const;
/** Arrival less inbound course for right turns, whole degrees, eight and more from where either entry is right. */
const ARRIVALS: Record<HoldEntry, [number, number]> = {
	direct: [-62, 102],
	teardrop: [118, 172],
	parallel: [-172, -78]
};

const between = (random: SeededRandom, low: number, high: number): number =>
	low + Math.floor(random.next() * (high - low + 1));
const tens = (random: SeededRandom): number => 10 * between(random, 1, 36);

/** Hold entries against the clock: which, and the first heading. */
export const holdEntryDrill: Drill = {
	name: 'Hold entry',
	what: 'which entry, and the first heading after the fix, against the clock',
	items: () =>
		ENTRIES.flatMap((entry) =>
			SIDES.flatMap((turns) => [`which/${entry}/${turns}`, `first/${entry}/${turns}`])
		),
	ask(item, random) {
		const [kind, entry, turns] = item.split('/') as ['which' | 'first', HoldEntry, 'right' | 'left'];
		const inboundCourseDeg = tens(random);
		const d = between(random, ...ARRIVALS[entry]) * (turns === 'right' ? 1 : -1);
		const hold = { inboundCourseDeg, turns, arrivalHeadingDeg: normalizeDeg(inboundCourseDeg + d) };
		const { firstHeadingDeg } = solveHoldEntry(hold);
		const given = `Inbound ${formatHeading(inboundCourseDeg)}, ${turns} turns; you arrive on heading ${formatHeading(hold.arrivalHeadingDeg)}.`;
		const because = `${handWords(holdHand(hold), entry)} First heading ${formatHeading(firstHeadingDeg)} before wind: ${ENTRY_REASONS[entry]}`;
		return {
			item,
			prompt: `${given} ${kind === 'which' ? 'Which entry?' : 'First heading after the fix, before wind?'}`,
			hold,
			// Always in the same order: the fingers learn it.
			answer:
				kind === 'which'
					? { kind: 'choice', options: [...ENTRIES], right: ENTRIES.indexOf(entry) }
					: { kind: 'number', right: firstHeadingDeg, tolerance: 5, unit: '°', circular: true },
			explanation: because
		};
	}
};

/** Fifths of the scale, as the dots of the dial. */
const FIFTHS = [1, 2, 3, 4] as const;

/** From a needle to where one is. */
export const needleDrill: Drill = {
	name: 'Where am I from this needle',
	what: 'the radial, and the side on which the course lies on the heading that is flown',
	items: () =>
		['to', 'from'].flatMap((flag) =>
			SIDES.flatMap((side) => [
				`radial/${flag}/${side}`,
				`side/${flag}/${side}/along`,
				`side/${flag}/${side}/against`
			])
		),
	ask(item, random) {
		const [kind, flag, side, way] = item.split('/') as [
			'radial' | 'side',
			'to' | 'from',
			'right' | 'left',
			string?
		];
		const courseDeg = tens(random);
		const fifths = pick(random, FIFTHS);
		const needle = { courseDeg, flag: FLAG[flag], needle: ((side === 'right' ? 1 : -1) * fifths) / 5 };
		const offDeg = (fifths / 5) * VOR_FULL_SCALE_DEG;
		// Inbound the station lies toward the needle of the course; outbound the aircraft is on the other side of its radial.
		const radialDeg =
			flag === 'to'
				? normalizeDeg(courseDeg + 180 + (side === 'right' ? offDeg : -offDeg))
				: normalizeDeg(courseDeg + (side === 'right' ? -offDeg : offDeg));
		if (kind === 'radial')
			return {
				item,
				prompt: 'On which radial are you?',
				needle,
				answer: { kind: 'number', right: radialDeg, tolerance: 2, unit: '°', circular: true },
				explanation: `${flag === 'to' ? 'To: on the far side, about the reciprocal' : 'From: about the course itself'} ${formatHeading(flag === 'to' ? courseDeg + 180 : courseDeg)}; the needle is ${offDeg}° off, and the course lies to the ${side} of you flying ${formatHeading(courseDeg)}: radial ${formatHeading(radialDeg)}.`
			};
		const headingDeg = normalizeDeg(way === 'along' ? courseDeg : courseDeg + 180);
		const other = side === 'right' ? 'left' : 'right';
		const seen = way === 'along' ? side : other;
		return sideQuestion(item, random, { needle, headingDeg, seen, reversed: way === 'against' });
	}
};

function sideQuestion(
	item: string,
	random: SeededRandom,
	{
		needle,
		headingDeg,
		seen,
		reversed
	}: { needle: NonNullable<Question['needle']>; headingDeg: number; seen: string; reversed: boolean }
): Question {
	return {
		item,
		prompt: `You fly heading ${formatHeading(headingDeg)}. On which side of you is the course?`,
		needle,
		answer: choice(random, `to the ${seen}`, [
			'to the right',
			'to the left',
			'dead ahead',
			'that cannot be told'
		]),
		explanation: reversed
			? `To the ${seen}: the needle is of someone flying ${formatHeading(needle.courseDeg)}, and you fly the other way. Set the reciprocal, and it points to the course again.`
			: `To the ${seen}: the heading agrees with the course that is set, so the needle shows where the course is.`
	};
}

const spelled = (code: string): string => [...code].map((one) => (one === '-' ? '–' : '·')).join(' ');

/** The letters of station identifiers. */
export const morseDrill: Drill = {
	name: 'Morse',
	what: 'the letters of station identifiers',
	items: () => Object.keys(MORSE),
	ask: (item, random) => ({
		item,
		prompt: `Which letter is this?  ${spelled(MORSE[item]!)}`,
		answer: choice(random, item, Object.keys(MORSE)),
		explanation: `${spelled(MORSE[item]!)} is ${item}. A dash is as long as three dots.`
	})
};
