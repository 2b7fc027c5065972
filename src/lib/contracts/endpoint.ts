import type { Static, TSchema } from '@sinclair/typebox';

/** Names in brackets of an address: "/api/attempts/[id]" has id. */
export type ParamsOf<P extends string> = P extends `${string}[${infer Name}]${infer Rest}`
	? { [K in Name]: string } & ParamsOf<Rest>
	: object;

/** Bytes instead of JSON, either way. */
export const BYTES = 'bytes';
type Side = TSchema | typeof BYTES | null;

/** One request between browser and server: what goes and what comes back. Neither side knows more of the other. */
export interface Endpoint<P extends string = string, B extends Side = Side, R extends Side = Side> {
	method: 'GET' | 'POST' | 'PUT';
	path: P;
	/** What the request carries; null for nothing. */
	body: B;
	reply: R;
	/** A new record comes of it: answered with 201. */
	creates: boolean;
}

export type Sent<S extends Side> = S extends TSchema
	? Static<S>
	: S extends typeof BYTES
		? Uint8Array | ArrayBuffer
		: null;
export type Received<S extends Side> = S extends TSchema
	? Static<S>
	: S extends typeof BYTES
		? ArrayBuffer
		: null;

/** Something that is asked for. */
export const get = <P extends string, R extends TSchema | typeof BYTES>(
	path: P,
	reply: R
): Endpoint<P, null, R> => ({ method: 'GET', path, body: null, reply, creates: false });

/** Something that is done: a record made, unless said otherwise. */
export const post = <P extends string, B extends TSchema, R extends TSchema>(
	path: P,
	body: B,
	reply: R,
	creates = true
): Endpoint<P, B, R> => ({ method: 'POST', path, body, reply, creates });

/** Something that is put in its place: doing it twice is as good as once. */
export const put = <P extends string, B extends Side, R extends TSchema>(
	path: P,
	body: B,
	reply: R
): Endpoint<P, B, R> => ({ method: 'PUT', path, body, reply, creates: false });

/** The address of a request. */
export function addressOf<P extends string>(
	{ path }: { path: P },
	params: ParamsOf<P>,
	query: Record<string, string> = {}
): string {
	const named = path.replace(/\[(\w+)\]/g, (_, name: string) =>
		encodeURIComponent((params as Record<string, string>)[name] ?? '')
	);
	const search = new URLSearchParams(query).toString();
	return search ? `${named}?${search}` : named;
}
