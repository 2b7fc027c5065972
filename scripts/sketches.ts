// npm run sketches: flies every shipped card by the steady robot and writes its small picture into data/sketches.json.
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { cutPhases, flyByRobot, sketchOf, TECHNIQUES } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '../data/index.js';

const SEED = 1;
const flown = cardCatalog.all.map((card) => {
	const flight = flyByRobot(
		card,
		aircraftCatalog.get(card.aircraft),
		areaCatalog.get(card.area),
		TECHNIQUES.steady,
		SEED
	);
	if (!flight.completed) console.log(`${card.id}: not flown to its end`);
	const of = createHash('sha256').update(JSON.stringify(card)).digest('hex').slice(0, 16);
	return [card.id, { of, ...sketchOf(flight.track, cutPhases(card, flight.track)) }];
});
writeFileSync('data/sketches.json', `${JSON.stringify(Object.fromEntries(flown))}\n`);
console.log(`${flown.length} cards`);
