import type { TSchema } from '@sinclair/typebox';
import { Ajv, type ValidateFunction } from 'ajv';

// A schema with a name stands alone and within others: were its name registered, whichever is compiled second is refused.
// Names are not shortened in what is compiled: that takes longer than all the compiling, and checks by a seventh less.
const options = {
	strict: false,
	discriminator: true,
	addUsedSchema: false,
	code: { optimize: false }
} as const;
const first = new Ajv({ ...options, allErrors: false });
const thorough = new Ajv({ ...options, allErrors: true });

/**
 * A schema as a function that checks a value.
 *
 * In the browser this file is replaced by functions that were made when the application was built
 * (scripts/precompiled-validators.mjs): a page may then forbid code made out of text, and needs no compiler.
 * @param all every error, not only the first.
 */
export const compileSchema = (schema: TSchema, all: boolean): ValidateFunction =>
	(all ? thorough : first).compile(schema);
