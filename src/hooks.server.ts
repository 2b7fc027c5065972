import { redirect, type Handle, type HandleServerError } from '@sveltejs/kit';
import { HanzaError } from '@hanza/core';
import pino from 'pino';
import { movedTo } from '$lib/desk/moved.js';
import { database } from '$lib/server/db.js';
import { personOfToken, SESSION_COOKIE } from '$lib/server/services/index.js';

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });

export const handle: Handle = async ({ event, resolve }) => {
	const moved = event.route.id === null ? movedTo(event.url.pathname) : null;
	if (moved && event.request.method === 'GET') redirect(308, moved + event.url.search);
	const token = event.cookies.get(SESSION_COOKIE);
	event.locals.person = token ? ((await personOfToken(database(), token)) ?? null) : null;
	const response = await resolve(event);
	response.headers.set('X-Content-Type-Options', 'nosniff');
	response.headers.set('X-Frame-Options', 'DENY');
	response.headers.set('Referrer-Policy', 'same-origin');
	return response;
};

export const handleError: HandleServerError = ({ error, event, status }) => {
	if (status === 404) return { message: 'There is nothing here, or it is not yours.' };
	// Only the name, code and place: a message of the database may carry what somebody entered.
	const { name, code, stack } = error as { name?: string; code?: string; stack?: string };
	log.error({
		route: event.route.id,
		name,
		code,
		at: stack
			?.split('\n')
			.filter((line) => line.trimStart().startsWith('at '))
			.slice(0, 6),
		message: error instanceof HanzaError ? error.message : undefined
	});
	return { message: 'Something went wrong on our side. What you entered or flew is kept; try again.' };
};
