import { describe, expect, it } from 'vitest';
import { asKept, judged, read, SHIPPED } from './kept.js';

describe('shipped cards, each as one pilot flew it', () => {
	it.each(SHIPPED)('$name is graded as it was', (flight) => {
		expect(asKept(judged(flight))).toEqual(read(`${flight.name}.grade`));
	});
});
