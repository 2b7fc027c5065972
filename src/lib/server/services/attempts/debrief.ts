import type { Knex } from 'knex';
import { aircraftCatalog } from '$data';
import { formatClock, InputError, NO_CONDITIONS, type Grade } from '@hanza/core';
import {
	addOverride,
	addRemark,
	attemptsAtCard,
	begunAssignments,
	findPerson,
	openAssignments,
	overridesOf,
	remarksOf,
	type Person
} from '../../data/index.js';
import { found, instructedAttempt, visibleAttempt } from '../../policy.js';
import { areaOf } from '../areas/areas.js';
import { briefBefore } from '../brief/briefing.js';
import { nextAfter } from '../next/next.js';
import { blindTurnsOf } from './flights.js';
import { importGazeLog, scanOf, scanTrend } from './scans.js';

/** A flight that has not ended has no debrief yet; one of which nothing can be graded has none at all. */
export interface Unfinished {
	attempt: null;
	attemptId: string;
	ended: boolean;
}

/** So many flights can be told apart in one picture. */
const MOST_OTHERS = 5;

/** All that a debrief shows. */
export async function debriefPage(db: Knex, person: Person, id: string) {
	const attempt = found(await visibleAttempt(db, person, id));
	const { grade } = attempt;
	if (!grade)
		return {
			attempt: null,
			attemptId: attempt.id,
			ended: attempt.status !== 'flying'
		} satisfies Unfinished;
	const [scan, scans, turns, remarks, overrides, student, same, brief] = await Promise.all([
		scanOf(db, attempt),
		scanTrend(db, attempt.studentId),
		blindTurnsOf(db, attempt),
		remarksOf(db, attempt.id),
		overridesOf(db, attempt.id),
		findPerson(db, attempt.studentId),
		attemptsAtCard(db, attempt),
		briefBefore(db, attempt)
	]);
	const {
		card,
		standard,
		assist,
		status,
		startedAt,
		assignmentId,
		branchedFrom,
		branchedAtSeconds,
		wholeToSeconds,
		tooFast
	} = attempt;
	const before = same.find((flight) => flight.startedAt < startedAt);
	const next = nextAfter(attempt, overrides[0]?.value ?? null);
	// Set after this flight, and still to be flown.
	const set = (await openAssignments(db, attempt.studentId)).filter(
		(task) => task.createdAt > (attempt.endedAt ?? startedAt) && task.card.id === next.card.id
	);
	const begun = await begunAssignments(
		db,
		set.map((task) => task.id)
	);
	const isSet = set.some((task) => !begun.has(task.id));
	return {
		attempt: {
			id: attempt.id,
			card,
			standard,
			assist,
			status,
			startedAt,
			assignmentId,
			branchedFrom,
			branchedAtSeconds,
			wholeToSeconds,
			tooFast
		},
		grade: grade as Grade,
		scan,
		scans: scan ? scans : [],
		turns,
		brief,
		/** What the profile of an approach is laid out by. */
		aircraft: card.approach ? (aircraftCatalog.find(card.aircraft) ?? null) : null,
		area: grade.navigation ? await areaOf(db, card.area).catch(() => null) : null,
		next: {
			name: next.card.name,
			why: next.why,
			isSet,
			/** The same task once more: whoever flew it has a button for that already. */
			isAgain: next.card.id === card.id && next.conditions === NO_CONDITIONS
		},
		before: before ? { id: before.id, score: before.score! } : null,
		/** The newest other flights of the same card, to be laid over this one. */
		others: same
			.filter((flight) => flight.id !== attempt.id)
			.slice(0, MOST_OTHERS)
			.map((flight) => ({ id: flight.id, startedAt: flight.startedAt, score: flight.score! })),
		student: { id: student!.id, name: student!.name },
		remarks,
		overrides,
		mayRemark: person.role === 'instructor'
	};
}

/** An instructor's remark, pinned to a moment or to none. */
export async function remark(
	db: Knex,
	person: Person,
	id: string,
	{ text, atSeconds }: { text: string; atSeconds: number | null }
): Promise<void> {
	const attempt = found(await instructedAttempt(db, person, id));
	const seconds = attempt.grade?.seconds ?? Infinity;
	if (atSeconds !== null && atSeconds > seconds)
		throw new InputError('/at', `must be within the flight, 0:00 to ${formatClock(seconds)}`);
	await addRemark(db, { attemptId: attempt.id, authorId: person.id, text, atSeconds });
}

/** An instructor's verdict in place of the computed one, with the reason. */
export async function overrideVerdict(
	db: Knex,
	person: Person,
	id: string,
	{ value, reason }: { value: string; reason: string }
): Promise<void> {
	const attempt = found(await instructedAttempt(db, person, id));
	const { verdict } = found(attempt.grade);
	await addOverride(db, {
		attemptId: attempt.id,
		authorId: person.id,
		computed: verdict,
		item: 'verdict',
		value,
		reason
	});
}

/** A gaze log for a flight that the person may see. @throws InputError as `importGazeLog`. */
export async function addGazeLog(
	db: Knex,
	person: Person,
	id: string,
	log: { text: string; map: string; beganSeconds: number }
): Promise<number> {
	const attempt = found(await visibleAttempt(db, person, id));
	return importGazeLog(db, attempt, log.text, log.map, log.beganSeconds);
}
