import type { Knex } from 'knex';
import { BASIC_T_MAP, InputError, PanelMap, parse, type Dwell, type PanelArea } from '@hanza/core';
import { LOOK_SOURCES, type FlightScan, type LookSource, type ScanPoint } from '$lib/contracts/views.js';
import { addLooks, attemptsWithLooks, keepScanFigures, looksOf, type Attempt } from '../../data/index.js';
import { heavy, heavyOnFlight } from '../../heavy/pool.js';

/** The looks of a flight by the best source that has seen any. */
async function bestLooks(db: Knex, id: string): Promise<{ source: LookSource; looks: Dwell[] } | null> {
	const bySource = await looksOf(db, id);
	const source = LOOK_SOURCES.find((one) => (bySource[one]?.length ?? 0) > 0);
	return source ? { source, looks: bySource[source]! } : null;
}

/** The scans of a student's last flights that have one, oldest first. Figures that are not kept yet are kept now. */
export async function scanTrend(db: Knex, studentId: string, most = 10): Promise<ScanPoint[]> {
	const rows = await attemptsWithLooks(db, studentId, most);
	const points: ScanPoint[] = [];
	for (const { id, cardName, startedAt, school, figures } of rows) {
		let known = figures;
		if (!known) {
			const seen = await bestLooks(db, id);
			if (!seen) continue;
			known = await heavyOnFlight(db, id, 'scanFigures', {
				looks: seen.looks,
				school: school ?? 'hub-and-spoke'
			});
			await keepScanFigures(db, id, known);
		}
		points.push({ attemptId: id, cardName, startedAt, ...known });
	}
	return points.reverse();
}

/**
 * Takes a gaze log in for a flight.
 * @param began flight time at which the log began, s; @param map JSON of the panel's places, or empty for the basic T.
 * @throws InputError that names the line of the log, or the place in the map.
 */
export async function importGazeLog(
	db: Knex,
	attempt: Attempt,
	text: string,
	map: string,
	beganSeconds: number
): Promise<number> {
	let places: readonly PanelArea[] = BASIC_T_MAP;
	if (map.trim() !== '') {
		let json: unknown;
		try {
			json = JSON.parse(map);
		} catch {
			throw new InputError('/map', 'must be JSON');
		}
		places = parse(PanelMap, json, '/map') as PanelArea[];
	}
	const looks = await heavy('looksInLog', { text, places, shiftMs: Math.round(beganSeconds * 1000) });
	if (looks.length === 0) throw new InputError('/log', 'must have a look of at least 100 ms');
	await addLooks(db, attempt.id, 'gaze', looks);
	return looks.length;
}

/** The scan of a flight as its best source saw it; null when nothing did. */
export async function scanOf(db: Knex, attempt: Attempt): Promise<FlightScan | null> {
	const seen = await bestLooks(db, attempt.id);
	if (!seen) return null;
	const { card, standard } = attempt;
	return {
		source: seen.source,
		school: card.school ?? 'hub-and-spoke',
		...(await heavyOnFlight(db, attempt.id, 'scanInWhole', { looks: seen.looks, card, standard }))
	};
}
