/** Steady stretches of flights, and drills with what they leave to be asked again. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.createTable('steady_stretches', (t) => {
		t.uuid('attempt_id').notNullable().references('attempts.id').onDelete('CASCADE');
		t.double('start_seconds').notNullable();
		t.double('seconds').notNullable();
		// Null: steady, but none of the aircraft's configurations.
		t.text('configuration_id');
		t.double('airspeed_kias').notNullable();
		t.double('vertical_speed_fpm').notNullable();
		t.double('pitch_deg').notNullable();
		t.double('power').notNullable();
		t.double('altitude_ft').notNullable();
		t.double('flaps_deg').notNullable();
		t.boolean('gear_down').notNullable();
		t.primary(['attempt_id', 'start_seconds']);
	});
	await knex.schema.createTable('drill_rounds', (t) => {
		t.uuid('id').primary();
		t.uuid('user_id').notNullable().references('users.id').onDelete('CASCADE');
		t.text('drill').notNullable();
		t.integer('asked').notNullable();
		t.integer('right_answers').notNullable();
		t.double('seconds').notNullable();
		t.timestamp('at').notNullable().defaultTo(knex.fn.now());
		t.index(['user_id', 'drill', 'at']);
	});
	await knex.schema.createTable('drill_items', (t) => {
		t.uuid('user_id').notNullable().references('users.id').onDelete('CASCADE');
		t.text('drill').notNullable();
		t.text('item').notNullable();
		t.integer('box').notNullable();
		t.double('due_day').notNullable();
		t.primary(['user_id', 'drill', 'item']);
	});
	await knex.schema.alterTable('cards', (t) => {
		t.timestamp('changed_at');
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	await knex.schema.alterTable('cards', (t) => t.dropColumn('changed_at'));
	await knex.schema.dropTable('drill_items');
	await knex.schema.dropTable('drill_rounds');
	await knex.schema.dropTable('steady_stretches');
}
