import { fail, type ActionFailure } from '@sveltejs/kit';
import { problemsOf } from '@hanza/core';
import type { Static, TObject, TSchema } from '@sinclair/typebox';

/** What a form gets back when it is refused: what was typed, and what is wrong beside each field. */
export interface Refused extends Record<string, unknown> {
	entered: Record<string, string>;
	errors: Record<string, string>;
	/** What is wrong with the whole. */
	message?: string;
}

interface Described {
	type?: string;
	anyOf?: Described[];
	default?: unknown;
}

/** Whether a field wants a number, alone or beside null or words. */
const isNumeric = ({ type, anyOf = [] }: Described): boolean =>
	type === 'number' || type === 'integer' || anyOf.some(isNumeric);

/** What was typed, as the schema wants it: numbers with comma or point, empty as the default. */
function valueOf(schema: TSchema, typed: string): unknown {
	const described = schema as Described;
	const text = typed.trim();
	if (text === '' && described.default !== undefined) return described.default;
	if (!isNumeric(described)) return text;
	const number = Number(text.replace(',', '.').replace('−', '-'));
	return text === '' || Number.isNaN(number) ? text : number;
}

/** The files of a form are read by themselves: a form's texts only. */
export const textsOf = (form: FormData): Record<string, string> =>
	Object.fromEntries(
		[...form].flatMap(([name, value]) => (typeof value === 'string' ? [[name, value]] : []))
	);

/** A form as it was read: its value where it fits the schema, and in any case what was typed. */
export type Form<S extends TObject> =
	| { ok: true; value: Static<S>; entered: Record<string, string> }
	| { ok: false; refused: ActionFailure<Refused> };

/**
 * Reads a form by a schema. Every field that does not fit is named with what is allowed; what was typed comes back.
 * @param form as sent; unknown fields are left out.
 */
export function readForm<S extends TObject>(form: FormData, schema: S): Form<S> {
	const entered = textsOf(form);
	const value = Object.fromEntries(
		Object.entries(schema.properties).map(([name, field]) => [name, valueOf(field, entered[name] ?? '')])
	);
	const errors = problemsOf(schema, value);
	return Object.keys(errors).length === 0
		? { ok: true, value: value as Static<S>, entered }
		: { ok: false, refused: refusedForm(entered, errors) };
}

/** A refusal with what was typed. */
export const refusedForm = (
	entered: Record<string, string>,
	errors: Record<string, string>,
	message?: string
): ActionFailure<Refused> => fail(400, { entered, errors, ...(message ? { message } : {}) });
