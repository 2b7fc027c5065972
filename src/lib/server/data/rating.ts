import { RULE_EDITIONS, type RatingState, type RuleSet } from '@hanza/core';
import type { Knex } from 'knex';

/** A rule set that an instructor keeps. */
export interface SavedRules {
	ownerId: string;
	rules: RuleSet;
	archivedAt: Date | null;
}

const query = (db: Knex) =>
	db('rule_sets').select('owner_id as ownerId', 'rules', 'archived_at as archivedAt');
type StoredRules = Omit<SavedRules, 'rules'> & { rules: unknown };
const read = ({ rules, ...rest }: StoredRules): SavedRules => ({
	...rest,
	rules: RULE_EDITIONS.upgrade(rules)
});

/** Those in use, the newest first. */
export async function rulesOf(db: Knex, ownerId: string): Promise<SavedRules[]> {
	const stored: StoredRules[] = await query(db)
		.where('owner_id', ownerId)
		.whereNull('archived_at')
		.orderBy('created_at', 'desc');
	return stored.map(read);
}

/** By its identifier, put away or not. */
export async function findRules(db: Knex, rulesId: string): Promise<SavedRules | undefined> {
	const stored: StoredRules | undefined = await query(db).where('rules_id', rulesId).first();
	return stored && read(stored);
}

export const addRules = (db: Knex, ownerId: string, rules: RuleSet): Promise<unknown> =>
	db('rule_sets').insert({ owner_id: ownerId, rules_id: rules.id, rules: JSON.stringify(rules) });

/** @returns how many were changed: 0 for another's. */
export const changeRules = (db: Knex, ownerId: string, rules: RuleSet): Promise<number> =>
	db('rule_sets')
		.where({ rules_id: rules.id, owner_id: ownerId })
		.update({ rules: JSON.stringify(rules), changed_at: db.fn.now() });

/** @returns how many were put away: 0 for another's. */
export const archiveRules = (db: Knex, ownerId: string, rulesId: string): Promise<number> =>
	db('rule_sets')
		.where({ rules_id: rulesId, owner_id: ownerId })
		.whereNull('archived_at')
		.update({ archived_at: db.fn.now() });

/** What a student works for; how it stood is kept until the log, the rules or the month change. */
export interface RatingGoal {
	studentId: string;
	rulesId: string;
	summary: RatingSummary | null;
	summaryMonth: string | null;
}

/** How a student stands, in a line of the roster. */
export interface RatingSummary {
	rulesName: string;
	met: number;
	of: number;
	/** Names of what is missing, the nearest first. */
	missing: string[];
	/** What is met now and lapses within two months. */
	lapsing: { name: string; on: string }[];
}

export const goalsOf = (db: Knex, studentIds: readonly string[]): Promise<RatingGoal[]> =>
	db('rating_goals')
		.select('student_id as studentId', 'rules_id as rulesId', 'summary', 'summary_month as summaryMonth')
		.whereIn('student_id', studentIds);

export const setGoal = (db: Knex, studentId: string, rulesId: string): Promise<unknown> =>
	db('rating_goals')
		.insert({ student_id: studentId, rules_id: rulesId })
		.onConflict('student_id')
		.merge({ rules_id: rulesId, summary: null, summary_month: null });

/**
 * Works out how a student stands, and keeps it: nobody changes the log in between, for who does waits for the same row.
 */
export const keepSummary = (
	db: Knex,
	studentId: string,
	goal: string,
	work: (trx: Knex, rulesId: string) => Promise<{ summary: RatingSummary; month: string }>
): Promise<RatingSummary> =>
	db.transaction(async (trx) => {
		await trx('rating_goals')
			.insert({ student_id: studentId, rules_id: goal })
			.onConflict('student_id')
			.ignore();
		const locked = await trx('rating_goals').where({ student_id: studentId }).forUpdate().first('rules_id');
		const { summary, month } = await work(trx, locked.rules_id as string);
		await trx('rating_goals')
			.where({ student_id: studentId })
			.update({ summary: JSON.stringify(summary), summary_month: month });
		return summary;
	});

/** What was worked out before no longer holds: of a student, or of all who go by a rule set. */
export const forgetSummaries = (
	db: Knex,
	of: { student_id: string } | { rules_id: string }
): Promise<number> => db('rating_goals').where(of).update({ summary: null, summary_month: null });

/** A check as it was made: by the rules as they were. */
export interface RatingCheck {
	id: string;
	authorName: string;
	asOf: string;
	rules: RuleSet;
	state: RatingState;
	createdAt: Date;
}

const checks = (db: Knex, studentId: string) =>
	db('rating_checks as r')
		.join('users as u', 'u.id', 'r.author_id')
		.select('r.id', 'u.name as authorName', 'r.as_of as asOf', 'r.created_at as createdAt')
		.where('r.student_id', studentId);

/** The newest of a student's checks, by who and when. */
export const checksOf = (
	db: Knex,
	studentId: string,
	most = 20
): Promise<Omit<RatingCheck, 'rules' | 'state'>[]> =>
	checks(db, studentId).orderBy('r.created_at', 'desc').limit(most);

/** One of a student's checks with all that it said. */
export const findCheck = (db: Knex, studentId: string, id: string): Promise<RatingCheck | undefined> =>
	checks(db, studentId).select('r.rules', 'r.state').where('r.id', id).first();

export const addCheck = (
	db: Knex,
	check: { studentId: string; authorId: string; asOf: string; rules: RuleSet; state: RatingState }
): Promise<unknown> =>
	db('rating_checks').insert({
		student_id: check.studentId,
		author_id: check.authorId,
		as_of: check.asOf,
		rules: JSON.stringify(check.rules),
		state: JSON.stringify(check.state)
	});

/** What an instructor has signed. */
export interface Endorsement {
	id: string;
	kind: string;
	words: string;
	authorName: string;
	givenOn: string;
	expiresOn: string | null;
	withdrawnAt: Date | null;
}

export const endorsementsOf = (db: Knex, studentId: string): Promise<Endorsement[]> =>
	db('endorsements as e')
		.join('users as u', 'u.id', 'e.author_id')
		.select(
			'e.id',
			'e.kind',
			'e.words',
			'u.name as authorName',
			'e.given_on as givenOn',
			'e.expires_on as expiresOn',
			'e.withdrawn_at as withdrawnAt'
		)
		.where('e.student_id', studentId)
		.orderBy('e.created_at', 'desc');

export const addEndorsement = (
	db: Knex,
	one: {
		studentId: string;
		authorId: string;
		kind: string;
		words: string;
		givenOn: string;
		expiresOn: string | null;
	}
): Promise<unknown> =>
	db('endorsements').insert({
		student_id: one.studentId,
		author_id: one.authorId,
		kind: one.kind,
		words: one.words,
		given_on: one.givenOn,
		expires_on: one.expiresOn
	});

/** @returns how many: 0 where there is none of the student's. */
export const withdrawEndorsement = (db: Knex, studentId: string, id: string): Promise<number> =>
	db('endorsements')
		.where({ id, student_id: studentId })
		.whereNull('withdrawn_at')
		.update({ withdrawn_at: db.fn.now() });
