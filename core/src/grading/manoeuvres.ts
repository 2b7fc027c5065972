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
interface GradedFlight {
	id: string;
	at: number;
	card: FlownCard;
	grade: Grade;
}

/** What a student has shown of each manoeuvre, out of the grades of flights. */
export const manoeuvreRecords = (flights: readonly GradedFlight[]): ManoeuvreRecord[] =>
	recordsBy(flights, MANOEUVRES, manoeuvreOf);

/** What a student has shown of each kind of path, out of the grades of flights. */
export const navigationRecords = (flights: readonly GradedFlight[]): ManoeuvreRecord[] =>
	recordsBy(flights, PATH_NAMES, (card, index) => card.phases[index]!.path?.kind ?? null);

/** Records in the order of the names, each out of the phases that are of its kind. */
function recordsBy<K extends ManoeuvreRecord['id']>(
	flights: readonly GradedFlight[],
	names: Readonly<Record<K, string>>,
	kindOf: (card: FlownCard, index: number) => K | null
): ManoeuvreRecord[] {
	const records = new Map<K, ManoeuvreRecord>();
	for (const { id, at, card, grade } of [...flights].sort((a, b) => a.at - b.at)) {
		const shown = new Map<K, { scores: number[]; met: boolean }>();
		grade.phases.forEach((phase, index) => {
			if (phase.startSeconds === null || phase.endSeconds === null || !card.phases[index]) return;
			const kind = kindOf(card, index);
			if (kind === null) return;
			const entry = shown.get(kind) ?? { scores: [], met: true };
			entry.scores.push(phase.score);
			entry.met &&= phase.verdict === 'met';
			shown.set(kind, entry);
			const record = records.get(kind) ?? {
				id: kind,
				name: names[kind],
				showings: [],
				trend: null,
				fails: []
			};
			records.set(kind, record);
			for (const item of phase.items)
				if (item.verdict === 'not met' && TARGET_KINDS.includes(item.kind)) count(record, item.kind);
			for (const fault of grade.faults) {
				// What ends a turn or a climb is seen in the phase after it, and belongs to the one before.
				const at = LEAVES_BEHIND.has(fault.kind) ? index + 1 : index;
				const place = grade.phases[at];
				if (!place || place.startSeconds === null) continue;
				if (fault.startSeconds >= place.startSeconds && fault.startSeconds < (place.endSeconds ?? Infinity))
					count(record, fault.kind);
			}
		});
		for (const [kind, { scores, met }] of shown)
			records.get(kind)!.showings.push({
				attemptId: id,
				at,
				met,
				score: scores.reduce((sum, score) => sum + score, 0) / scores.length
			});
	}
	for (const record of records.values()) {
		record.trend = slope(record.showings.slice(-TREND_OVER).map(({ score }) => score));
		record.fails.sort((a, b) => b.count - a.count);
	}
	return (Object.keys(names) as K[]).flatMap((id) => records.get(id) ?? []);
}

function count(record: ManoeuvreRecord, what: TargetKind | FaultKind): void {
	const known = record.fails.find((one) => one.what === what);
	if (known) known.count++;
	else record.fails.push({ what, count: 1 });
}
