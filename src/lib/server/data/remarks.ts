import type { Knex } from 'knex';

export interface Remark {
	id: string;
	authorName: string;
	atSeconds: number | null;
	text: string;
	createdAt: Date;
}

export interface Override {
	id: string;
	authorName: string;
	item: string;
	computed: string;
	value: string;
	reason: string;
	createdAt: Date;
}

export const remarksOf = (db: Knex, attemptId: string): Promise<Remark[]> =>
	db('remarks as r')
		.join('users as u', 'u.id', 'r.author_id')
		.select(
			'r.id',
			'u.name as authorName',
			'r.at_seconds as atSeconds',
			'r.text',
			'r.created_at as createdAt'
		)
		.where('r.attempt_id', attemptId)
		.orderBy([{ column: 'r.at_seconds', nulls: 'first' }, 'r.created_at']);

export const addRemark = (
	db: Knex,
	remark: { attemptId: string; authorId: string; atSeconds: number | null; text: string; createdAt?: Date }
): Promise<number[]> =>
	db('remarks').insert({
		attempt_id: remark.attemptId,
		author_id: remark.authorId,
		at_seconds: remark.atSeconds,
		text: remark.text,
		...(remark.createdAt ? { created_at: remark.createdAt } : {})
	});

export const overridesOf = (db: Knex, attemptId: string): Promise<Override[]> =>
	db('overrides as o')
		.join('users as u', 'u.id', 'o.author_id')
		.select(
			'o.id',
			'u.name as authorName',
			'o.item',
			'o.computed',
			'o.value',
			'o.reason',
			'o.created_at as createdAt'
		)
		.where('o.attempt_id', attemptId)
		.orderBy('o.created_at', 'desc');

export const addOverride = (
	db: Knex,
	override: {
		attemptId: string;
		authorId: string;
		item: string;
		computed: string;
		value: string;
		reason: string;
		createdAt?: Date;
	}
): Promise<number[]> =>
	db('overrides').insert({
		attempt_id: override.attemptId,
		author_id: override.authorId,
		item: override.item,
		computed: override.computed,
		value: override.value,
		reason: override.reason,
		...(override.createdAt ? { created_at: override.createdAt } : {})
	});
