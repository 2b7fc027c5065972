/**
 * npm run golden -- FOLDER: writes one document of every stored kind as today's edition has it, with some flights and
 * their grades, into core/test/golden/FOLDER. Run once when an edition lands; the files are never changed afterwards, and
 * a test opens and grades them for ever.
 */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import {
	CardFlight,
	encodeChunk,
	flyByRobot,
	gradeFlight,
	loadedAircraft,
	TECHNIQUES,
	type PilotId
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';

const folder = process.argv[2];
if (!folder) throw new Error('say which folder: npm run golden -- edition-3');
const out = `core/test/golden/${folder}`;
if (existsSync(out)) throw new Error(`${out} is there already: golden files are never changed`);
mkdirSync(out, { recursive: true });
const json = (name: string, value: unknown) => writeFileSync(`${out}/${name}.json`, JSON.stringify(value));

const FLIGHTS: { name: string; card: string; pilot: PilotId; seed: number; longestSeconds: number }[] = [
	{ name: 'hold', card: 'hold-direct', pilot: 'clock-forgetter', seed: 3, longestSeconds: 900 },
	{ name: 'vacuum', card: 'vacuum-partial', pilot: 'steady', seed: 5, longestSeconds: 300 },
	{ name: 'arc', card: 'arc', pilot: 'steady', seed: 2, longestSeconds: 600 },
	{ name: 'upset', card: 'upset-moderate', pilot: 'steady', seed: 4, longestSeconds: 120 },
	{ name: 'complex', card: 'complex-descent', pilot: 'hasty', seed: 3, longestSeconds: 420 }
];
for (const { name, card: id, pilot, seed, longestSeconds } of FLIGHTS) {
	const card = cardCatalog.get(id);
	const aircraft = aircraftCatalog.get(card.aircraft);
	const area = areaCatalog.get(card.area);
	const { track } = flyByRobot(card, aircraft, area, TECHNIQUES[pilot], seed, longestSeconds);
	writeFileSync(`${out}/${name}.recording.gz`, gzipSync(encodeChunk({ first: 0, track }), { level: 9 }));
	json(`${name}.card`, card);
	const loaded = loadedAircraft(aircraft, card.loading);
	json(`${name}.grade`, gradeFlight(track, card, standardCatalog.all[0]!, loaded));
}
for (const one of standardCatalog.all) json(`${one.id}.standard`, one);
for (const one of areaCatalog.all) json(`${one.id}.area`, one);
for (const one of aircraftCatalog.all) json(`${one.id}.aircraft`, one);
const card = cardCatalog.get('hold-direct');
const flown = new CardFlight(card, aircraftCatalog.get(card.aircraft), areaCatalog.get(card.area), {
	assist: 'attitude',
	seed: 7
});
flown.inputs = { ...flown.inputs, elevator: 0.1 };
for (let i = 0; i < 1200; i++) flown.step();
json('resume', flown.state());
