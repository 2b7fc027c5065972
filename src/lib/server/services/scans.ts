import type { Knex } from 'knex';
import {
	deviationsByTarget,
	joinLooks,
	reportScan,
	SCHOOL_IDS,
	type Look,
	type ScanReport,
	type SchoolId,
	type TargetKind
} from '@hanza/core';
import { LOOK_SOURCES, looksOf, type Attempt, type LookSource } from '../data/index.js';
import { trackOf } from './flights.js';

/** What a debrief shows of a scan. */
export interface FlightScan {
	source: LookSource;
	school: SchoolId;
	looks: Look[];
	/** By each school, so that the page can change between them. */
	reports: Record<SchoolId, ScanReport>;
	/** Deviation from each target in tolerances, once a second; null where it is not asked for. */
	deviations: { item: TargetKind; tolerances: (number | null)[] }[];
	seconds: number;
}

/** The scan of a flight as its best source saw it; null when nothing did. */
export async function scanOf(db: Knex, attempt: Attempt): Promise<FlightScan | null> {
	const bySource = await looksOf(db, attempt.id);
	const source = LOOK_SOURCES.find((one) => (bySource[one]?.length ?? 0) > 0);
	if (!source) return null;
	const looks = joinLooks(bySource[source]!);
	const track = await trackOf(db, attempt);
	const { card, standard } = attempt;
	const reports = Object.fromEntries(
		SCHOOL_IDS.map((school) => [school, reportScan(looks, school, track, card, standard)])
	) as Record<SchoolId, ScanReport>;
	const deviations = [...deviationsByTarget(track, card)].map(([item, values]) => {
		const { above, below } = standard.items[item];
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
