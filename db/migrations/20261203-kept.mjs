/** Nothing flown is lost: who holds a flight, where a recording is whole to; what is put away stays for those who speak of it. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.alterTable('attempts', (t) => {
		// The device that flies it, and until when it need not be heard to keep it.
		t.text('lease_device');
		t.timestamp('lease_until');
		// To where what was kept is whole; null where all of it is.
		t.double('whole_to_seconds');
		// It reached the server faster than it can be flown.
		t.boolean('too_fast').notNullable().defaultTo(false);
	});
	for (const table of ['areas', 'cards'])
		await knex.schema.alterTable(table, (t) => {
			t.timestamp('archived_at');
		});
	// Kept by a limiter, one row a key.
	await knex.schema.dropTable('sign_in_failures');
	await knex.schema.createTable('rate_limits', (t) => {
		t.string('key', 255).primary();
		t.integer('points').notNullable().defaultTo(0);
		t.bigInteger('expire');
		t.index('expire');
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	await knex.schema.dropTable('rate_limits');
	await knex.schema.createTable('sign_in_failures', (t) => {
		t.bigIncrements('id');
		t.text('key').notNullable();
		t.timestamp('at').notNullable().defaultTo(knex.fn.now());
		t.index(['key', 'at']);
	});
	for (const table of ['areas', 'cards'])
		await knex.schema.alterTable(table, (t) => {
			t.dropColumn('archived_at');
		});
	await knex.schema.alterTable('attempts', (t) => {
		t.dropColumn('lease_device');
		t.dropColumn('lease_until');
		t.dropColumn('whole_to_seconds');
		t.dropColumn('too_fast');
	});
}
