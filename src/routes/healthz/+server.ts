import type { RequestHandler } from './$types';

/** Alive: the process answers. */
export const GET: RequestHandler = () => new Response('alive\n');
