import { describe, expect, it } from 'vitest';
import { validateArea } from '@hanza/core';
import { areaCatalog } from '$data';
import { movableOf, nearestOf, withMoved, withNew, without, withPlace } from './change.js';

const veskar = areaCatalog.get('veskar');

describe('an area under the hands', () => {
	it('moves a station and leaves what it was given', () => {
		const moved = withMoved(veskar, 'VSK', { north: 2.00049, east: 3 });
		expect(movableOf(moved, 'VSK')).toMatchObject({ northNm: 2, eastNm: 3 });
		expect(movableOf(veskar, 'VSK')!.northNm).toBe(-1);
		expect(validateArea(moved)).toEqual(moved);
	});
	it('takes airways along when a point is renamed, and lets go of them with it', () => {
		const renamed = withPlace(veskar, 'ORMEK', { ...movableOf(veskar, 'ORMEK')!, id: 'ORMAK' });
		const points = (area: typeof veskar, id: string) =>
			area.airways.find((airway) => airway.id === id)?.points;
		expect(points(renamed, 'K1')).toEqual(['VSK', 'ORMAK', 'TRK']);
		expect(points(without(renamed, 'ORMAK'), 'K1')).toEqual(['VSK', 'TRK']);
		// An airway between two places is none without one of them.
		expect(points(without(veskar, 'NBN'), 'K6')).toBeUndefined();
	});
	it('adds stations on free channels under free names', () => {
		let area = veskar;
		for (let i = 0; i < 30; i++) area = withNew(area, i % 2 ? 'vor' : 'ndb', { north: i, east: 0 }).area;
		for (let i = 0; i < 30; i++) area = withNew(area, 'fix', { north: i, east: 5 }).area;
		expect(validateArea(area).stations).toHaveLength(veskar.stations.length + 30);
		expect(area.fixes).toHaveLength(veskar.fixes.length + 30);
	});
	it('does not move the parts of an approach', () => {
		expect(movableOf(veskar, 'IVES')).toBeNull();
		expect(withMoved(veskar, 'IVES', { north: 9, east: 9 })).toBe(veskar);
	});
	it('finds the place near a point, the nearest first, and none where none is', () => {
		expect(nearestOf(veskar, { north: -1.2, east: 1.4 }, 1)).toBe('VSK');
		expect(nearestOf(veskar, { north: 30, east: 30 }, 1)).toBeNull();
	});
});
