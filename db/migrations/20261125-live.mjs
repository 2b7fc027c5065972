/** What an instructor does to a flight while it is flown, and cards kept from situations. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.createTable('flight_orders', (t) => {
		t.bigIncrements('id');
		t.uuid('attempt_id').notNullable().references('attempts.id').onDelete('CASCADE');
		t.uuid('author_id').notNullable().references('users.id');
		t.jsonb('body').notNullable();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('taken_at');
		t.index(['attempt_id', 'id']);
	});
	await knex.schema.createTable('cards', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('owner_id').notNullable().references('users.id').onDelete('CASCADE').index();
		t.uuid('author_id').notNullable().references('users.id');
		t.uuid('attempt_id').references('attempts.id').onDelete('SET NULL');
		t.jsonb('card').notNullable();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
	});
	// Power is asked for in the aircraft's own unit.
	await knex.schema.alterTable('number_tries', (t) => t.renameColumn('power_rpm', 'power'));
	await knex.schema.alterTable('attempts', (t) => {
		// When the last piece of it arrived: tells a flight in the air from one that was left.
		t.timestamp('heard_at');
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	await knex.schema.alterTable('attempts', (t) => t.dropColumn('heard_at'));
	await knex.schema.alterTable('number_tries', (t) => t.renameColumn('power', 'power_rpm'));
	await knex.schema.dropTable('cards');
	await knex.schema.dropTable('flight_orders');
}
