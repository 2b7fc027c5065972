import { Type } from '@sinclair/typebox';
import { describe, expect, it } from 'vitest';
import { InfeasibleError, HanzaError, InputError, parse } from '../src/index.js';

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
});
