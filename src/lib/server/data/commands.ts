import type { Knex } from 'knex';
import type { FlightOrder, WaitingOrder } from '$lib/contracts/instructor-command.js';

export async function addOrder(
	db: Knex,
	order: { attemptId: string; authorId: string; body: FlightOrder }
): Promise<string> {
	const [row] = await db('flight_orders')
		.insert({ attempt_id: order.attemptId, author_id: order.authorId, body: JSON.stringify(order.body) })
		.returning('id');
	return String(row.id);
}

/** Orders that the cockpit has not taken yet, oldest first. */
export const waitingOrders = (db: Knex, attemptId: string): Promise<WaitingOrder[]> =>
	db('flight_orders')
		.select('id', 'body as order')
		.where({ attempt_id: attemptId })
		.whereNull('taken_at')
		.orderBy('id');

export const takeOrder = (db: Knex, attemptId: string, id: string): Promise<number> =>
	db('flight_orders')
		.where({ attempt_id: attemptId, id })
		.whereNull('taken_at')
		.update({ taken_at: db.fn.now() });

export interface GivenOrder {
	id: string;
	order: FlightOrder;
	createdAt: Date;
	takenAt: Date | null;
}
export const ordersOf = (db: Knex, attemptId: string): Promise<GivenOrder[]> =>
	db('flight_orders')
		.select('id', 'body as order', 'created_at as createdAt', 'taken_at as takenAt')
		.where({ attempt_id: attemptId })
		.orderBy('id', 'desc')
		.limit(20);
