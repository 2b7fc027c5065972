import { SeededRandom } from '../../base/index.js';
import type { ScanFaultKind } from './analyse.js';
import type { Dwell, ScanInstrument } from './looks.js';
import { SCHOOLS, type SchoolId } from './schools.js';

/** A fault to be put into a made-up scan. */
export interface PlantedFault {
	kind: Exclude<ScanFaultKind, 'emphasis'>;
	instrument: ScanInstrument;
	atMs: number;
	lengthMs: number;
}

/**
 * A made-up scan of a school, as an eye would do it: dwell between half a second and a little over
 * one, quick changes, the engine every half minute; with faults planted where they are asked for.
 * Deterministic in its seed. For tests, demonstration and the demo's data.
 */
export function generateDwells(
	schoolId: SchoolId,
	lengthMs: number,
	seed: number,
	planted: readonly PlantedFault[] = []
): Dwell[] {
	const random = new SeededRandom(seed);
	const { round, hub } = SCHOOLS[schoolId];
	const looks: Dwell[] = [];
	let now = 0;
	let place = 0;
	let engineAt = random.between(8000, 25_000);
	const omitted = (instrument: ScanInstrument) =>
		planted.some(
			(one) =>
				one.kind === 'omission' &&
				one.instrument === instrument &&
				now >= one.atMs &&
				now < one.atMs + one.lengthMs
		);
	const look = (instrument: ScanInstrument, dwellMs: number) => {
		looks.push({ instrument, startMs: Math.round(now), endMs: Math.round(now + dwellMs) });
		now += dwellMs + random.between(30, 90);
	};
	const dwell = (instrument: ScanInstrument) =>
		instrument === hub ? random.between(500, 1300) : random.between(400, 1000);
	const waiting = planted.filter(({ kind }) => kind === 'fixation').sort((a, b) => a.atMs - b.atMs);
	while (now < lengthMs) {
		const next = waiting[0];
		if (next && now >= next.atMs) {
			if (hub && looks.at(-1)?.instrument !== hub && next.instrument !== hub) look(hub, dwell(hub));
			look(next.instrument, next.lengthMs);
			waiting.shift();
			continue;
		}
		if (now >= engineAt && !omitted('engine')) {
			if (hub && looks.at(-1)?.instrument !== hub) look(hub, dwell(hub));
			look('engine', random.between(400, 800));
			engineAt = now + random.between(20_000, 35_000);
			continue;
		}
		if (round.kind === 'each') {
			if (looks.at(-1)?.instrument !== hub) look(hub!, dwell(hub!));
			// Now and then one of the others, and then the spoke whose turn it was.
			const others: ScanInstrument[] = ['vertical-speed', 'turn'];
			const seen =
				random.next() < 0.15 ? others[random.next() < 0.5 ? 0 : 1]! : round.of[place++ % round.of.length]!;
			if (!omitted(seen)) look(seen, dwell(seen));
			else look(hub!, dwell(hub!));
			continue;
		}
		const seen = round.of[place++ % round.of.length]!;
		if (omitted(seen) || looks.at(-1)?.instrument === seen) {
			now += random.between(30, 60);
			continue;
		}
		look(seen, dwell(seen));
	}
	return looks;
}
