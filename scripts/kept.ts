/**
 * npm run kept [-- fly]: writes into core/test/kept what today's rules make of flights that are kept there, the briefs of
 * all shipped cards and the schemas of what is stored. After a change of rules the difference of these files is what
 * the change does; a test asks that nobody changes it unseen. With `fly` the flights are flown anew, too.
 */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { briefOf, encodeChunk, flyByRobot, TECHNIQUES } from '@hanza/core';
import { cardCatalog } from '$data';
import { aircraftOf, areaOf, FAULTY, judged, KEPT, SCHEMAS, SHIPPED, write } from '../core/test/kept.js';

mkdirSync(KEPT, { recursive: true });
for (const flight of [...FAULTY, ...SHIPPED]) {
	const { name, card, pilot, seed, longestSeconds } = flight;
	const file = `${KEPT}/${name}.recording.gz`;
	if (process.argv.includes('fly') || !existsSync(file)) {
		const { track } = flyByRobot(
			card,
			aircraftOf(flight),
			areaOf(flight),
			TECHNIQUES[pilot],
			seed,
			longestSeconds
		);
		writeFileSync(file, gzipSync(encodeChunk({ first: 0, track }), { level: 9 }));
	}
	write(`${name}.grade`, judged(flight));
}
for (const card of cardCatalog.all) {
	const questions = briefOf(card);
	if (questions.length > 0) write(`${card.id}.brief`, questions);
}
for (const { name, kept } of SCHEMAS) write(name, kept);
