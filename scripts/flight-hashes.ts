/**
 * Flies robots over the shipped cards and prints a line for each flight: hashes of the recording, of the robot's looks,
 * of the grade and of the brief. Two runs of which the lines are the same flew, graded and briefed the same.
 * node scripts/run-ts.mjs scripts/flight-hashes.ts [part parts]
 */
import { createHash } from 'node:crypto';
import {
	briefOf,
	CHANNEL_NAMES,
	flyByRobot,
	GALLERY,
	gradeFlight,
	loadedAircraft,
	PILOT_IDS,
	TECHNIQUES,
	type PilotId,
	type TaskCard,
	type Track
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';

const sha = (...parts: (string | Uint8Array)[]): string => {
	const hash = createHash('sha256');
	for (const part of parts) hash.update(part);
	return hash.digest('hex').slice(0, 16);
};

/** JSON with its keys in order, without what only says which edition it is of. */
const canonical = (value: unknown): string =>
	JSON.stringify(value, (_, one: unknown) =>
		one && typeof one === 'object' && !Array.isArray(one)
			? Object.fromEntries(
					Object.entries(one)
						.filter(([key]) => key !== 'format' && key !== 'version')
						.sort(([a], [b]) => (a < b ? -1 : 1))
				)
			: one
	);

const trackHash = (track: Track): string =>
	sha(
		...[...CHANNEL_NAMES].sort().flatMap((name) => {
			const column = track.column(name);
			return [name, new Uint8Array(column.buffer, column.byteOffset, column.byteLength)];
		})
	);

interface Flown {
	card: TaskCard;
	pilot: PilotId;
	seed: number;
	longestSeconds: number;
}

const inAir = (card: TaskCard, turbulence: 'light' | 'moderate'): TaskCard => ({
	...card,
	weather: { ...card.weather, turbulence }
});
const some = (id: string): TaskCard => cardCatalog.get(id);
const flights: Flown[] = [
	...cardCatalog.all.map((card) => ({ card, pilot: 'steady' as const, seed: 1, longestSeconds: 900 })),
	...cardCatalog.all.map((card) => ({
		card: inAir(card, 'light'),
		pilot: 'steady' as const,
		seed: 2,
		longestSeconds: 420
	})),
	...GALLERY.flatMap(({ cards, pilot, seed, longestSeconds = 420 }) =>
		cards.flatMap((id) => [
			{ card: some(id), pilot, seed, longestSeconds },
			{ card: inAir(some(id), 'moderate'), pilot, seed: seed + 1, longestSeconds }
		])
	),
	...PILOT_IDS.flatMap((pilot) =>
		['approach-descent', 'standard-turns', 'intercept-inbound', 'break-out'].map((id) => ({
			card: some(id),
			pilot,
			seed: 11,
			longestSeconds: 300
		}))
	)
];

const [part = '0', parts = '1'] = process.argv.slice(2);
for (let i = Number(part); i < flights.length; i += Number(parts)) {
	const { card, pilot, seed, longestSeconds } = flights[i]!;
	const aircraft = aircraftCatalog.get(card.aircraft);
	const flown = flyByRobot(
		card,
		aircraft,
		areaCatalog.get(card.area),
		TECHNIQUES[pilot],
		seed,
		longestSeconds
	);
	const loaded = loadedAircraft(aircraft, card.loading);
	const grades = standardCatalog.all.map((standard) => gradeFlight(flown.track, card, standard, loaded));
	const air = card.weather.turbulence ?? 'calm';
	console.log(
		[
			String(i).padStart(3, '0'),
			`${card.id} ${pilot} ${seed} ${air}`,
			trackHash(flown.track),
			sha(canonical(flown.looks)),
			sha(canonical(grades)),
			sha(canonical(briefOf(card)))
		].join('  ')
	);
}
