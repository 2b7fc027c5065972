/** A flight taken up again from an earlier moment of another. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.alterTable('attempts', (t) => {
		// Null: the seed follows from the id.
		t.bigInteger('seed');
		t.uuid('branched_from').references('attempts.id').onDelete('SET NULL');
		t.double('branched_at_seconds');
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	await knex.schema.alterTable('attempts', (t) => {
		t.dropColumns('seed', 'branched_from', 'branched_at_seconds');
	});
}
