import { error, redirect } from '@sveltejs/kit';
import { HanzaError } from '@hanza/core';
import type { Person, Role } from './data/index.js';

/** The person signed in; sends others to the first page. For pages. */
export function requirePerson(locals: App.Locals, role?: Role): Person {
	if (!locals.person) redirect(303, '/');
	if (role && locals.person.role !== role) notFound();
	return locals.person;
}

/** The person signed in, for data routes: no redirect, a plain 401. */
export function requireCaller(locals: App.Locals): Person {
	if (!locals.person) error(401, 'Sign in first.');
	return locals.person;
}

/** Another's record and no record look the same. */
export function notFound(): never {
	error(404, 'There is nothing here, or it is not yours.');
}

/** The record, or 404. */
export function found<T>(record: T | null | undefined): T {
	return record ?? notFound();
}

/** Runs what reads input; a refusal of the core becomes a 400 with its message. */
export async function readingInput<T>(read: () => T | Promise<T>): Promise<T> {
	try {
		return await read();
	} catch (refusal) {
		if (refusal instanceof HanzaError) error(400, refusal.message);
		throw refusal;
	}
}

/** JSON body of a request, or 400. */
export async function jsonBody(request: Request): Promise<unknown> {
	try {
		return await request.json();
	} catch {
		error(400, 'The body must be JSON.');
	}
}
