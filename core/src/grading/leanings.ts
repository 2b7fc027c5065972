import type { TargetKind } from '../training/index.js';
import type { Grade } from './grades.js';

/** So many flights have to say the same, and this share of the newest ones. */
const LEAST_FLIGHTS = 5;
const NEWEST_FLIGHTS = 10;
const SAME_SIDE = 0.8;
/** A mean that is smaller than this share of the tolerance is of no concern. */
const WORTH_SHARE = 0.25;

/** What can lean, and how its two sides are called. */
const SIDES = {
	altitudeFt: { name: 'Altitude', unit: ' ft', above: 'high', below: 'low' },
	headingDeg: { name: 'Heading', unit: '°', above: 'to the right', below: 'to the left' },
	airspeedKias: { name: 'Airspeed', unit: ' kt', above: 'fast', below: 'slow' },
	bankDeg: { name: 'Bank', unit: '°', above: 'to the right', below: 'to the left' },
	verticalSpeedFpm: { name: 'Vertical speed', unit: ' ft/min', above: 'too much up', below: 'too much down' }
} as const satisfies Partial<Record<TargetKind, object>>;
type LeaningKind = keyof typeof SIDES;

/** A bias to one side over many flights: nobody sees it in one of them. */
export interface Leaning {
	kind: LeaningKind;
	/** Mean of the flights' means, in the unit of the item. */
	bias: number;
	/** Flights to that side, and flights in all. */
	flights: number;
	of: number;
	/** In a sentence. */
	text: string;
	/** What to look for. */
	tryNext: string;
}

const TRY_NEXT: Record<LeaningKind, string> = {
	altitudeFt:
		'Trim for the last ten feet, and look whether the altimeter is read from the same side each time.',
	headingDeg:
		'Look at the ball and at the hand: a heading that always ends on one side is a foot or a wrist.',
	airspeedKias: 'Know the power for the speed, and set it to the mark instead of near it.',
	bankDeg: 'Level the wings by the attitude, not by the feel, and look whether the seat is straight.',
	verticalSpeedFpm: 'Know the pitch for the rate, and set it before the needle says so.'
};

/** By how much one flight was off on average, and what it may be off, in the unit of the item. */
interface Lean {
	bias: number;
	tolerance: number;
}
export type LeansById = Partial<Record<LeaningKind, Lean>>;

/** To which side a graded flight leant, item by item. */
export function leansOf({ phases }: Pick<Grade, 'phases'>): LeansById {
	const leans: LeansById = {};
	for (const kind of Object.keys(SIDES) as LeaningKind[]) {
		const items = phases.flatMap(({ items }) =>
			items.filter((item) => item.kind === kind && item.mode === 'hold' && item.bias !== undefined)
		);
		const seconds = items.reduce((sum, { fromSeconds, toSeconds }) => sum + toSeconds - fromSeconds, 0);
		if (seconds <= 0) continue;
		const weigh = (of: (item: (typeof items)[number]) => number) =>
			items.reduce((sum, item) => sum + of(item) * (item.toSeconds - item.fromSeconds), 0) / seconds;
		leans[kind] = {
			bias: weigh(({ bias }) => bias!),
			tolerance: weigh(({ limits }) => (limits.above + limits.below) / 2)
		};
	}
	return leans;
}

/** What leans to one side over the newest flights. @param flights oldest first. */
export function leaningsOf(flights: readonly LeansById[]): Leaning[] {
	return (Object.keys(SIDES) as LeaningKind[]).flatMap((kind) => {
		const flown = flights.flatMap((leans) => leans[kind] ?? []);
		const newest = flown.slice(-NEWEST_FLIGHTS);
		if (newest.length < LEAST_FLIGHTS) return [];
		const mean = newest.reduce((sum, { bias }) => sum + bias, 0) / newest.length;
		const tolerance = newest.reduce((sum, one) => sum + one.tolerance, 0) / newest.length;
		const same = newest.filter(({ bias }) => Math.sign(bias) === Math.sign(mean)).length;
		if (same < SAME_SIDE * newest.length || Math.abs(mean) < WORTH_SHARE * tolerance) return [];
		const { name, unit, above, below } = SIDES[kind];
		const size = Math.abs(mean) < 10 ? Math.abs(mean).toFixed(1) : String(Math.round(Math.abs(mean)));
		return [
			{
				kind,
				bias: mean,
				flights: same,
				of: newest.length,
				text: `${name} leans ${mean > 0 ? above : below}: ${size}${unit} on average, in ${same} of the last ${newest.length} flights.`,
				tryNext: TRY_NEXT[kind]
			}
		];
	});
}
