/** Nothing flown is lost: who holds a flight, where a recording is whole to; what is put away stays for those who speak of it. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.alterTable('attempts', (t) => {
		// The device that flies it, and until when it need not be heard to keep it.
		t.text('lease_device');
		t.timestamp('lease_until');
		// To where what was kept is whole; null where all of it is.
		t.double('whole_to_seconds');
	});
	for (const table of ['areas', 'cards'])
		await knex.schema.alterTable(table, (t) => {
			t.timestamp('archived_at');
		});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	for (const table of ['areas', 'cards'])
		await knex.schema.alterTable(table, (t) => {
			t.dropColumn('archived_at');
		});
	await knex.schema.alterTable('attempts', (t) => {
		t.dropColumn('lease_device');
		t.dropColumn('lease_until');
		t.dropColumn('whole_to_seconds');
	});
}
