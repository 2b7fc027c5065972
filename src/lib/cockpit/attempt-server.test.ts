import { afterEach, describe, expect, it, vi } from 'vitest';
import { readFileSync } from 'node:fs';
import { InputError, type ResumeState } from '@hanza/core';
import { CallError } from '$lib/contracts/client.js';
import { AttemptServer, NOT_REACHED, problemOf } from './attempt-server.js';

interface Asked {
	method: string;
	address: string;
	body: unknown;
}

/** A server that answers by address, and what it was asked. */
function serverOf(answers: Record<string, { status?: number; body: unknown } | 'away'>): Asked[] {
	const asked: Asked[] = [];
	vi.stubGlobal('fetch', (address: string, init: RequestInit = {}) => {
		asked.push({
			method: init.method ?? 'GET',
			address,
			body: typeof init.body === 'string' ? JSON.parse(init.body) : null
		});
		const answer = answers[address.split('/').at(-1)!];
		if (!answer || answer === 'away') return Promise.reject(new TypeError('Failed to fetch'));
		const { status = 200, body } = answer;
		return Promise.resolve(
			new Response(body instanceof ArrayBuffer ? body : JSON.stringify(body), { status })
		);
	});
	return asked;
}
const server = new AttemptServer('f1');
const resume = JSON.parse(
	readFileSync(new URL('../../../core/test/golden/edition-2/resume.json', import.meta.url), 'utf8')
) as ResumeState;

describe('an attempt on the server', () => {
	afterEach(() => vi.unstubAllGlobals());

	it('is taken up where it was, with what was recorded; one that was never begun is not', async () => {
		const recorded = new ArrayBuffer(12);
		serverOf({ state: { body: { resume, nextSeq: 7 } }, recording: { body: recorded } });
		const was = await server.whereItWas();
		expect(was).toMatchObject({ state: resume, nextSeq: 7 });
		expect(was!.recorded.byteLength).toBe(12);
		serverOf({ state: { body: { resume: null, nextSeq: 0 } }, recording: { body: recorded } });
		expect(await server.whereItWas()).toBeNull();
	});

	it('is not taken up from half of what it was, or from what is no state', async () => {
		serverOf({ state: { body: { resume, nextSeq: 7 } }, recording: { status: 500, body: {} } });
		await expect(server.whereItWas()).rejects.toThrow(CallError);
		serverOf({
			state: { body: { resume: { ...resume, time: 'noon' }, nextSeq: 7 } },
			recording: { body: new ArrayBuffer(12) }
		});
		await expect(server.whereItWas()).rejects.toThrow(InputError);
	});

	it('has no commands while it is away', async () => {
		serverOf({ commands: 'away' });
		expect(await server.commands()).toEqual([]);
		serverOf({ commands: { status: 404, body: {} } });
		expect(await server.commands()).toEqual([]);
		serverOf({ commands: { body: [{ id: 'o', command: { kind: 'freeze' } }] } });
		expect(await server.commands()).toHaveLength(1);
	});

	it('ends the old flight once the new one is made, and not before', async () => {
		const asked = serverOf({ branch: { body: { id: 'f2' } }, end: { body: { outcome: 'kept' } } });
		expect(await server.branch({ samples: 3 } as never)).toBe('f2');
		expect(asked.map(({ address }) => address.split('/').at(-1))).toEqual(['branch', 'end']);
		expect(asked[1]!.body).toEqual({ status: 'interrupted' });

		const refused = serverOf({ reposition: { status: 500, body: {} }, end: { body: {} } });
		await expect(server.reposition({} as never)).rejects.toThrow();
		expect(refused).toHaveLength(1);
	});

	it('says why where the server gives a reason, and that nothing is lost where it gives none', async () => {
		const problem = async (status: number, body: unknown) => {
			serverOf({ situation: { status, body } });
			return server.keep('Low', {} as never).then(
				() => 'kept',
				(error: unknown) => problemOf(error)
			);
		};
		expect(await problem(201, { id: 'c1' })).toBe('kept');
		expect(await problem(400, { message: '/start/altitudeFt must be >= 0' })).toBe(
			'That cannot be flown: altitudeFt must be >= 0'
		);
		expect(await problem(400, {})).toBe(NOT_REACHED);
		expect(await problem(500, { message: 'a stack' })).toBe(NOT_REACHED);
		serverOf({ situation: 'away' });
		expect(problemOf(await server.keep('Low', {} as never).catch((e: unknown) => e))).toBe(NOT_REACHED);
	});

	it('tells what was kept of a flight that ends', async () => {
		const asked = serverOf({ end: { body: { outcome: 'discarded' } } });
		expect(await server.end('finished')).toBe('discarded');
		expect(asked).toEqual([
			{ method: 'POST', address: '/api/attempts/f1/end', body: { status: 'finished' } }
		]);
	});
});
