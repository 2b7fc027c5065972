/** Standards that an instructor keeps beside those that ship. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.createTable('standards', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('owner_id').notNullable().references('users.id').onDelete('CASCADE');
		// The identifier by which tasks speak of it.
		t.text('standard_id').notNullable().unique();
		t.jsonb('standard').notNullable();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('changed_at');
		// Put away, not removed: tasks that were set by it are still graded by it.
		t.timestamp('archived_at');
		t.index(['owner_id', 'created_at']);
	});
}

/** @param {import('knex').Knex} knex */
export const down = (knex) => knex.schema.dropTable('standards');
