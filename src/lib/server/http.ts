import { error, fail, json, redirect, type ActionFailure, type RequestEvent } from '@sveltejs/kit';
import type { Knex } from 'knex';
import { HanzaError, InputError, parse } from '@hanza/core';
import type { TSchema } from '@sinclair/typebox';
import { BYTES, type Endpoint, type Received, type Sent } from '$lib/contracts/endpoint.js';
import type { Person, Role } from './data/index.js';
import { database } from './db.js';
import { ConflictError, NotFoundError, TooLarge, TooMuch } from './policy.js';

/** Another's record and no record look the same. */
const NOT_FOUND = 'There is nothing here, or it is not yours.';

/** Who asks, and of which database. */
export interface Caller {
	db: Knex;
	person: Person;
}

/**
 * What the database cannot hold, by its own code: a NUL or half a letter in a text, a number beyond its column, a text that is
 * no day or no id. Checked nowhere else: no field wants any of it.
 */
const UNKEEPABLE = new Set(['22021', '22P05', '22P02', '22P03', '22001', '22003', '22007', '22008', '54000']);
const isUnkeepable = (thrown: unknown): boolean =>
	UNKEEPABLE.has((thrown as { code?: string } | null)?.code ?? '');
const CANNOT_BE_KEPT =
	'There is something in it that cannot be kept: a sign that is no letter, or a number out of all bounds.';

/** What the services throw, as the browser gets it: 404 for what is not there for this person. */
async function answered<T>(work: () => Promise<T> | T): Promise<T> {
	try {
		return await work();
	} catch (thrown) {
		if (thrown instanceof NotFoundError) error(404, NOT_FOUND);
		if (isUnkeepable(thrown)) error(400, CANNOT_BE_KEPT);
		throw thrown;
	}
}

/** The person signed in; sends others to the first page. */
function signedIn({ locals }: RequestEvent, role?: Role): Person {
	if (!locals.person) redirect(303, '/');
	if (role && locals.person.role !== role) error(404, NOT_FOUND);
	return locals.person;
}

/** What is there for anybody, signed in or not. */
export const visitor = <T>(work: (db: Knex) => Promise<T>): Promise<T> => answered(() => work(database()));

/** What a page shows, to a person signed in. @param role who else is not let in. */
export function page<E extends RequestEvent, T>(
	event: E,
	role: Role | null,
	show: (caller: Caller) => Promise<T> | T
): Promise<T> {
	const person = signedIn(event, role ?? undefined);
	return answered(() => show({ db: database(), person }));
}

/** What a form does, for a person signed in. A refusal of the core is said in the form, and what was typed stays. */
export async function action<E extends RequestEvent, T>(
	event: E,
	role: Role | null,
	act: (caller: Caller) => Promise<T> | T
): Promise<T> {
	const person = signedIn(event, role ?? undefined);
	return answered(() => act({ db: database(), person }));
}

/** Runs what may be refused by the core; the refusal becomes what a form shows. */
export async function orRefused<T, F extends object>(
	work: () => Promise<T>,
	said: (message: string, refusal: HanzaError) => F
): Promise<T | ActionFailure<F & Record<string, unknown>>> {
	try {
		return await work();
	} catch (refusal) {
		if (refusal instanceof HanzaError)
			return fail(400, said(refusal.message, refusal) as F & Record<string, unknown>);
		throw refusal;
	}
}

type Side = Endpoint['body'];

async function bodyOf(endpoint: Endpoint, request: Request): Promise<unknown> {
	if (endpoint.body === null) return null;
	if (endpoint.body === BYTES) return new Uint8Array(await request.arrayBuffer());
	let value: unknown;
	try {
		value = await request.json();
	} catch {
		error(400, 'The body must be JSON.');
	}
	return value;
}

/** A request of the contract with its caller: what was sent has been checked. */
interface Asked<B extends Side> extends Caller {
	body: B extends typeof BYTES ? Uint8Array : Sent<B>;
	params: Record<string, string>;
	url: URL;
}

/**
 * The route of a request of the contract: who is not signed in gets 401, what does not fit the contract 400 with the
 * place, what is another's 404.
 * @param unread the body is given as it came: the service reads it itself, as a document of any edition.
 */
export function route<P extends string, B extends Side, R extends Side>(
	endpoint: Endpoint<P, B, R>,
	work: (asked: Asked<B>) => Promise<Received<R> | Response>,
	{ unread = false, mostBytes = Infinity } = {}
): (event: RequestEvent) => Promise<Response> {
	return async ({ locals, params, request, url }) => {
		const { person } = locals;
		if (!person) error(401, 'Sign in first.');
		try {
			const sent = await bodyOf(endpoint as Endpoint, request);
			if (sent instanceof Uint8Array && sent.length > mostBytes)
				error(413, `It may have ${mostBytes} bytes at the most.`);
			const checked =
				unread || endpoint.body === null || endpoint.body === BYTES
					? sent
					: parse(endpoint.body as TSchema, sent);
			const reply = await work({
				db: database(),
				person,
				body: checked as Asked<B>['body'],
				params: params as Record<string, string>,
				url
			});
			if (reply instanceof Response) return reply;
			return json(reply, { status: endpoint.creates ? 201 : 200 });
		} catch (thrown) {
			if (thrown instanceof NotFoundError) error(404, NOT_FOUND);
			if (thrown instanceof ConflictError) error(409, thrown.message);
			if (thrown instanceof TooMuch) error(429, thrown.message);
			if (thrown instanceof TooLarge) error(413, thrown.message);
			if (thrown instanceof HanzaError) error(400, thrown.message);
			if (isUnkeepable(thrown)) error(400, CANNOT_BE_KEPT);
			throw thrown;
		}
	};
}

/** The place of an input error without its leading stroke, for a sentence. */
export const placeOf = (refusal: HanzaError): string | null =>
	refusal instanceof InputError ? refusal.place.replace(/^\//, '') : null;
