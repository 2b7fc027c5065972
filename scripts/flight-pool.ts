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

/** How often a fault was found in flights of which it is told whether it was done. */
export interface Tally {
	hit: number;
	wrong: number;
	did: number;
	/** Flights that count for nothing: neither done nor not. */
	neither: number;
	precision: number;
	recall: number;
	/** Flights in which it was missed or named wrongly. */
	which: string[];
}

/** What is told of a fault beside the names of those that were found. */
export const told = (kind: string, truth: boolean | null): string =>
	`${truth === null ? 'neither' : truth ? 'did' : 'did not'} ${kind}`;

/** Counts what was found against what was done. @param flights by a name each. @param isNamed where another name will do, too. */
export function tally(
	kind: string,
	flights: readonly (readonly [string, ReadonlySet<string>])[],
	isNamed = (found: ReadonlySet<string>): boolean => found.has(kind)
): Tally {
	let [hit, wrong, did, neither] = [0, 0, 0, 0];
	const which: string[] = [];
	for (const [name, found] of flights) {
		if (found.has(told(kind, null))) {
			neither++;
			continue;
		}
		const [named, done] = [isNamed(found), found.has(told(kind, true))];
		if (done) did++;
		if (named && done) hit++;
		if (named && !done) wrong++;
		if (named !== done) which.push(`${name} ${named ? 'wrongly' : 'missed'}`);
	}
	const precision = hit + wrong > 0 ? hit / (hit + wrong) : 0;
	return { hit, wrong, did, neither, precision, recall: did > 0 ? hit / did : 0, which };
}

/** The worker's part. */
export function answer<Job>(work: (job: Job) => string[]): void {
	parentPort!.on('message', (job: Job) => parentPort!.postMessage(work(job)));
}
