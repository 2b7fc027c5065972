import type { Static, TSchema } from '@sinclair/typebox';
import type { ErrorObject, ValidateFunction } from 'ajv';
import { compileSchema } from './compile.js';
import { InputError } from './errors.js';

const compiled = new WeakMap<TSchema, ValidateFunction>();

/** What stands at a JSON pointer, "#" and escapes allowed; undefined where there is nothing. */
const atPointer = (document: unknown, pointer: string): unknown =>
	pointer
		.replace(/^#/, '')
		.split('/')
		.slice(1)
		.reduce<unknown>(
			(value, key) =>
				(value as Record<string, unknown> | null | undefined)?.[
					decodeURIComponent(key).replace(/~1/g, '/').replace(/~0/g, '~')
				],
			document
		);

/** An error with what it speaks of: looked up, since a validator that carried its schema along would be ten times as large. */
interface TellingError extends ErrorObject {
	schema: unknown;
	parentSchema: object;
	data: unknown;
}
const told = (
	errors: readonly ErrorObject[] | null | undefined,
	schema: TSchema,
	value: unknown
): TellingError[] =>
	(errors ?? []).map((error) => ({
		...error,
		schema: atPointer(schema, error.schemaPath),
		parentSchema: (atPointer(schema, error.schemaPath.replace(/\/[^/]*$/, '')) ?? {}) as object,
		data: atPointer(value, error.instancePath)
	}));

interface RangeSchema {
	minimum?: number;
	maximum?: number;
	exclusiveMinimum?: number;
	exclusiveMaximum?: number;
}

/** What a number may be, said the way a person would. */
function numberRange(schema: RangeSchema | undefined): string {
	const low = schema?.minimum;
	const above = schema?.exclusiveMinimum;
	const high = schema?.maximum;
	const below = schema?.exclusiveMaximum;
	if (low !== undefined && high !== undefined) return `a number from ${low} to ${high}`;
	const parts: string[] = [];
	if (low !== undefined) parts.push(`not below ${low}`);
	if (above !== undefined) parts.push(`above ${above}`);
	if (high !== undefined) parts.push(`not above ${high}`);
	if (below !== undefined) parts.push(`below ${below}`);
	return `a number${parts.length > 0 ? ' ' + parts.join(' and ') : ''}`;
}

interface Described extends RangeSchema {
	const?: unknown;
	type?: string;
	anyOf?: Described[];
	properties?: Record<string, Described>;
}
/** The kind that an object of one of several forms says it is. */
const kindOf = ({ properties }: Described): unknown => properties?.kind?.const;

/** What one of several forms may be. */
function anyOf(forms: Described[]): string {
	const flat = forms.flatMap((form) => form.anyOf ?? [form]);
	const literals = flat.flatMap((form) => (form.const === undefined ? [] : [form.const]));
	const kinds = flat.flatMap((form) => kindOf(form) ?? []);
	const others = flat
		.filter((form) => form.const === undefined && kindOf(form) === undefined && form.type !== 'null')
		.map((form) =>
			form.type === 'number' || form.type === 'integer'
				? numberRange(form).replace('number', form.type === 'integer' ? 'whole number' : 'number')
				: form.type === 'array' || form.type === 'object'
					? `an ${form.type}`
					: 'a text'
		);
	return [
		...(literals.length > 0 ? [`one of ${literals.join(', ')}`] : []),
		...(kinds.length > 0 ? [`of kind ${kinds.join(', ')}`] : []),
		...new Set(others),
		...(flat.some(({ type }) => type === 'null') ? ['nothing'] : [])
	].join(' or ');
}

function wantedOf(error: TellingError): { place: string; wanted: string } {
	const place = error.instancePath;
	const parent = error.parentSchema as (RangeSchema & { type?: string }) | undefined;
	switch (error.keyword) {
		case 'type':
			return {
				place,
				wanted:
					error.params.type === 'number' || error.params.type === 'integer'
						? `must be ${numberRange(parent).replace('number', error.params.type === 'integer' ? 'whole number' : 'number')}`
						: `must be ${error.params.type === 'array' || error.params.type === 'object' ? 'an' : 'a'} ${error.params.type}`
			};
		case 'minimum':
		case 'maximum':
		case 'exclusiveMinimum':
		case 'exclusiveMaximum':
			return { place, wanted: `must be ${numberRange(parent)}` };
		case 'required':
			return { place: `${place}/${error.params.missingProperty}`, wanted: 'is missing' };
		case 'additionalProperties':
			return { place: `${place}/${error.params.additionalProperty}`, wanted: 'is not a known key' };
		case 'enum':
			return { place, wanted: `must be one of ${error.params.allowedValues.join(', ')}` };
		case 'const':
			return { place, wanted: `must be ${JSON.stringify(error.params.allowedValue)}` };
		case 'anyOf':
		case 'oneOf': {
			return { place, wanted: `must be ${anyOf(error.schema as Described[])}` };
		}
		default:
			return { place, wanted: error.message ?? 'is not allowed' };
	}
}

/** Errors inside a union arrive branch by branch; the branch that was meant says it best, or the union itself. */
function mostTelling(errors: readonly TellingError[]): TellingError {
	const union = errors.findLast(({ keyword }) => keyword === 'anyOf' || keyword === 'oneOf');
	if (!union) return errors[0]!;
	const forms = union.schema as Described[];
	const kind = (union.data as { kind?: unknown } | null)?.kind;
	const meant = forms.findIndex((form) => kind !== undefined && kindOf(form) === kind);
	const within = errors.filter(
		({ schemaPath }) => meant < 0 || schemaPath.startsWith(`${union.schemaPath}/${meant}/`)
	);
	if (meant >= 0) return mostTelling(within);
	// The branch whose error lies deepest is the one that was meant.
	const deepest = within
		.filter((error) => error !== union && error.keyword !== 'const')
		.sort((a, b) => b.instancePath.split('/').length - a.instancePath.split('/').length)[0];
	return deepest && deepest.instancePath.length > union.instancePath.length ? deepest : union;
}

/**
 * Checks a value of unknown origin against a schema.
 * @returns the same value, typed.
 * @throws InputError naming the place and what is allowed there.
 */
export function parse<T extends TSchema>(schema: T, value: unknown, at = ''): Static<T> {
	let validate = compiled.get(schema);
	if (!validate) {
		validate = compileSchema(schema, false);
		compiled.set(schema, validate);
	}
	if (!validate(value)) {
		const { place, wanted } = wantedOf(mostTelling(told(validate.errors, schema, value)));
		throw new InputError(at + place, wanted);
	}
	return value as Static<T>;
}

const compiledThorough = new WeakMap<TSchema, ValidateFunction>();

/**
 * All that is wrong with an object, by its fields: what each must be. Empty where it fits. For forms, where every field
 * says what is the matter with it.
 */
export function problemsOf(schema: TSchema, value: unknown): Record<string, string> {
	let validate = compiledThorough.get(schema);
	if (!validate) {
		validate = compileSchema(schema, true);
		compiledThorough.set(schema, validate);
	}
	if (validate(value)) return {};
	const byField = new Map<string, TellingError[]>();
	for (const error of told(validate.errors, schema, value)) {
		const field = wantedOf(error).place.split('/')[1] ?? '';
		byField.set(field, [...(byField.get(field) ?? []), error]);
	}
	return Object.fromEntries(
		[...byField].map(([field, errors]) => [field, wantedOf(mostTelling(errors)).wanted])
	);
}
