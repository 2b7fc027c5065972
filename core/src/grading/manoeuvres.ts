import { slope } from '../base/index.js';
import { PATH_NAMES, type PathKindId } from '../paths/index.js';
import { TARGET_KINDS, type Phase, type TargetKind, type TaskCard } from '../training/index.js';
import type { FaultKind } from './fault.js';
import type { Grade } from './grades.js';

/** What a phase is an exercise of. */
export const MANOEUVRES = {
	level: 'Straight and level',
	'speed-change': 'Speed changes',
	turn: 'Level turns',
	climb: 'Climbs',
	descent: 'Descents',
	'turning-climb': 'Climbing and descending turns',
	'level-off': 'Level-offs',
	'vertical-s': 'Vertical S',
	recovery: 'Unusual attitudes'
} as const;
type ManoeuvreId = keyof typeof MANOEUVRES;

/** The manoeuvre of a phase of a card. */
export function manoeuvreOf(card: Pick<TaskCard, 'phases' | 'upset'>, index: number): ManoeuvreId {
	const phase: Phase = card.phases[index]!;
	const before: Phase | undefined = card.phases[index - 1];
	const { altitudeFt, airspeedKias, verticalSpeedFpm, bankDeg, headingDeg } = phase.targets;
	if (card.upset && index === 0) return 'recovery';
	if (phase.end.kind === 'reversed' || (altitudeFt?.mode === 'reach' && verticalSpeedFpm))
		return 'vertical-s';
	const turns = bankDeg !== undefined && bankDeg.value !== 0 && !headingDeg;
	if (airspeedKias?.mode === 'reach') return 'speed-change';
	if (altitudeFt?.mode === 'hold') {
		if (turns) return 'turn';
		return before && before.targets.altitudeFt?.mode !== 'hold' ? 'level-off' : 'level';
	}
	if (verticalSpeedFpm && verticalSpeedFpm.value === 0) return 'level';
	if (turns) return 'turning-climb';
	if (verticalSpeedFpm) return verticalSpeedFpm.value > 0 ? 'climb' : 'descent';
	if (airspeedKias && phase.end.kind === 'above') return 'climb';
	if (airspeedKias && phase.end.kind === 'below') return 'descent';
	return 'level';
}

/** One flight's showing of a manoeuvre. */
interface Showing {
	attemptId: string;
	/** Any clock; only compared. */
	at: number;
	score: number;
	met: boolean;
}

/** How a manoeuvre has gone so far. */
export interface ManoeuvreRecord {
	/** A manoeuvre, or a kind of path. */
	id: ManoeuvreId | PathKindId;
	name: string;
	/** Oldest first. */
	showings: Showing[];
	/** Points per showing, over the last ones: least squares; null with fewer than three. */
	trend: number | null;
	/** Items outside the standard and faults, most frequent first. */
	fails: { what: TargetKind | FaultKind; count: number }[];
}

const TREND_OVER = 6;
const LEAVES_BEHIND: ReadonlySet<FaultKind> = new Set(['bank-held']);

type FlownCard = Pick<TaskCard, 'phases' | 'upset'>;
type RecordId = ManoeuvreRecord['id'];

/** What one flight showed of a manoeuvre or of a kind of path. */
interface Shown {
	score: number;
	met: boolean;
	/** Items outside the standard and faults, as often as they came. */
	fails: (TargetKind | FaultKind)[];
}
export type ShownById = Partial<Record<RecordId, Shown>>;

/** What a graded flight showed of each manoeuvre of attitude flying. */
export const manoeuvresShown = (card: FlownCard, grade: Grade): ShownById =>
	shownBy(card, grade, manoeuvreOf);

/** What a graded flight showed of each kind of path. */
export const pathsShown = (card: FlownCard, grade: Grade): ShownById =>
	shownBy(card, grade, (card, index) => card.phases[index]!.path?.kind ?? null);

function shownBy(
	card: FlownCard,
	grade: Grade,
	kindOf: (card: FlownCard, index: number) => RecordId | null
): ShownById {
	const shown = new Map<RecordId, { scores: number[]; met: boolean; fails: Shown['fails'] }>();
	grade.phases.forEach((phase, index) => {
		if (phase.startSeconds === null || phase.endSeconds === null || !card.phases[index]) return;
		const kind = kindOf(card, index);
		if (kind === null) return;
		const entry = shown.get(kind) ?? { scores: [], met: true, fails: [] };
		entry.scores.push(phase.score);
		entry.met &&= phase.verdict === 'met';
		shown.set(kind, entry);
		for (const item of phase.items)
			if (item.verdict === 'not met' && TARGET_KINDS.includes(item.kind)) entry.fails.push(item.kind);
		for (const fault of grade.faults) {
			// What ends a turn or a climb is seen in the phase after it, and belongs to the one before.
			const at = LEAVES_BEHIND.has(fault.kind) ? index + 1 : index;
			const place = grade.phases[at];
			if (!place || place.startSeconds === null) continue;
			if (fault.startSeconds >= place.startSeconds && fault.startSeconds < (place.endSeconds ?? Infinity))
				entry.fails.push(fault.kind);
		}
	});
	return Object.fromEntries(
		[...shown].map(([kind, { scores, met, fails }]) => [
			kind,
			{ met, fails, score: scores.reduce((sum, score) => sum + score, 0) / scores.length }
		])
	);
}

interface ShowingFlight {
	id: string;
	at: number;
	shown: ShownById;
}

/** What a student has shown of each manoeuvre, out of what their flights showed. */
export const manoeuvreRecords = (flights: readonly ShowingFlight[]): ManoeuvreRecord[] =>
	recordsOf(flights, MANOEUVRES);

/** What a student has shown of each kind of path, out of what their flights showed. */
export const navigationRecords = (flights: readonly ShowingFlight[]): ManoeuvreRecord[] =>
	recordsOf(flights, PATH_NAMES);

/** Records in the order of the names. */
function recordsOf<K extends RecordId>(
	flights: readonly ShowingFlight[],
	names: Readonly<Record<K, string>>
): ManoeuvreRecord[] {
	const inOrder = [...flights].sort((a, b) => a.at - b.at);
	return (Object.keys(names) as K[]).flatMap((id) => {
		const having = inOrder.flatMap((flight) => {
			const one = flight.shown[id];
			return one ? [{ ...one, attemptId: flight.id, at: flight.at }] : [];
		});
		if (having.length === 0) return [];
		const counts = new Map<TargetKind | FaultKind, number>();
		for (const { fails } of having) for (const what of fails) counts.set(what, (counts.get(what) ?? 0) + 1);
		const showings = having.map(({ attemptId, at, met, score }) => ({ attemptId, at, met, score }));
		return [
			{
				id,
				name: names[id],
				showings,
				trend: slope(showings.slice(-TREND_OVER).map(({ score }) => score)),
				fails: [...counts].map(([what, count]) => ({ what, count })).sort((a, b) => b.count - a.count)
			}
		];
	});
}
