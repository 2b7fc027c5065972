/** People, tasks set, flights flown, what was said of them. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.createTable('meta', (t) => {
		t.text('key').primary();
		t.jsonb('value').notNullable();
	});
	await knex.schema.createTable('users', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.text('login').notNullable().unique();
		t.text('name').notNullable();
		t.text('role').notNullable().checkIn(['instructor', 'student'], 'users_role_known');
		t.text('password_hash').notNullable();
		t.uuid('instructor_id').references('users.id').onDelete('SET NULL').index();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('sessions', (t) => {
		t.binary('token_hash').primary();
		t.uuid('user_id').notNullable().references('users.id').onDelete('CASCADE').index();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('expires_at').notNullable();
	});
	await knex.schema.createTable('sign_in_failures', (t) => {
		t.bigIncrements('id');
		t.text('key').notNullable();
		t.timestamp('at').notNullable().defaultTo(knex.fn.now());
		t.index(['key', 'at']);
	});
	await knex.schema.createTable('assignments', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('student_id').notNullable().references('users.id').onDelete('CASCADE').index();
		t.uuid('instructor_id').notNullable().references('users.id');
		t.text('card_id').notNullable();
		t.jsonb('card').notNullable();
		t.text('standard_id').notNullable();
		t.text('assist').notNullable().checkIn(['direct', 'attitude', 'any'], 'assignments_assist_known');
		t.text('note').notNullable().defaultTo('');
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('closed_at');
	});
	await knex.schema.createTable('attempts', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('student_id').notNullable().references('users.id').onDelete('CASCADE');
		t.uuid('assignment_id').references('assignments.id').onDelete('SET NULL').index();
		t.text('card_id').notNullable();
		t.jsonb('card').notNullable();
		t.jsonb('standard').notNullable();
		t.text('assist').notNullable().checkIn(['direct', 'attitude'], 'attempts_assist_known');
		t.text('status').notNullable().checkIn(['flying', 'finished', 'interrupted'], 'attempts_status_known');
		t.timestamp('started_at').notNullable().defaultTo(knex.fn.now());
		t.timestamp('ended_at');
		t.integer('samples').notNullable().defaultTo(0);
		t.jsonb('resume');
		t.binary('recording');
		t.jsonb('grade');
		t.text('verdict');
		t.double('score');
		t.index(['student_id', 'started_at']);
	});
	await knex.schema.createTable('attempt_chunks', (t) => {
		t.uuid('attempt_id').notNullable().references('attempts.id').onDelete('CASCADE');
		t.integer('seq').notNullable();
		t.binary('body').notNullable();
		t.timestamp('received_at').notNullable().defaultTo(knex.fn.now());
		t.primary(['attempt_id', 'seq']);
	});
	await knex.schema.createTable('number_tries', (t) => {
		t.bigIncrements('id');
		t.uuid('student_id').notNullable().references('users.id').onDelete('CASCADE');
		t.text('aircraft_id').notNullable();
		t.text('configuration_id').notNullable();
		t.double('pitch_deg').notNullable();
		t.double('power_rpm').notNullable();
		t.timestamp('at').notNullable().defaultTo(knex.fn.now());
		t.index(['student_id', 'aircraft_id', 'configuration_id', 'at']);
	});
	await knex.schema.createTable('remarks', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('attempt_id').notNullable().references('attempts.id').onDelete('CASCADE').index();
		t.uuid('author_id').notNullable().references('users.id');
		t.double('at_seconds');
		t.text('text').notNullable();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
	});
	await knex.schema.createTable('overrides', (t) => {
		t.uuid('id').primary().defaultTo(knex.raw('gen_random_uuid()'));
		t.uuid('attempt_id').notNullable().references('attempts.id').onDelete('CASCADE').index();
		t.uuid('author_id').notNullable().references('users.id');
		t.text('item').notNullable();
		t.text('computed').notNullable();
		t.text('value').notNullable();
		t.text('reason').notNullable();
		t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	for (const table of [
		'overrides',
		'remarks',
		'number_tries',
		'attempt_chunks',
		'attempts',
		'assignments',
		'sign_in_failures',
		'sessions',
		'users',
		'meta'
	])
		await knex.schema.dropTable(table);
}
