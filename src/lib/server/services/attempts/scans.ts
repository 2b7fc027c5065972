import { LOOK_SOURCES, type FlightScan, type ScanPoint } from '$lib/contracts/views.js';
import type { Knex } from 'knex';
import {
	analyseScan,
	BASIC_T_MAP,
	conditionsOf,
	deviationsByTarget,
	InputError,
	joinDwells,
	dwellsFromCsv,
	orderedDwells,
	PanelMap,
	parse,
	reportScan,
	SCHOOL_IDS,
	toleranceOf,
	type PanelArea,
	type ScanReport,
	type SchoolId
} from '@hanza/core';
import { addLooks, attemptsWithLooks, findAttempt, looksOf, type Attempt } from '../../data/index.js';
import { trackOf } from './flights.js';

/** The scans of a student's last flights that have one, oldest first. */
export async function scanTrend(db: Knex, studentId: string, most = 10): Promise<ScanPoint[]> {
	const ids = await attemptsWithLooks(db, studentId, most);
	const points = await Promise.all(
		ids.map(async (id): Promise<ScanPoint | null> => {
			const attempt = await findAttempt(db, id);
			if (!attempt) return null;
			const bySource = await looksOf(db, id);
			const source = LOOK_SOURCES.find((one) => (bySource[one]?.length ?? 0) > 0);
			if (!source) return null;
			const school = attempt.card.school ?? 'hub-and-spoke';
			const track = await trackOf(db, attempt);
			const scan = analyseScan(joinDwells(bySource[source]!), school, conditionsOf(track));
			const count = (kind: string) => scan.faults.filter((fault) => fault.kind === kind).length;
			return {
				attemptId: id,
				cardName: attempt.card.name,
				startedAt: attempt.startedAt,
				school,
				schoolMatch: scan.schoolMatch,
				returnRate: scan.returnRate,
				roundSeconds: scan.roundMs === null ? null : scan.roundMs / 1000,
				fixations: count('fixation'),
				omissions: count('omission')
			};
		})
	);
	return points.filter((point) => point !== null).reverse();
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
	const shift = Math.round(beganSeconds * 1000);
	const looks = orderedDwells(dwellsFromCsv(text, places)).map(({ instrument, startMs, endMs }) => ({
		instrument,
		startMs: startMs + shift,
		endMs: endMs + shift
	}));
	if (looks.length === 0) throw new InputError('/log', 'must have a look of at least 100 ms');
	await addLooks(db, attempt.id, 'gaze', looks);
	return looks.length;
}

/** The scan of a flight as its best source saw it; null when nothing did. */
export async function scanOf(db: Knex, attempt: Attempt): Promise<FlightScan | null> {
	const bySource = await looksOf(db, attempt.id);
	const source = LOOK_SOURCES.find((one) => (bySource[one]?.length ?? 0) > 0);
	if (!source) return null;
	const looks = joinDwells(bySource[source]!);
	const track = await trackOf(db, attempt);
	const { card, standard } = attempt;
	const reports = Object.fromEntries(
		SCHOOL_IDS.map((school) => [school, reportScan(looks, school, track, card, standard)])
	) as Record<SchoolId, ScanReport>;
	const deviations = [...deviationsByTarget(track, card)].map(([item, values]) => {
		const { above, below } = toleranceOf(standard, item);
		const tolerances = [];
		for (let i = 0; i < values.length; i += track.rateHz) {
			const off = values[i]!;
			tolerances.push(Number.isNaN(off) ? null : off / (off > 0 ? above : below));
		}
		return { item, tolerances };
	});
	return {
		source,
		school: card.school ?? 'hub-and-spoke',
		looks,
		reports,
		deviations,
		seconds: track.seconds
	};
}
