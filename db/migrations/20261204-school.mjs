/** A school: its head, who was invited, who has left, and on which devices somebody is signed in. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.alterTable('users', (t) => {
		t.boolean('is_head').notNullable().defaultTo(false);
		// Has left: may not sign in, and stays in every record.
		t.timestamp('archived_at');
	});
	await knex.schema.alterTable('sessions', (t) => {
		t.uuid('id').notNullable().unique().defaultTo(knex.raw('gen_random_uuid()'));
		t.timestamp('seen_at').notNullable().defaultTo(knex.fn.now());
		t.text('agent').notNullable().defaultTo('');
	});
	await knex.schema.createTable('invitations', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.binary('token_hash').notNullable().unique();
		t.text('role').notNullable().checkIn(['instructor', 'student'], 'invitations_role_known');
		t.text('name').notNullable();
		// Of a student: who teaches them.
		t.uuid('instructor_id').references('users.id').index();
		// Somebody who is here already gets a new password by it.
		t.uuid('resets_id').references('users.id').onDelete('CASCADE').index();
		t.uuid('author_id').notNullable().references('users.id').index();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('expires_at').notNullable();
		t.timestamp('used_at');
		t.timestamp('withdrawn_at');
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	await knex.schema.dropTable('invitations');
	await knex.schema.alterTable('sessions', (t) => {
		t.dropColumn('id');
		t.dropColumn('seen_at');
		t.dropColumn('agent');
	});
	await knex.schema.alterTable('users', (t) => {
		t.dropColumn('is_head');
		t.dropColumn('archived_at');
	});
}
