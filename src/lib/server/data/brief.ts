import type { Knex } from 'knex';

/** What a student worked out for a question of the brief. */
export interface BriefTry {
	question: string;
	entered: string;
	at: Date;
}

/** All tries of a student at the questions of a task, oldest first. */
export const briefTries = (db: Knex, assignmentId: string, studentId: string): Promise<BriefTry[]> =>
	db('brief_tries')
		.select('question', 'entered', 'at')
		.where({ assignment_id: assignmentId, student_id: studentId })
		.orderBy('id');

export const addBriefTry = (
	db: Knex,
	entry: { studentId: string; assignmentId: string; question: string; entered: string }
): Promise<number[]> =>
	db('brief_tries').insert({
		student_id: entry.studentId,
		assignment_id: entry.assignmentId,
		question: entry.question,
		entered: entry.entered
	});
