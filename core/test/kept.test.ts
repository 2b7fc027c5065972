import { readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { cardCatalog } from '../../data/index.js';
import { briefOf } from '../src/index.js';
import { asKept, FAULTY, judged, KEPT, read, SCHEMAS } from './kept.js';

/** What is not to change unseen: `npm run kept` writes these files anew, and their difference says what a change does. */
describe('flights that are kept', () => {
	it.each(FAULTY)('$name is graded as it was', (flight) => {
		expect(asKept(judged(flight))).toEqual(read(`${flight.name}.grade`));
	});
});

describe('briefs of the shipped cards', () => {
	const asked = cardCatalog.all.filter((card) => briefOf(card).length > 0);
	it.each(asked.map((card) => [card.id, card] as const))('%s asks what it asked', (id, card) => {
		expect(asKept(briefOf(card))).toEqual(read(`${id}.brief`));
	});
	it('none is kept of a card that asks nothing any more', () => {
		const kept = readdirSync(KEPT).filter((name) => name.endsWith('.brief.json'));
		expect(kept).toHaveLength(asked.length);
		expect(asked.length).toBeGreaterThan(10);
	});
});

describe('schemas of what is stored', () => {
	it.each(SCHEMAS)('$name is what it was in this edition', ({ name, kept }) => {
		expect(asKept(kept)).toEqual(read(name));
	});
});
