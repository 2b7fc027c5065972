import { parse } from '@hanza/core';
import type { TSchema } from '@sinclair/typebox';
import { addressOf, BYTES, type Endpoint, type ParamsOf, type Received, type Sent } from './endpoint.js';

/** The server was not reached, did not take a request, or gave no answer that fits it. */
export class CallError extends Error {
	override name = 'CallError';

	/**
	 * @param status of the reply; null where there was none.
	 * @param reason the server's own words, fit to be shown; null where it gave none.
	 */
	constructor(
		readonly status: number | null,
		readonly reason: string | null
	) {
		super(reason ?? (status === null ? 'the server was not reached' : `the server answered ${status}`));
	}
}

interface Options<P extends string> {
	params?: ParamsOf<P>;
	query?: Record<string, string>;
	/** Gives up after this, ms. */
	timeoutMs?: number;
}
type BodyOf = Endpoint['body'];

/** A body as it is sent: bytes as they are, the rest as JSON. */
const encoded = (endpoint: Endpoint, body: unknown): RequestInit =>
	endpoint.body === null
		? {}
		: endpoint.body === BYTES
			? { body: body as BodyInit, headers: { 'Content-Type': 'application/octet-stream' } }
			: { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } };

async function answer(
	endpoint: Endpoint,
	address: string,
	body: unknown,
	timeoutMs?: number
): Promise<Response> {
	let response: Response;
	try {
		response = await fetch(address, {
			method: endpoint.method,
			...encoded(endpoint, body),
			...(timeoutMs ? { signal: AbortSignal.timeout(timeoutMs) } : {})
		});
	} catch {
		throw new CallError(null, null);
	}
	if (response.ok) return response;
	const said = (await response.json().catch(() => null)) as { message?: unknown } | null;
	throw new CallError(response.status, typeof said?.message === 'string' ? said.message : null);
}

/**
 * Asks the server. What comes back is checked against the contract before it is believed.
 * @throws CallError where it is not reached or refuses. @throws InputError where the reply is not what was agreed.
 */
export async function call<P extends string, B extends BodyOf, R extends Endpoint['reply']>(
	endpoint: Endpoint<P, B, R>,
	body: Sent<B>,
	{ params, query, timeoutMs }: Options<P> = {}
): Promise<Received<R>> {
	const address = addressOf(endpoint, params ?? ({} as ParamsOf<P>), query);
	const response = await answer(endpoint as Endpoint, address, body, timeoutMs);
	if (endpoint.reply === BYTES) return (await response.arrayBuffer()) as Received<R>;
	return parse(endpoint.reply as TSchema, await response.json(), '/reply') as Received<R>;
}
