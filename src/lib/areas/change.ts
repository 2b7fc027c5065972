import { placesOf, type Area, type Fix, type NdbStation, type Station, type VorStation } from '@hanza/core';
import type { PlanPoint } from '$lib/plan/overlay.js';

export type Movable = VorStation | NdbStation | Fix;

/** What can be moved and changed on the map; an approach's parts hang together and stay. */
export const isMovable = (one: Station | Fix): one is Movable =>
	!('kind' in one) || one.kind === 'vor' || one.kind === 'ndb';

export function movableOf(area: Area, id: string | null): Movable | null {
	const found = [...area.stations, ...area.fixes].find((one) => one.id === id);
	return found && isMovable(found) ? found : null;
}

/** The place nearest to a point, if one is near. */
export function nearestOf(area: Area, { north, east }: PlanPoint, nm: number): string | null {
	const away = (one: { northNm: number; eastNm: number }) =>
		Math.hypot(one.northNm - north, one.eastNm - east);
	const [best] = placesOf(area)
		.filter((one) => away(one) <= nm)
		.sort((a, b) => away(a) - away(b));
	return best?.id ?? null;
}

const rounded = (nm: number): number => Math.round(nm * 1000) / 1000;
const onPlane = ({ north, east }: PlanPoint) => ({ northNm: rounded(north), eastNm: rounded(east) });

/** Puts a changed place in place of another; airways go with the name of their points. */
export function withPlace(area: Area, id: string, place: Movable): Area {
	const replace = <T extends { id: string }>(all: readonly T[]) =>
		all.map((one) => (one.id === id ? (place as unknown as T) : one));
	return {
		...area,
		stations: replace(area.stations),
		fixes: replace(area.fixes),
		airways: area.airways.map((airway) => ({
			...airway,
			points: airway.points.map((point) => (point === id ? place.id : point))
		}))
	};
}

export function withMoved(area: Area, id: string, to: PlanPoint): Area {
	const place = movableOf(area, id);
	return place ? withPlace(area, id, { ...place, ...onPlane(to) }) : area;
}

/** A new station or fix on a free channel, under a free name. */
export function withNew(
	area: Area,
	kind: 'vor' | 'ndb' | 'fix',
	point: PlanPoint
): { area: Area; id: string } {
	const at = onPlane(point);
	if (kind === 'fix') {
		const id = freeName(area, 'FIXA', 5);
		return { area: { ...area, fixes: [...area.fixes, { id, ...at }] }, id };
	}
	const id = freeName(area, 'NE', 3);
	const free = (from: number, step: number) => {
		const taken = new Set(
			area.stations.map((one) =>
				'frequencyMHz' in one ? one.frequencyMHz : 'frequencyKHz' in one ? one.frequencyKHz : 0
			)
		);
		let n = 0;
		while (taken.has(Math.round((from + n * step) * 100) / 100)) n++;
		return Math.round((from + n * step) * 100) / 100;
	};
	const station: Station =
		kind === 'vor'
			? {
					kind,
					id,
					name: 'New station',
					frequencyMHz: free(112, 0.05),
					...at,
					elevationFt: 100,
					dme: true,
					rangeNm: 60
				}
			: { kind, id, name: 'New beacon', frequencyKHz: free(300, 1), ...at, elevationFt: 50, rangeNm: 35 };
	return { area: { ...area, stations: [...area.stations, station] }, id };
}

/** Without a place; an airway that is left with one point goes too. */
export function without(area: Area, id: string): Area {
	return {
		...area,
		stations: area.stations.filter((one) => one.id !== id),
		fixes: area.fixes.filter((one) => one.id !== id),
		airways: area.airways
			.map((airway) => ({ ...airway, points: airway.points.filter((point) => point !== id) }))
			.filter(({ points }) => points.length >= 2)
	};
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
function freeName(area: Area, first: string, length: number): string {
	const taken = new Set([...area.stations, ...area.fixes].map(({ id }) => id));
	const last = [...LETTERS, ...[...LETTERS].flatMap((a) => [...LETTERS].map((b) => a + b))];
	const names = last.map((end) => first.slice(0, length - end.length).padEnd(length - end.length, 'A') + end);
	return names.find((name) => !taken.has(name)) ?? first;
}
