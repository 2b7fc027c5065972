/** Which flights an instructor has looked at, and under which conditions a task was set. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.alterTable('attempts', (t) => {
		t.timestamp('looked_at');
	});
	// What ended before this was known is nothing new to anybody.
	await knex('attempts')
		.whereNotNull('ended_at')
		.update({ looked_at: knex.ref('ended_at') });
	await knex.schema.alterTable('cards', (t) => {
		// Set by its owner: since then every instructor may set and copy it.
		t.timestamp('shared_at');
	});
	await knex.schema.alterTable('assignments', (t) => {
		t.jsonb('conditions');
		t.text('chosen_card');
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	await knex.schema.alterTable('assignments', (t) => {
		t.dropColumn('conditions');
		t.dropColumn('chosen_card');
	});
	await knex.schema.alterTable('cards', (t) => {
		t.dropColumn('shared_at');
	});
	await knex.schema.alterTable('attempts', (t) => {
		t.dropColumn('looked_at');
	});
}
