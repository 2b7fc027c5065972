/** What lists show of a flight, as columns of their own: no list opens a whole card or grade. @param {import('knex').Knex} knex */
export async function up(knex) {
	const of = (path) => `coalesce(jsonb_path_query_array(grade, '$.faults[*].${path}'), '[]'::jsonb)`;
	await knex.schema.alterTable('attempts', (t) => {
		t.specificType('card_name', `text generated always as (card->>'name') stored`);
		t.specificType('card_aircraft', `text generated always as (card->>'aircraft') stored`);
		t.specificType('standard_name', `text generated always as (standard->>'name') stored`);
		t.specificType('fault_names', `jsonb generated always as (${of('name')}) stored`);
		t.specificType('fault_kinds', `jsonb generated always as (${of('kind')}) stored`);
	});
}

/** @param {import('knex').Knex} knex */
export async function down(knex) {
	await knex.schema.alterTable('attempts', (t) => {
		for (const name of ['card_name', 'card_aircraft', 'standard_name', 'fault_names', 'fault_kinds'])
			t.dropColumn(name);
	});
}
