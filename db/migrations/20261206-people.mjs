/** Foreign keys that had no index. */
const UNINDEXED = [
	['assignments', 'instructor_id'],
	['attempts', 'branched_from'],
	['brief_tries', 'student_id'],
	['cards', 'attempt_id'],
	['cards', 'author_id'],
	['endorsements', 'author_id'],
	['flight_orders', 'author_id'],
	['log_entries', 'confirmed_by'],
	['log_entries', 'import_id'],
	['log_imports', 'author_id'],
	['log_versions', 'author_id'],
	['overrides', 'author_id'],
	['rating_checks', 'author_id'],
	['remarks', 'author_id']
];

/**
 * Several who teach one student, one person in two roles, addresses for mail, passkeys; what students propose as cards; what a
 * flight came to in figures. @param {import('knex').Knex} knex
 */
export async function up(knex) {
	// Who teaches a student besides the one in users.instructor_id, whose areas, rules and devices hold.
	await knex.schema.createTable('teaching', (t) => {
		t.uuid('student_id').notNullable().references('users.id').onDelete('CASCADE');
		t.uuid('instructor_id').notNullable().references('users.id').onDelete('CASCADE').index();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.primary(['student_id', 'instructor_id']);
	});
	await knex.schema.alterTable('users', (t) => {
		// Is student and instructor: which of them at the moment, the session says.
		t.boolean('is_both').notNullable().defaultTo(false);
		t.text('email');
	});
	await knex.raw('create unique index users_email on users (lower(email)) where email is not null');
	await knex.schema.alterTable('sessions', (t) => {
		t.text('acting_role').checkIn(['instructor', 'student'], 'sessions_acting_role_known');
	});
	await knex.schema.alterTable('invitations', (t) => t.text('email'));
	await knex.schema.alterTable('cards', (t) => {
		// A card that a student proposes is nobody's to set before the instructor takes it.
		t.boolean('is_proposed').notNullable().defaultTo(false);
	});
	await knex('cards')
		.whereIn('author_id', knex('users').select('id').where({ role: 'student' }))
		.update({ is_proposed: true });
	await knex.schema.createTable('passkeys', (t) => {
		t.text('id').primary();
		t.uuid('user_id').notNullable().references('users.id').onDelete('CASCADE').index();
		t.binary('public_key').notNullable();
		t.bigInteger('counter').notNullable();
		t.jsonb('transports').notNullable();
		t.text('name').notNullable();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('used_at');
	});
	await knex.schema.createTable('passkey_challenges', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.text('challenge').notNullable();
		// Null for one to sign in with: who it is, the answer says.
		t.uuid('user_id').references('users.id').onDelete('CASCADE').index();
		t.timestamp('expires_at').notNullable();
	});
	await knex.schema.alterTable('attempts', (t) => {
		// A flight in the figures of a record, and its scan, so that no record opens a grade, a card or a recording.
		t.jsonb('figures');
		t.jsonb('scan_figures');
		// What its chunks or its recording take: a person has a quota.
		t.bigInteger('stored_bytes').notNullable().defaultTo(0);
	});
	for (const [table, column] of UNINDEXED) await knex.schema.alterTable(table, (t) => t.index(column));
	await knex.raw(
		`update attempts a set stored_bytes = coalesce(octet_length(recording), 0)
			+ coalesce((select sum(octet_length(body)) from attempt_chunks c where c.attempt_id = a.id), 0)`
	);
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	for (const [table, column] of UNINDEXED) await knex.schema.alterTable(table, (t) => t.dropIndex(column));
	await knex.schema.alterTable('attempts', (t) => t.dropColumns('scan_figures', 'figures', 'stored_bytes'));
	await knex.schema.dropTable('passkey_challenges');
	await knex.schema.dropTable('passkeys');
	await knex.schema.alterTable('cards', (t) => t.dropColumn('is_proposed'));
	await knex.schema.alterTable('invitations', (t) => t.dropColumn('email'));
	await knex.schema.alterTable('sessions', (t) => t.dropColumn('acting_role'));
	await knex.raw('drop index users_email');
	await knex.schema.alterTable('users', (t) => {
		t.dropColumn('is_both');
		t.dropColumn('email');
	});
	await knex.schema.dropTable('teaching');
}
