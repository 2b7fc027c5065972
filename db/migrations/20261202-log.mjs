/** The log with its versions and imports, rule sets that an instructor keeps, checks, and endorsements. @param {import('knex').Knex} knex */
export async function up(knex) {
	const number = (field) => `coalesce((entry->>'${field}')::integer, 0)`;
	const generated = (t, name, type, sql) =>
		t.specificType(name, `${type} generated always as (${sql}) stored`);

	await knex.schema.createTable('log_imports', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('student_id').notNullable().references('users.id').onDelete('CASCADE');
		t.uuid('author_id').notNullable().references('users.id');
		t.text('file_name').notNullable();
		// Of the file's bytes: the same file is known again.
		t.text('digest').notNullable();
		t.jsonb('heads').notNullable();
		t.jsonb('map').notNullable();
		t.integer('rows').notNullable();
		t.text('state').notNullable().defaultTo('open').checkIn(['open', 'kept', 'undone']);
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('kept_at');
		t.timestamp('undone_at');
		t.index(['student_id', 'created_at']);
	});
	await knex.schema.createTable('log_entries', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		// In the order in which they were entered: that of a day with several flights.
		t.bigIncrements('number', { primaryKey: false });
		t.uuid('student_id').notNullable().references('users.id').onDelete('CASCADE');
		t.jsonb('entry').notNullable();
		t.integer('version').notNullable().defaultTo(1);
		// Staged: of an import that is not kept yet. Deleted ones stay, and can be brought back.
		t.text('state').notNullable().defaultTo('kept').checkIn(['staged', 'kept', 'deleted']);
		t.uuid('confirmed_by').references('users.id');
		t.timestamp('confirmed_at');
		t.uuid('import_id').references('log_imports.id');
		t.uuid('attempt_id').references('attempts.id').onDelete('SET NULL');
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		generated(t, 'date', 'text', `entry->>'date'`);
		generated(t, 'device', 'text', `entry->>'device'`);
		for (const [column, field] of [
			['total_minutes', 'totalMinutes'],
			['pic_minutes', 'picMinutes'],
			['cross_country_minutes', 'crossCountryMinutes'],
			['dual_minutes', 'dualMinutes'],
			['actual_minutes', 'actualMinutes'],
			['simulated_minutes', 'simulatedMinutes'],
			['holds', 'holds'],
			['landings', 'landings']
		])
			generated(t, column, 'integer', number(field));
		generated(t, 'approaches', 'integer', `jsonb_array_length(entry->'approaches')`);
		const words = [
			'aircraftType',
			'registration',
			'from',
			'to',
			'via',
			'instructor',
			'safetyPilot',
			'remarks',
			'date'
		];
		generated(
			t,
			'words',
			'text',
			`lower(${words.map((field) => `(entry->>'${field}')`).join(` || ' ' || `)})`
		);
		t.index(['student_id', 'state', 'date', 'number']);
	});
	await knex.raw(
		`create index log_entries_waiting on log_entries (student_id) where state = 'kept' and confirmed_at is null and device <> 'trainer'`
	);
	// One attempt is offered once.
	await knex.raw(
		`create unique index log_entries_attempt on log_entries (attempt_id) where attempt_id is not null and state <> 'deleted'`
	);
	await knex.schema.createTable('log_versions', (t) => {
		t.bigIncrements('id');
		t.uuid('entry_id').notNullable().references('log_entries.id').onDelete('CASCADE');
		t.integer('version').notNullable();
		t.text('deed')
			.notNullable()
			.checkIn(['made', 'changed', 'corrected', 'confirmed', 'deleted', 'restored']);
		t.jsonb('entry').notNullable();
		t.uuid('author_id').notNullable().references('users.id');
		t.text('reason');
		t.timestamp('at').notNullable().defaultTo(knex.fn.now());
		t.index(['entry_id', 'id']);
	});
	await knex.schema.createTable('approved_devices', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('owner_id').notNullable().references('users.id').onDelete('CASCADE');
		t.text('name').notNullable();
		t.text('level').notNullable();
		t.text('approval_number').notNullable();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.unique(['owner_id', 'approval_number']);
	});
	await knex.schema.createTable('rule_sets', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('owner_id').notNullable().references('users.id').onDelete('CASCADE');
		t.text('rules_id').notNullable().unique();
		t.jsonb('rules').notNullable();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('changed_at');
		// Put away, not removed: checks and students may still go by it.
		t.timestamp('archived_at');
		t.index(['owner_id', 'created_at']);
	});
	// What a student works for, and how it stood when it was last worked out.
	await knex.schema.createTable('rating_goals', (t) => {
		t.uuid('student_id').primary().references('users.id').onDelete('CASCADE');
		t.text('rules_id').notNullable();
		t.jsonb('summary');
		// The month for which it holds: windows move by calendar months.
		t.text('summary_month');
	});
	await knex.schema.createTable('rating_checks', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('student_id').notNullable().references('users.id').onDelete('CASCADE');
		t.uuid('author_id').notNullable().references('users.id');
		t.text('as_of').notNullable();
		// The whole set as it was, and what it said.
		t.jsonb('rules').notNullable();
		t.jsonb('state').notNullable();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.index(['student_id', 'created_at']);
	});
	await knex.schema.createTable('endorsements', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('student_id').notNullable().references('users.id').onDelete('CASCADE');
		t.uuid('author_id').notNullable().references('users.id');
		t.text('kind').notNullable();
		t.text('words').notNullable();
		t.text('given_on').notNullable();
		t.text('expires_on');
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('withdrawn_at');
		t.index(['student_id', 'created_at']);
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	for (const table of [
		'endorsements',
		'rating_checks',
		'rating_goals',
		'rule_sets',
		'approved_devices',
		'log_versions',
		'log_entries',
		'log_imports'
	])
		await knex.schema.dropTable(table);
}
