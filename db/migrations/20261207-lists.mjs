// How students have flown each card is read from an index alone.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.raw(
		'create index attempts_uses on attempts (student_id, card_id, started_at) include (status, verdict, id)'
	);
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	await knex.raw('drop index attempts_uses');
}
