/**
 * npm run kept [-- fly]: writes into core/test/kept what today's rules make of flights that are kept there, and the briefs of
 * all shipped cards. After a change of rules the difference of these files is what the
 * change does; a test asks that nobody changes it unseen. With `fly` the flights are flown anew, too.
 */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { encodeChunk, flyByRobot, GALLERY, TECHNIQUES } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '$data';
import { KEPT, cardOf, keptBriefs, keptGrade, write } from '../core/test/kept.js';

mkdirSync(KEPT, { recursive: true });
for (const entry of GALLERY) {
	const file = `${KEPT}/${entry.kind}.recording.gz`;
	if (process.argv.includes('fly') || !existsSync(file)) {
		const card = cardOf(entry);
		const { track } = flyByRobot(
			card,
			aircraftCatalog.get(card.aircraft),
			areaCatalog.get(card.area),
			TECHNIQUES[entry.pilot],
			entry.seed,
			entry.longestSeconds ?? 420
		);
		writeFileSync(file, gzipSync(encodeChunk({ first: 0, track }), { level: 9 }));
	}
	write(`${entry.kind}.grade`, keptGrade(entry));
}
for (const card of cardCatalog.all) {
	const questions = keptBriefs(card);
	if (questions.length > 0) write(`${card.id}.brief`, questions);
}
