import { describe, expect, it } from 'vitest';
import { encodeChunk, flyByRobot, TECHNIQUES, withPlaces, type Area } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import { areasOf, changeArea, findArea, findAttempt, archiveArea } from '../../src/lib/server/data/index.js';
import { ownArea, settableCard, visibleArea } from '../../src/lib/server/policy.js';
import {
	areaOf,
	beginFlight,
	validateStoredCard,
	validateCard,
	endFlight,
	saveArea,
	saveCard,
	trailOf
} from '../../src/lib/server/services/index.js';
import { somebody, withDatabase } from './database.js';

const at = withDatabase();
const veskar = areaCatalog.get('veskar');
/** The area with one station moved. */
const moved = (area: Area, northNm: number): Area => ({
	...area,
	stations: area.stations.map((one) => (one.id === 'LSK' ? { ...one, northNm } : one))
});

describe('areas that an instructor keeps', () => {
	it('are seen by their students, and by nobody else', async () => {
		const [owner, other] = [await somebody(at.db, 'instructor'), await somebody(at.db, 'instructor')];
		const [student, stranger] = [
			await somebody(at.db, 'student', owner.id),
			await somebody(at.db, 'student', other.id)
		];
		const id = await saveArea(at.db, owner, moved(veskar, 12));
		expect(id).toMatch(/^own-/);
		expect(await visibleArea(at.db, owner, id)).toMatchObject({ mine: true });
		expect(await visibleArea(at.db, student, id)).toMatchObject({ mine: false });
		for (const person of [other, stranger]) expect(await visibleArea(at.db, person, id)).toBeNull();
		expect(await visibleArea(at.db, stranger, 'veskar')).toMatchObject({ mine: false });
		expect(await ownArea(at.db, other, id)).toBeNull();
		expect((await areasOf(at.db, owner.id)).map(({ area }) => area.id)).toEqual([id]);
	});

	it('are changed and removed by their owner alone', async () => {
		const [owner, other] = [await somebody(at.db, 'instructor'), await somebody(at.db, 'instructor')];
		const id = await saveArea(at.db, owner, veskar);
		const next = { ...moved(veskar, 13), id };
		expect(await changeArea(at.db, other.id, next)).toBe(0);
		expect(await changeArea(at.db, owner.id, next)).toBe(1);
		expect((await findArea(at.db, id))!.area).toEqual(next);
		expect(await archiveArea(at.db, other.id, id)).toBe(0);
		expect(await archiveArea(at.db, owner.id, id)).toBe(1);
		expect(await visibleArea(at.db, owner, id)).toBeNull();
		expect(await areasOf(at.db, owner.id)).toEqual([]);
		// What was flown in it still finds it.
		expect((await areaOf(at.db, id)).id).toBe(id);
	});

	it('are refused where they do not hang together', async () => {
		const owner = await somebody(at.db, 'instructor');
		await expect(
			saveArea(at.db, owner, { ...veskar, fixes: [...veskar.fixes, veskar.fixes[0]] })
		).rejects.toThrow(/two places called/);
	});

	it('can be flown in, by cards that keep their places as they were', async () => {
		const owner = await somebody(at.db, 'instructor');
		const student = await somebody(at.db, 'student', owner.id);
		const areaId = await saveArea(at.db, owner, moved(veskar, 12));
		const area = await areaOf(at.db, areaId);
		const { navigation: _, ...bare } = cardCatalog.get('hold-direct');
		const card = withPlaces({ ...bare, area: areaId }, area);
		expect(() => validateCard(card)).toThrow(/no area/);
		const { card: kept } = (await settableCard(at.db, owner, await saveCard(at.db, owner, card)))!;
		expect(kept.navigation!.places[0]).toMatchObject({ id: 'LSK', northNm: 12 });
		// The area goes on; the card does not.
		await changeArea(at.db, owner.id, { ...moved(area, 10), id: areaId });
		expect((await validateStoredCard(at.db, owner, kept)).navigation!.places[0]!.northNm).toBe(12);

		const flight = flyByRobot(kept, aircraftCatalog.get(kept.aircraft), area, TECHNIQUES.steady, 3, 120);
		const id = await beginFlight(at.db, student, {
			assignmentId: null,
			card: kept,
			standard: standardCatalog.get('us-instrument'),
			assist: 'direct'
		});
		await at.db('attempt_chunks').insert({
			attempt_id: id,
			seq: 0,
			body: Buffer.from(encodeChunk({ first: 0, track: flight.track }))
		});
		const trail = await trailOf(at.db, (await findAttempt(at.db, id))!);
		expect(trail.north).toHaveLength(Math.ceil(flight.track.length / 20));
		await endFlight(at.db, (await findAttempt(at.db, id))!, 'interrupted');
		const { grade } = (await findAttempt(at.db, id))!;
		expect(grade!.navigation!.courses[0]!.kind).toBe('track');
	});

	it('of another are nowhere, though a card names them by their id', async () => {
		const [owner, other] = [await somebody(at.db, 'instructor'), await somebody(at.db, 'instructor')];
		const areaId = await saveArea(at.db, owner, moved(veskar, 12));
		const { navigation: _, ...bare } = cardCatalog.get('hold-direct');
		const card = withPlaces({ ...bare, area: areaId }, await areaOf(at.db, areaId));
		expect(await saveCard(at.db, owner, card)).toBeTruthy();
		// The same words as for an area that never was.
		for (const area of [areaId, 'own-never'])
			await expect(saveCard(at.db, other, { ...card, area })).rejects.toThrow(`no area "${area}"`);
	});

	it('must have the places that a card speaks of', () => {
		const card = structuredClone(cardCatalog.get('hold-direct'));
		card.navigation!.places = [];
		expect(() => validateCard(card)).toThrow(/must have the place LSK/);
	});
});
