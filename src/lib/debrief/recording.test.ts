import { afterEach, describe, expect, it, vi } from 'vitest';
import { encodeChunk, trackFromJson } from '@hanza/core';
import { recordingOf } from './recording.js';

const bytes = encodeChunk({
	first: 0,
	track: trackFromJson({ rateHz: 10, channels: { altitudeFt: [3000, 3010, 3020] } })
});

/** A server that gives the recording, or an error where it is told to; what it was asked. */
function server(answers: (() => Response)[]): string[] {
	const asked: string[] = [];
	vi.stubGlobal('fetch', (address: string) => {
		asked.push(address);
		return Promise.resolve(answers.length > 1 ? answers.shift()!() : answers[0]!());
	});
	return asked;
}
const good = () => new Response(bytes);

describe('the recording of a debrief', () => {
	afterEach(() => vi.unstubAllGlobals());

	it('is asked for once, however many parts of the page look at it', async () => {
		const asked = server([good]);
		const tracks = await Promise.all([recordingOf('one'), recordingOf('one'), recordingOf('one')]);
		expect(asked).toEqual(['/api/attempts/one/recording']);
		expect(new Set(tracks).size).toBe(1);
		expect([...tracks[0].column('altitudeFt')]).toEqual([3000, 3010, 3020]);
	});

	it('is that of the flight asked for, not of the one before', async () => {
		const asked = server([good]);
		await recordingOf('two');
		await recordingOf('three');
		expect(asked.map((address) => address.split('/')[3])).toEqual(['two', 'three']);
	});

	it('is asked for again after it could not be had', async () => {
		const asked = server([() => new Response('', { status: 500 }), good]);
		await expect(recordingOf('four')).rejects.toThrow('500');
		expect((await recordingOf('four')).length).toBe(3);
		expect(asked).toHaveLength(2);
	});
});
