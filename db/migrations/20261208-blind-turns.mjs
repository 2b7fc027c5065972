// What a debrief tells of turns without the heading dial takes the whole recording: worked out once, and kept.

/** @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.alterTable('attempts', (t) => {
		t.jsonb('blind_turns');
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	await knex.schema.alterTable('attempts', (t) => {
		t.dropColumn('blind_turns');
	});
}
