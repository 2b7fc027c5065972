import { gunzipSync, gzipSync } from 'node:zlib';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import {
	analyseScan,
	blindTurns,
	CARD_EDITIONS,
	conditionsOf,
	configurationFlight,
	configurationOf,
	decodeChunk,
	deviationsByTarget,
	dwellsFromCsv,
	encodeChunk,
	flightFigures,
	GRADE_EDITIONS,
	gradeFlight,
	HanzaError,
	InputError,
	joinDwells,
	joinWhole,
	loadedAircraft,
	orderedDwells,
	reportScan,
	SCHOOL_IDS,
	STANDARD_EDITIONS,
	standardDay,
	steadyStretches,
	toleranceOf,
	type Aircraft,
	type BlindTurn,
	type Dwell,
	type FlightFigures,
	type Grade,
	type PanelArea,
	type SchoolId,
	type ScanReport,
	type Standard,
	type SteadyStretch,
	type TargetKind,
	type TaskCard,
	type Track
} from '@hanza/core';
import { aircraftCatalog } from '$data';
import type { Flown } from '../data/attempts.js';
import { RECORD_FILE_EDITIONS, type RecordFile } from '$lib/contracts/record-file.js';

/*
 * What takes long: reading, joining and grading whole flights. All of it is computation on what is given, so that it can be
 * done in a thread of its own (pool.ts), and nobody else waits for it. What is given and returned is copied between threads.
 */

const trackFrom = (flown: Flown): Track =>
	'recording' in flown ? decodeChunk(gunzipSync(flown.recording)).track : joinWhole(flown.chunks).track;

const aircraftOf = ({ aircraft, loading }: TaskCard): Aircraft =>
	loadedAircraft(aircraftCatalog.get(aircraft), loading);

export interface Ended {
	samples: number;
	seconds: number;
	/** Nothing of it is broken or missing. */
	isWhole: boolean;
	/** How many chunks are in the recording. */
	used: number;
	recording: Uint8Array;
	/** Null where what was kept cannot be graded. */
	grade: Grade | null;
	figures: FlightFigures | null;
	stretches: (SteadyStretch & { configurationId: string | null })[];
}

/** Ends a flight: what was kept of it as one recording, its grade, and what records and own numbers take from it. */
export function endFlown(given: {
	flown: Flown;
	card: TaskCard;
	standard: Standard;
	veil: readonly Dwell[];
}): Ended {
	const { card, standard } = given;
	const { track, used, stoppedBy } = joinWhole('chunks' in given.flown ? given.flown.chunks : []);
	const aircraft = aircraftOf(card);
	const grade = gradeOrNone(() => gradeFlight(track, card, standard, aircraft, joinDwells(given.veil)));
	return {
		samples: track.length,
		seconds: track.length / track.rateHz,
		isWhole: !stoppedBy,
		used,
		recording: gzipSync(encodeChunk({ first: 0, track }), { level: 9 }),
		grade,
		figures: grade && flightFigures(card, grade),
		stretches: grade ? stretchesIn(track, aircraft) : []
	};
}

/** A recording that cannot be graded is kept all the same, and the flight can be ended. */
function gradeOrNone(grade: () => Grade): Grade | null {
	try {
		return grade();
	} catch (error) {
		if (error instanceof HanzaError) return null;
		throw error;
	}
}

/** The steady stretches of a flight, each with the configuration it was flown in. */
function stretchesIn(track: Track, aircraft: Aircraft): Ended['stretches'] {
	const rates = new Map(
		aircraft.configurations.map((configuration) => [
			configuration.id,
			typeof configuration.verticalSpeedFpm === 'number'
				? configuration.verticalSpeedFpm
				: configurationFlight(aircraft, configuration, {
						...standardDay,
						altitudeFt: configuration.altitudeFt
					}).verticalSpeedFpm
		])
	);
	return steadyStretches(track, aircraft).map((stretch) => ({
		...stretch,
		configurationId: configurationOf(stretch, aircraft, ({ id }) => rates.get(id)!)
	}));
}

/** The first samples of a flight as one chunk, not compressed; all of them without a number. */
export function wholeChunk({ flown, samples }: { flown: Flown; samples?: number }): {
	bytes: Uint8Array;
	/** Of the whole flight. */
	length: number;
	rateHz: number;
} {
	const track = trackFrom(flown);
	const { length, rateHz } = track;
	return { bytes: encodeChunk({ first: 0, track }, 0, Math.min(samples ?? length, length)), length, rateHz };
}

/** Whether a chunk stands in a recording, value by value. */
export function stands({ recording, chunk }: { recording: Uint8Array; chunk: Uint8Array }): boolean {
	const { first, track } = decodeChunk(chunk);
	const whole = trackFrom({ recording });
	if (first + track.length > whole.length) return false;
	return [...track.channels].every(([name, column]) => {
		if (!whole.has(name)) return true;
		const kept = whole.column(name);
		return column.every((value, i) => Object.is(value, kept[first + i]!));
	});
}

/** Samples between two places of a trail: one in two seconds is plenty for a map. */
const TRAIL_SECONDS = 2;

/** Where a flight has been so far, one place in two seconds, NM on the plane. */
export function trail({ flown }: { flown: Flown }): { north: number[]; east: number[] } {
	const track = trackFrom(flown);
	if (!track.has('northNm') || !track.has('eastNm')) return { north: [], east: [] };
	const every = TRAIL_SECONDS * track.rateHz;
	const thin = (name: 'northNm' | 'eastNm') =>
		Array.from(track.column(name)).filter((_, i) => i % every === 0);
	return { north: thin('northNm'), east: thin('eastNm') };
}

/** Turns of a flight that were flown without the heading dial, by both methods with the student's own numbers. */
export function turnsBlind(given: {
	flown: Flown;
	card: TaskCard;
	dipDeg: number;
	schoolRuleDeg: number;
}): BlindTurn[] {
	return blindTurns(trackFrom(given.flown), given.card, given.dipDeg, given.schoolRuleDeg);
}

/** A flight's scan in figures. */
export interface ScanFigures {
	school: SchoolId;
	schoolMatch: number | null;
	returnRate: number | null;
	roundSeconds: number | null;
	fixations: number;
	omissions: number;
}

export function scanFigures(given: { flown: Flown; looks: readonly Dwell[]; school: SchoolId }): ScanFigures {
	const { school } = given;
	const scan = analyseScan(joinDwells(given.looks), school, conditionsOf(trackFrom(given.flown)));
	const count = (kind: string) => scan.faults.filter((fault) => fault.kind === kind).length;
	return {
		school,
		schoolMatch: scan.schoolMatch,
		returnRate: scan.returnRate,
		roundSeconds: scan.roundMs === null ? null : scan.roundMs / 1000,
		fixations: count('fixation'),
		omissions: count('omission')
	};
}

/** A flight's scan by each school, beside how far off each item was, in tolerances, second by second. */
export function scanInWhole(given: {
	flown: Flown;
	looks: readonly Dwell[];
	card: TaskCard;
	standard: Standard;
}): {
	looks: Dwell[];
	reports: Record<SchoolId, ScanReport>;
	deviations: { item: TargetKind; tolerances: (number | null)[] }[];
	seconds: number;
} {
	const { card, standard } = given;
	const looks = joinDwells(given.looks);
	const track = trackFrom(given.flown);
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
	return { looks, reports, deviations, seconds: track.seconds };
}

/** The looks of a gaze log, shifted to where it began. @throws InputError that names the line */
export function looksInLog(given: { text: string; places: readonly PanelArea[]; shiftMs: number }): Dwell[] {
	return orderedDwells(dwellsFromCsv(given.text, given.places)).map(({ instrument, startMs, endMs }) => ({
		instrument,
		startMs: startMs + given.shiftMs,
		endMs: endMs + given.shiftMs
	}));
}

const INSIDE = 'record.json';
/** Unpacked; a record of years of daily flying is a tenth of it. */
const MOST_BYTES = 500_000_000;

/** A record as a file: a zip with one document in it. */
export const packRecord = ({ record }: { record: RecordFile }): Uint8Array =>
	zipSync({ [INSIDE]: strToU8(JSON.stringify(record)) }, { level: 6 });

/** The record in a file, every part of it read. @throws InputError */
export function unpackRecord({ bytes }: { bytes: Uint8Array }): RecordFile {
	let text: string;
	try {
		const files = unzipSync(bytes, {
			filter: ({ name, originalSize }) => name === INSIDE && originalSize <= MOST_BYTES
		});
		text = strFromU8(files[INSIDE]!);
	} catch {
		throw new InputError('/file', `must be a record as Hanza saves it: a zip with ${INSIDE} in it`);
	}
	let value: unknown;
	try {
		value = JSON.parse(text);
	} catch {
		throw new InputError('/file', `must be a record as Hanza saves it: its ${INSIDE} is no JSON`);
	}
	const record = RECORD_FILE_EDITIONS.upgrade(value);
	const places = record.people.length;
	const known = (place: number | null, at: string): void => {
		if (place !== null && place >= places)
			throw new InputError(at, `must be one of the ${places} people of the record`);
	};
	record.log.forEach(({ confirmedBy, versions }, i) => {
		known(confirmedBy, `/log/${i}/confirmedBy`);
		versions.forEach(({ author }, k) => known(author, `/log/${i}/versions/${k}/author`));
	});
	record.attempts.forEach((one, i) => {
		CARD_EDITIONS.upgrade(one.card, undefined as never, `/attempts/${i}/card`);
		STANDARD_EDITIONS.upgrade(one.standard, undefined as never, `/attempts/${i}/standard`);
		GRADE_EDITIONS.upgrade(one.grade, undefined as never, `/attempts/${i}/grade`);
		for (const { author } of [...one.remarks, ...one.overrides]) known(author, `/attempts/${i}`);
		try {
			trackFrom({ recording: Buffer.from(one.recording, 'base64') });
		} catch {
			throw new InputError(`/attempts/${i}/recording`, 'must be a recording');
		}
	});
	[...record.endorsements, ...record.checks].forEach(({ author }) => known(author, '/endorsements'));
	return record;
}
