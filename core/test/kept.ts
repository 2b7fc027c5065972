import { readFileSync, writeFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { aircraftCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import {
	briefOf,
	cutPhases,
	decodeChunk,
	type GALLERY,
	gradeFlight,
	loadedAircraft,
	type TaskCard
} from '../src/index.js';

/** Flights that are kept as they were flown, and what today's rules make of them: written by `npm run kept`. */
export const KEPT = 'core/test/kept';
type Entry = Pick<(typeof GALLERY)[number], 'kind' | 'cards' | 'turbulence'>;

export const cardOf = ({ cards, turbulence }: Entry): TaskCard => {
	const card = structuredClone(cardCatalog.get(cards[0]!));
	return { ...card, weather: { ...card.weather, turbulence } };
};

export function keptGrade(entry: Entry): unknown {
	const { track } = decodeChunk(gunzipSync(readFileSync(`${KEPT}/${entry.kind}.recording.gz`)));
	const card = cardOf(entry);
	const aircraft = loadedAircraft(aircraftCatalog.get(card.aircraft), card.loading);
	const [standard] = standardCatalog.all;
	return { cut: cutPhases(card, track), grade: gradeFlight(track, card, standard!, aircraft) };
}

export const keptBriefs = (card: TaskCard): unknown[] => briefOf(card);

/** Nine digits are enough to see a change, and few enough that another machine's last bit is none. */
const rounded = (_: string, value: unknown) =>
	typeof value === 'number' ? Number(value.toPrecision(9)) : value;
export const asKept = (value: unknown): unknown => JSON.parse(JSON.stringify(value, rounded));
export const read = (name: string): unknown => JSON.parse(readFileSync(`${KEPT}/${name}.json`, 'utf8'));
export const write = (name: string, value: unknown): void =>
	writeFileSync(`${KEPT}/${name}.json`, `${JSON.stringify(value, rounded, '\t')}\n`);
