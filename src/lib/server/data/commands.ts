import type { Knex } from 'knex';
import type { InstructorCommand, PendingCommand } from '$lib/contracts/instructor-command.js';
import type { GivenCommand } from '$lib/contracts/views.js';

export async function addCommand(
	db: Knex,
	command: { attemptId: string; authorId: string; body: InstructorCommand }
): Promise<string> {
	const [row] = await db('flight_orders')
		.insert({
			attempt_id: command.attemptId,
			author_id: command.authorId,
			body: JSON.stringify(command.body)
		})
		.returning('id');
	return String(row.id);
}

/** Commands that the cockpit has not taken yet, oldest first. */
export const pendingCommands = (db: Knex, attemptId: string): Promise<PendingCommand[]> =>
	db('flight_orders')
		.select(db.raw('id::text as id'), 'body as command')
		.where({ attempt_id: attemptId })
		.whereNull('taken_at')
		.orderBy('flight_orders.id');

export const acknowledgeCommand = (db: Knex, attemptId: string, id: string): Promise<number> =>
	db('flight_orders')
		.where({ attempt_id: attemptId, id })
		.whereNull('taken_at')
		.update({ taken_at: db.fn.now() });

export const commandsOf = (db: Knex, attemptId: string): Promise<GivenCommand[]> =>
	db('flight_orders')
		.select(db.raw('id::text as id'), 'body as command', 'created_at as createdAt', 'taken_at as takenAt')
		.where({ attempt_id: attemptId })
		.orderBy('flight_orders.id', 'desc')
		.limit(20);
