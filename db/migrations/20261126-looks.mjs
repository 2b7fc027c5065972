/** Where the eye was in a flight. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.createTable('attempt_looks', (t) => {
		t.uuid('attempt_id').notNullable().references('attempts.id').onDelete('CASCADE');
		// Who saw it: the veiled panel itself, an instructor's tap sheet, or a gaze log.
		t.text('source').notNullable().checkIn(['veil', 'tap', 'gaze'], 'looks_source_known');
		t.integer('start_ms').notNullable();
		t.integer('end_ms').notNullable();
		t.text('instrument').notNullable();
		t.primary(['attempt_id', 'source', 'start_ms']);
	});
}

/** @param {import('knex').Knex} knex */
export const down = (knex) => knex.schema.dropTable('attempt_looks');
