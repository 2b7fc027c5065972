// Flights of pilots of the tests, flown on every core and kept where that is asked for: for the tables of detectors.
import { once } from 'node:events';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { parentPort, Worker } from 'node:worker_threads';
import { decodeChunk, encodeChunk, type Dwell, type Track } from '@hanza/core';

export interface Flown {
	track: Track;
	looks: Dwell[];
}

/** A flight by its name in the folder FLIGHTS, flown where it is not there yet; flown anew each time without such a folder. */
export function keptFlight<Kind extends Flown>(name: string, fly: () => Kind): Kind {
	const folder = process.env.FLIGHTS;
	if (!folder) return fly();
	const file = join(folder, name);
	if (!existsSync(`${file}.hnz`)) {
		mkdirSync(folder, { recursive: true });
		const { track, ...rest } = fly();
		writeFileSync(`${file}.json`, JSON.stringify(rest));
		writeFileSync(`${file}.hnz`, encodeChunk({ first: 0, track }));
	}
	return {
		track: decodeChunk(new Uint8Array(readFileSync(`${file}.hnz`))).track,
		...(JSON.parse(readFileSync(`${file}.json`, 'utf8')) as Omit<Kind, 'track'>)
	} as Kind;
}

/** What was found on each of the jobs, each done once, on every core. @param script of the worker: it answers with `answer`. */
export async function found<Job>(jobs: readonly Job[], script: URL): Promise<(job: Job) => Set<string>> {
	const waiting = [...new Map(jobs.map((job) => [JSON.stringify(job), job])).values()];
	const kinds = new Map<string, Set<string>>();
	console.log(`${waiting.length} flights`);
	await Promise.all(
		Array.from({ length: availableParallelism() }, async () => {
			const worker = new Worker(script);
			for (let job = waiting.pop(); job; job = waiting.pop()) {
				worker.postMessage(job);
				const [answer] = (await once(worker, 'message')) as [string[]];
				kinds.set(JSON.stringify(job), new Set(answer));
				if (waiting.length % 200 === 0) console.log(`${waiting.length} flights left`);
			}
			await worker.terminate();
		})
	);
	return (job) => kinds.get(JSON.stringify(job))!;
}

/** The worker's part. */
export function answer<Job>(work: (job: Job) => string[]): void {
	parentPort!.on('message', (job: Job) => parentPort!.postMessage(work(job)));
}
