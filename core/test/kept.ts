import { readFileSync, writeFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import {
	AIRCRAFT_EDITIONS,
	AREA_EDITIONS,
	blindTurns,
	CARD_EDITIONS,
	CHANNELS,
	cutPhases,
	decodeChunk,
	GALLERY,
	GRADE_EDITIONS,
	gradeFlight,
	loadedAircraft,
	PILOT_IDS,
	recognizedFailures,
	RESUME_EDITIONS,
	STANDARD_EDITIONS,
	steadyStretches,
	trackFromJson,
	type ChannelName,
	type PilotId,
	type TaskCard,
	type Track
} from '../src/index.js';

/** Flights that are kept as they were flown, and what today's rules make of them: written by `npm run kept`. */
export const KEPT = 'core/test/kept';

interface KeptFlight {
	name: string;
	card: TaskCard;
	pilot: PilotId;
	seed: number;
	longestSeconds: number;
}

/** The gallery's flights: one for each fault. */
export const FAULTY: KeptFlight[] = GALLERY.map(
	({ kind, cards, turbulence, pilot, seed, longestSeconds = 420 }) => {
		const card = structuredClone(cardCatalog.get(cards[0]!));
		return {
			name: kind,
			card: { ...card, weather: { ...card.weather, turbulence } },
			pilot,
			seed,
			longestSeconds
		};
	}
);
/** Every shipped card, by whoever's turn it is. */
export const SHIPPED: KeptFlight[] = cardCatalog.all.map((card, i) => ({
	name: `card-${card.id}`,
	card,
	pilot: PILOT_IDS[i % PILOT_IDS.length]!,
	seed: i + 1,
	longestSeconds: 400
}));

/** The same flight as clumsier dials and hands would have it: every target is missed by something, to either side in turn. */
function displaced(track: Track): Track {
	const by: Partial<Record<ChannelName, number>> = {
		altitudeFt: 110,
		indicatedAltitudeFt: 110,
		indicatedAirspeedKt: -9,
		calibratedAirspeedKt: -9,
		headingDeg: 9,
		indicatedHeadingDeg: 9,
		trackDeg: 9,
		bankDeg: 4,
		northNm: 0.4,
		eastNm: -0.3
	};
	const channels = Object.fromEntries(
		[...track.channels].map(([name, column]) => {
			const most = by[name] ?? 0;
			return [
				name,
				Array.from(column, (value, i) => value + (Math.floor(i / 900) % 2 === 0 ? most : -0.6 * most))
			];
		})
	);
	return trackFromJson({ rateHz: track.rateHz, channels });
}

export const areaOf = ({ card }: KeptFlight) => areaCatalog.get(card.area);
export const aircraftOf = ({ card }: KeptFlight) => aircraftCatalog.get(card.aircraft);

/** What the rules make of a kept flight: as it was flown, and displaced, by the other standard. */
export function judged(flight: KeptFlight): { asFlown: unknown; displaced: unknown } {
	const { name, card } = flight;
	const { track } = decodeChunk(gunzipSync(readFileSync(`${KEPT}/${name}.recording.gz`)));
	const aircraft = loadedAircraft(aircraftOf(flight), card.loading);
	const [first, second] = standardCatalog.all;
	const off = displaced(track);
	return {
		asFlown: {
			cut: cutPhases(card, track),
			grade: gradeFlight(track, card, first!, aircraft),
			failures: recognizedFailures(track),
			steady: steadyStretches(track, aircraft),
			blind: blindTurns(track, card, areaOf(flight).dipDeg, 10)
		},
		// In one line: it is there to be compared, not to be read.
		displaced: JSON.stringify(gradeFlight(off, card, second!, aircraft), rounded)
	};
}

/** Nine digits are enough to see a change, and few enough that another machine's last bit is none. */
function rounded(_: string, value: unknown): unknown {
	return typeof value === 'number' ? Number(value.toPrecision(9)) : value;
}
export const asKept = (value: unknown): unknown => JSON.parse(JSON.stringify(value, rounded));
export const read = (name: string): unknown => JSON.parse(readFileSync(`${KEPT}/${name}.json`, 'utf8'));
export const write = (name: string, value: unknown): void =>
	writeFileSync(`${KEPT}/${name}.json`, `${JSON.stringify(value, rounded, '\t')}\n`);

/** The schemas of what is stored, each with its edition. */
export const SCHEMAS = [
	AIRCRAFT_EDITIONS,
	AREA_EDITIONS,
	CARD_EDITIONS,
	GRADE_EDITIONS,
	RESUME_EDITIONS,
	STANDARD_EDITIONS
]
	.map(({ format, edition, schema }) => ({ name: `${format}.schema`, kept: { edition, schema } as unknown }))
	.concat({ name: 'recording-channels', kept: CHANNELS });
