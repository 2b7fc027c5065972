/** What a student worked out before a task was flown. @param {import('knex').Knex} knex */
export async function up(knex) {
	await knex.schema.createTable('brief_tries', (t) => {
		t.bigIncrements('id');
		t.uuid('student_id').notNullable().references('users.id').onDelete('CASCADE');
		t.uuid('assignment_id').notNullable().references('assignments.id').onDelete('CASCADE');
		t.text('question').notNullable();
		// A number in the question's unit, or the name of an entry.
		t.text('entered').notNullable();
		t.timestamp('at').notNullable().defaultTo(knex.fn.now());
		t.index(['assignment_id', 'student_id', 'question', 'at']);
	});
}

/** @param {import('knex').Knex} knex */
export const down = (knex) => knex.schema.dropTable('brief_tries');
