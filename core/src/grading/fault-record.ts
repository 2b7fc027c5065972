import type { FaultKind } from './fault.js';

/** What a list knows of a flight's faults. */
export interface FlightFaults {
	id: string;
	/** Any clock; only compared. */
	at: number;
	faults: readonly FaultKind[];
}

/** A fault over a student's flights. */
export interface FaultRecord {
	kind: FaultKind;
	/** Flights that have it, newest first. */
	flightIds: string[];
	/** Of the newest three flights, those that have it. */
	ofLastThree: number;
	/** Begin of the run of flights in which it comes up now; null where the run has ended. */
	sinceAt: number | null;
	lastAt: number;
}

const LAST = 3;
/** So many flights in a row without it end a run. */
const ENDS_RUN = 2;

/**
 * Every fault that flights have had, the one that comes most often lately first.
 * @param flights ended ones, in any order.
 */
export function faultRecords(flights: readonly FlightFaults[]): FaultRecord[] {
	const newest = [...flights].sort((a, b) => b.at - a.at);
	const kinds = new Set(newest.flatMap(({ faults }) => faults));
	return [...kinds]
		.map((kind) => {
			const having = newest.filter(({ faults }) => faults.includes(kind));
			let since: number | null = null;
			let clean = 0;
			for (const flight of newest) {
				if (flight.faults.includes(kind)) {
					since = flight.at;
					clean = 0;
				} else if (++clean >= ENDS_RUN) break;
			}
			return {
				kind,
				flightIds: having.map(({ id }) => id),
				ofLastThree: newest.slice(0, LAST).filter(({ faults }) => faults.includes(kind)).length,
				sinceAt: since,
				lastAt: having[0]!.at
			};
		})
		.sort(
			(a, b) =>
				b.ofLastThree - a.ofLastThree || b.flightIds.length - a.flightIds.length || b.lastAt - a.lastAt
		);
}

/** How often a fault came before a moment and after it. */
export interface BeforeAfter {
	before: { having: number; of: number };
	after: { having: number; of: number };
	/** Null where either side has too few flights to tell. */
	rarer: boolean | null;
}

/** On each side at least so many flights, before anything is said. */
const LEAST_FLIGHTS = 2;
/** So many flights on either side are looked at: what was long ago tells of another pilot. */
const NEAREST = 6;

/** Whether a fault has become rarer since a moment, as when its drill was first done. */
export function sinceThen(flights: readonly FlightFaults[], kind: FaultKind, at: number): BeforeAfter {
	const sorted = [...flights].sort((a, b) => a.at - b.at);
	const side = (part: FlightFaults[]) => ({
		having: part.filter(({ faults }) => faults.includes(kind)).length,
		of: part.length
	});
	const before = side(sorted.filter((flight) => flight.at < at).slice(-NEAREST));
	const after = side(sorted.filter((flight) => flight.at >= at).slice(0, NEAREST));
	const tells = before.of >= LEAST_FLIGHTS && after.of >= LEAST_FLIGHTS;
	return { before, after, rarer: tells ? after.having / after.of < before.having / before.of : null };
}
