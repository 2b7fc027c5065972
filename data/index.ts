import {
	AIRCRAFT_EDITIONS,
	approachCard,
	AREA_EDITIONS,
	CARD_EDITIONS,
	type Editions,
	HanzaError,
	numbersCard,
	PATTERN_IDS,
	PROCEDURE_EDITIONS,
	RULE_EDITIONS,
	patternCard,
	type Sketch,
	STANDARD_EDITIONS,
	type TaskCard,
	UPSET_LEVELS,
	upsetCard,
	type Weather
} from '@hanza/core';
import { radioCards } from './radio-cards.js';
import sketches from './sketches.json' with { type: 'json' };
import type { TSchema, Static } from '@sinclair/typebox';
import ferrin160 from './aircraft/ferrin-160.json' with { type: 'json' };
import ostrel240 from './aircraft/ostrel-240.json' with { type: 'json' };
import veskar from './areas/veskar.json' with { type: 'json' };
import approachDescent from './cards/approach-descent.json' with { type: 'json' };
import breakOut from './cards/break-out.json' with { type: 'json' };
import complexDescent from './cards/complex-descent.json' with { type: 'json' };
import hamRnav33 from './procedures/ham-rnav-33.json' with { type: 'json' };
import hamVor from './procedures/ham-vor.json' with { type: 'json' };
import ostLoc30 from './procedures/ost-loc-30.json' with { type: 'json' };
import ostRnav30 from './procedures/ost-rnav-30.json' with { type: 'json' };
import ostVor30 from './procedures/ost-vor-30.json' with { type: 'json' };
import torRnav05 from './procedures/tor-rnav-05.json' with { type: 'json' };
import torVorDme from './procedures/tor-vor-dme.json' with { type: 'json' };
import vesBc28 from './procedures/ves-bc-28.json' with { type: 'json' };
import vesIls10 from './procedures/ves-ils-10.json' with { type: 'json' };
import vesIls10Teardrop from './procedures/ves-ils-10-teardrop.json' with { type: 'json' };
import vesLoc10 from './procedures/ves-loc-10.json' with { type: 'json' };
import vesNdb10 from './procedures/ves-ndb-10.json' with { type: 'json' };
import vesRnav28 from './procedures/ves-rnav-28.json' with { type: 'json' };
import vesVorDme28 from './procedures/ves-vor-dme-28.json' with { type: 'json' };
import euCbIrA from './rules/eu-cb-ir-a.json' with { type: 'json' };
import euIrAModular from './rules/eu-ir-a-modular.json' with { type: 'json' };
import usInstrumentAirplane from './rules/us-instrument-airplane.json' with { type: 'json' };
import usInstrumentRecency from './rules/us-instrument-recency.json' with { type: 'json' };
import euInstrument from './standards/eu-instrument.json' with { type: 'json' };
import schoolLearning from './standards/school-learning.json' with { type: 'json' };
import schoolSharp from './standards/school-sharp.json' with { type: 'json' };
import schoolTest from './standards/school-test.json' with { type: 'json' };
import usInstrument from './standards/us-instrument.json' with { type: 'json' };

/** A shelf of shipped documents of one kind: checked when first asked for, found by id. */
class Catalog<T extends TSchema & { static: { id: string } }> {
	private parsed: Map<string, Static<T>> | null = null;

	constructor(
		private readonly what: string,
		private readonly editions: Editions<T>,
		private readonly documents: () => unknown[]
	) {}

	private get byId(): Map<string, Static<T>> {
		this.parsed ??= new Map(
			this.documents().map((document) => {
				const checked = this.editions.upgrade(document) as Static<T> & { id: string };
				return [checked.id, checked];
			})
		);
		return this.parsed;
	}

	get all(): Static<T>[] {
		return [...this.byId.values()];
	}

	find(id: string): Static<T> | undefined {
		return this.byId.get(id);
	}

	/** @throws HanzaError that names what there is. */
	get(id: string): Static<T> {
		const found = this.byId.get(id);
		if (!found) throw new HanzaError(`no ${this.what} "${id}": there is ${[...this.byId.keys()].join(', ')}`);
		return found;
	}
}

export const aircraftCatalog = new Catalog('aircraft', AIRCRAFT_EDITIONS, () => [ferrin160, ostrel240]);
export const areaCatalog = new Catalog('area', AREA_EDITIONS, () => [veskar]);

/** Where the patterns of attitude flying are flown: low enough for the trainer to climb 500 ft/min. */
const LOW_FT = 1500;
const USUAL_FT = 3000;
const SAFE_FT = 4500;

/** The cards of attitude flying, laid out from the aircraft's own configurations. */
function attitudeCards(): TaskCard[] {
	const setting = (id: string, altitudeFt: number) => ({
		aircraft: aircraftCatalog.get(id),
		area: 'veskar',
		altitudeFt,
		headingDeg: 90
	});
	const low = setting('ferrin-160', LOW_FT);
	const safe = setting('ferrin-160', SAFE_FT);
	const complex = setting('ostrel-240', USUAL_FT);
	return [
		numbersCard(safe),
		...PATTERN_IDS.map((id) => patternCard(id, low)),
		...UPSET_LEVELS.flatMap((level) => [upsetCard(level, 'full', safe), upsetCard(level, 'partial', safe)]),
		...(['speed-changes', 'standard-turns', 'speed-climb', 'racetrack-climbs', 'vertical-s-a'] as const).map(
			(id) => {
				const card = patternCard(id, complex);
				return { ...card, id: `${id}-complex`, name: `${card.name}, complex single` };
			}
		)
	];
}
/** Where stations are heard and hills are cleared. */
const RADIO_FT = 3000;
export const cardCatalog = new Catalog('card', CARD_EDITIONS, () => [
	approachDescent,
	breakOut,
	complexDescent,
	...attitudeCards(),
	...radioCards({
		aircraft: aircraftCatalog.get('ferrin-160'),
		area: areaCatalog.get('veskar'),
		altitudeFt: RADIO_FT
	}),
	...approachCards()
]);
/** Cloud well above the minimum: the lights and the runway come in time. */
const SEEN: Weather = {
	seaLevelPressureHpa: 1008,
	temperatureOffsetC: 0,
	windLayers: [{ altitudeFt: 0, fromDeg: 70, speedKt: 8 }],
	clouds: [{ baseFt: 550, topsFt: 6000 }],
	visibilityM: 4000
};

/** A card for each approach and for its parts, and one on which the runway comes into sight. */
function approachCards(): TaskCard[] {
	const setting = { aircraft: aircraftCatalog.get('ferrin-160'), area: areaCatalog.get('veskar') };
	const cards = procedureCatalog.all.flatMap((procedure) => [
		approachCard(procedure, setting),
		approachCard(procedure, { ...setting, part: 'final' }),
		approachCard(procedure, { ...setting, part: 'missed' }),
		// Steps are trained by themselves where there are any.
		...(procedure.legs.filter(({ segment }) => segment === 'final').length > 1
			? [approachCard(procedure, { ...setting, part: 'steps' })]
			: []),
		...(procedure.legs.some(({ kind }) => kind === 'reversal')
			? [approachCard(procedure, { ...setting, part: 'reversal' })]
			: [])
	]);
	const ils = procedureCatalog.get('ves-ils-10');
	const seen = approachCard(ils, { ...setting, part: 'final', weather: SEEN });
	const complex = approachCard(ils, { ...setting, aircraft: aircraftCatalog.get('ostrel-240') });
	return [
		...cards,
		{ ...seen, id: 'approach-ves-ils-10-seen', name: `${seen.name}, cloud at 550 ft` },
		{ ...complex, id: `${complex.id}-complex`, name: `${complex.name}, complex single` }
	];
}

export const standardCatalog = new Catalog('standard', STANDARD_EDITIONS, () => [
	usInstrument,
	euInstrument,
	schoolLearning,
	schoolTest,
	schoolSharp
]);

/** Rules of authorities that ship. */
export const ruleCatalog = new Catalog('rule set', RULE_EDITIONS, () => [
	usInstrumentAirplane,
	usInstrumentRecency,
	euIrAModular,
	euCbIrA
]);

/** The approaches that ship, airport by airport. */
export const procedureCatalog = new Catalog('procedure', PROCEDURE_EDITIONS, () => [
	hamRnav33,
	hamVor,
	ostLoc30,
	ostRnav30,
	ostVor30,
	torRnav05,
	torVorDme,
	vesBc28,
	vesIls10,
	vesIls10Teardrop,
	vesLoc10,
	vesNdb10,
	vesRnav28,
	vesVorDme28
]);

/** The small picture of a shipped card, flown by the steady robot (npm run sketches); null for any other. */
export const cardSketch = (id: string): Sketch | null =>
	(sketches as unknown as Record<string, Sketch & { of: string }>)[id] ?? null;
