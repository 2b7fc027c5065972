import { readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { cardCatalog } from '../../data/index.js';
import { GALLERY } from '../src/index.js';
import { asKept, KEPT, keptBriefs, keptGrade, read } from './kept.js';

/** What is not to change unseen: `npm run kept` writes these files anew, and their difference says what a change does. */
describe('flights that are kept', () => {
	it.each(GALLERY)('$kind is graded as it was', (entry) => {
		expect(asKept(keptGrade(entry))).toEqual(read(`${entry.kind}.grade`));
	});
});

describe('briefs of the shipped cards', () => {
	const asked = cardCatalog.all.filter((card) => keptBriefs(card).length > 0);
	it.each(asked.map((card) => [card.id, card] as const))('%s asks what it asked', (id, card) => {
		expect(asKept(keptBriefs(card))).toEqual(read(`${id}.brief`));
	});
	it('none is kept of a card that asks nothing any more', () => {
		const kept = readdirSync(KEPT).filter((name) => name.endsWith('.brief.json'));
		expect(kept).toHaveLength(asked.length);
		expect(asked.length).toBeGreaterThan(10);
	});
});
