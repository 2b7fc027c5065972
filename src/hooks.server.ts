import {
	redirect,
	type Handle,
	type HandleServerError,
	type RequestEvent,
	type ServerInit
} from '@sveltejs/kit';
import { HanzaError } from '@hanza/core';
import { cardCatalog, procedureCatalog } from '$data';
import { randomUUID } from 'node:crypto';
import pino from 'pino';
import { building } from '$app/environment';
import { styleSources, withStyles } from '$lib/server/inline-styles.js';
import { movedTo } from '$lib/desk/moved.js';
import { database } from '$lib/server/db.js';
import { readingOnce } from '$lib/server/once.js';
import { newFirstCode, personOfToken, SESSION_COOKIE, warmUp } from '$lib/server/services/index.js';

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });

/** A first start prints the code by which its school is made: whoever can read this has started it. */
export const init: ServerInit = async () => {
	if (building) return;
	warmUp();
	// What ships is checked now, and not while the first person waits.
	for (const { all } of [cardCatalog, procedureCatalog]) void all;
	if (!process.env.ORIGIN) return;
	const code = await newFirstCode(database());
	if (code)
		process.stdout.write(
			`\nNobody is here yet. Make the school at ${process.env.ORIGIN}/first with the code\n\n  ${code}\n`
		);
};

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
const YEAR_SECONDS = 31_536_000;

/**
 * Whether a writing request comes from a page of this very application. A browser always says from where; what is no browser
 * has nobody's cookie but its own.
 */
function comesFromHere({ request, url }: RequestEvent): boolean {
	if (READS.has(request.method)) return true;
	const origin = request.headers.get('origin');
	if (origin !== null) return origin === url.origin;
	const site = request.headers.get('sec-fetch-site');
	return site === null || site === 'same-origin' || site === 'none';
}

export const handle: Handle = async ({ event, resolve }) => {
	event.locals.requestId = randomUUID();
	const response = comesFromHere(event)
		? await answer(event, resolve)
		: new Response(
				JSON.stringify({ message: 'This request does not come from a page of this application.' }),
				{
					status: 403,
					headers: { 'Content-Type': 'application/json' }
				}
			);
	const { headers } = response;
	headers.set('X-Content-Type-Options', 'nosniff');
	headers.set('X-Frame-Options', 'DENY');
	headers.set('Referrer-Policy', 'same-origin');
	headers.set('X-Request-Id', event.locals.requestId);
	// What is somebody's own is not left in a browser that somebody else uses next.
	if (event.locals.person && !headers.has('Cache-Control')) headers.set('Cache-Control', 'private, no-store');
	if (event.url.protocol === 'https:') headers.set('Strict-Transport-Security', `max-age=${YEAR_SECONDS}`);
	return response;
};

async function answer(event: RequestEvent, resolve: Parameters<Handle>[0]['resolve']): Promise<Response> {
	const moved = event.route.id === null ? movedTo(event.url.pathname) : null;
	if (moved && event.request.method === 'GET') redirect(308, moved + event.url.search);
	const token = event.cookies.get(SESSION_COOKIE);
	event.locals.person = token ? ((await personOfToken(database(), token)) ?? null) : null;
	const styles = new Set<string>();
	const resolved = () =>
		resolve(event, {
			transformPageChunk: ({ html }) => {
				for (const source of styleSources(html)) styles.add(source);
				return html;
			}
		});
	const response = await (READS.has(event.request.method) ? readingOnce(resolved) : resolved());
	const policy = response.headers.get('Content-Security-Policy');
	if (policy) response.headers.set('Content-Security-Policy', withStyles(policy, styles));
	return response;
}

export const handleError: HandleServerError = ({ error, event, status }) => {
	if (status === 404) return { message: 'There is nothing here, or it is not yours.' };
	// Only the name, code and place: a message of the database may carry what somebody entered.
	const { name, code, stack } = error as { name?: string; code?: string; stack?: string };
	log.error({
		requestId: event.locals.requestId,
		route: event.route.id,
		name,
		code,
		at: stack
			?.split('\n')
			.filter((line) => line.trimStart().startsWith('at '))
			.slice(0, 6),
		message: error instanceof HanzaError ? error.message : undefined
	});
	return {
		message: `Something went wrong on our side. What you entered or flew is kept; try again. If it comes again, tell who runs this: ${event.locals.requestId}`
	};
};
