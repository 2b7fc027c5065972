import * as Type from '@sinclair/typebox';
import { describe, expect, it } from 'vitest';
import { cardCatalog } from '../../data/index.js';
import { InfeasibleError, HanzaError, InputError, parse, problemsOf, TaskCard } from '../src/index.js';

const closed = { additionalProperties: false };
const Schema = Type.Object(
	{
		speed: Type.Number({ minimum: 0, maximum: 300 }),
		count: Type.Optional(Type.Integer({ minimum: 1 })),
		side: Type.Optional(Type.Union([Type.Literal('left'), Type.Literal('right')])),
		name: Type.Optional(Type.String({ minLength: 2 })),
		above: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
		rows: Type.Optional(Type.Array(Type.Object({ at: Type.Number() }, closed)))
	},
	closed
);

const refusal = (value: unknown): string => {
	try {
		parse(Schema, value);
		return 'taken';
	} catch (error) {
		expect(error).toBeInstanceOf(InputError);
		return (error as InputError).message;
	}
};

describe('a refusal names the place and what is allowed', () => {
	it.each([
		[{ speed: 301 }, '/speed must be a number from 0 to 300'],
		[{ speed: 'fast' }, '/speed must be a number from 0 to 300'],
		[{ speed: NaN }, '/speed must be a number from 0 to 300'],
		[{ speed: Infinity }, '/speed must be a number from 0 to 300'],
		[{}, '/speed is missing'],
		[{ speed: 1, gust: 2 }, '/gust is not a known key'],
		[{ speed: 1, count: 1.5 }, '/count must be a whole number not below 1'],
		[{ speed: 1, side: 'up' }, '/side must be one of left, right'],
		[{ speed: 1, above: 0 }, '/above must be a number above 0'],
		[{ speed: 1, rows: 3 }, '/rows must be an array'],
		[{ speed: 1, rows: [{ at: 1 }, { at: 'x' }] }, '/rows/1/at must be a number'],
		[{ speed: 1, rows: [{ at: 1, to: 2 }] }, '/rows/0/to is not a known key'],
		[[], 'the input must be an object'],
		[null, 'the input must be an object']
	])('%j', (value, message) => {
		expect(refusal(value)).toBe(message);
	});

	const range = Type.Number({ minimum: 0, maximum: 60 });
	it.each([
		[Type.Union([range, Type.Null()]), 'a number from 0 to 60 or nothing'],
		[Type.Union([range, Type.Literal('calm')]), 'one of calm or a number from 0 to 60'],
		[Type.Union([Type.Literal('left'), Type.Null()]), 'one of left or nothing'],
		[Type.Union([Type.Integer(), Type.Array(range), Type.String()]), 'a whole number or an array or a text']
	])('of several forms, %j', (schema, allowed) => {
		expect(() => parse(Type.Object({ wind: schema }), { wind: true })).toThrow(`/wind must be ${allowed}`);
		expect(problemsOf(Type.Object({ wind: schema }), { wind: true })).toEqual({ wind: `must be ${allowed}` });
	});

	const { phases, ...card } = cardCatalog.get('hold-direct');
	it.each([
		[{ kind: 'time', seconds: 5 }, /^\/phases\/0\/end must be of kind elapsed, above, .*marked, all, any$/],
		[{ kind: 'elapsed', secs: 5 }, /^\/phases\/0\/end\/(secs is not a known key|seconds is missing)$/],
		[{ kind: 'elapsed', seconds: 'x' }, /^\/phases\/0\/end\/seconds must be a number/],
		[{ kind: 'all', of: [{ kind: 'elapsed' }] }, /^\/phases\/0\/end\/of\/0\/seconds is missing$/],
		[{ kind: 'all', of: [{ kind: 'when' }] }, /^\/phases\/0\/end\/of\/0 must be of kind elapsed/],
		[7, /^\/phases\/0\/end must be of kind elapsed/]
	])('of the kind that was meant: the end of a phase, %j', (end, message) => {
		expect(() => parse(TaskCard, { ...card, phases: [{ ...phases[0], end }] })).toThrow(message);
	});

	it('takes what fits, unchanged', () => {
		const value = { speed: 0, side: 'left', rows: [{ at: -1 }] };
		expect(parse(Schema, value)).toBe(value);
	});

	it('puts the place behind where the value was found', () => {
		expect(() => parse(Schema, {}, '/exercise')).toThrow('/exercise/speed is missing');
	});

	it('keeps two kinds of refusal apart, both fit to be shown', () => {
		expect(new InputError('/a', 'is missing')).toBeInstanceOf(HanzaError);
		expect(new InfeasibleError('too slow')).toBeInstanceOf(HanzaError);
		expect(new InfeasibleError('too slow')).not.toBeInstanceOf(InputError);
	});

	it.each(['alone first', 'within first'])('reads a named schema alone and within another, %s', (order) => {
		const named = Type.Object({ feet: Type.Number() }, { $id: `height-${order.replaceAll(' ', '-')}` });
		const within = Type.Object({ fix: Type.String(), height: named });
		const reads = [() => parse(named, { feet: 1 }), () => parse(within, { fix: 'A', height: { feet: 1 } })];
		for (const read of order === 'alone first' ? reads : reads.toReversed()) expect(read).not.toThrow();
		expect(() => parse(within, { fix: 'A', height: {} })).toThrow('/height/feet is missing');
	});
});
