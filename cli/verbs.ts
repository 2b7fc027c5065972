import * as Type from '@sinclair/typebox';
import type { Static, TSchema } from '@sinclair/typebox';
import {
	CARD_EDITIONS,
	checkProcedure,
	Procedure,
	CirclingInput,
	CirclingOutput,
	ColdTemperatureInput,
	ColdTemperatureOutput,
	ConstantDescentInput,
	ConstantDescentOutput,
	GlidepathInput,
	GlidepathOutput,
	solveCircling,
	solveColdTemperature,
	solveConstantDescent,
	solveGlidepath,
	STANDARD_EDITIONS,
	ArcInput,
	ArcOutput,
	AtmosphereInput,
	AtmosphereOutput,
	CompassInput,
	CompassOutput,
	CompassTurnInput,
	CompassTurnOutput,
	DescentInput,
	DescentOutput,
	FinalTimesInput,
	FinalTimesOutput,
	flyByRobot,
	gradeFlight,
	HoldEntryInput,
	HoldEntryOutput,
	HoldInput,
	HoldOutput,
	InputError,
	InterceptInput,
	InterceptOutput,
	ModesInput,
	ModesOutput,
	loadedAircraft,
	NeedleInput,
	NeedleOutput,
	parse,
	PILOTS,
	ReversalInput,
	ReversalOutput,
	solveArc,
	solveAtmosphere,
	solveCompass,
	solveCompassTurn,
	solveDescent,
	solveFinalTimes,
	solveHold,
	solveHoldEntry,
	solveIntercept,
	solveModes,
	solveNeedle,
	solveReversal,
	ratingState,
	RatingEntryInput,
	entryOf,
	RULE_EDITIONS,
	RuleSet,
	ScanInput,
	ScanOutput,
	solveScan,
	solveTrim,
	solveTurn,
	solveVdp,
	solveWindFromTrack,
	solveWindTriangle,
	Standard,
	TaskCard,
	TECHNIQUES,
	Aircraft,
	Area,
	TrackJson,
	trackFromJson,
	trackToJson,
	TrimInput,
	TrimOutput,
	TurnInput,
	TurnOutput,
	VdpInput,
	VdpOutput,
	WindFromTrackInput,
	WindFromTrackOutput,
	WindInput,
	WindOutput,
	type PilotId
} from '@hanza/core';
import {
	aircraftCatalog,
	areaCatalog,
	cardCatalog,
	procedureCatalog,
	ruleCatalog,
	standardCatalog
} from '../data/index.js';

export interface Verb {
	what: string;
	input: TSchema;
	output: TSchema;
	run(value: unknown): unknown;
}

function verb<I extends TSchema>(
	what: string,
	input: I,
	output: TSchema,
	solve: (value: Static<I>) => unknown
): Verb {
	return { what, input, output, run: (value) => solve(parse(input, value)) };
}

const closed = { additionalProperties: false } as const;
const IdOr = <T extends TSchema>(schema: T) =>
	Type.Unsafe<string | Static<T>>({
		anyOf: [{ type: 'string' }, { type: 'object' }],
		description: `id or ${schema.$id ?? 'object'}`
	});

const cardOf = (value: unknown): TaskCard =>
	typeof value === 'string' ? cardCatalog.get(value) : CARD_EDITIONS.upgrade(value, undefined, '/exercise');
const standardOf = (value: unknown): Standard =>
	typeof value === 'string'
		? standardCatalog.get(value)
		: STANDARD_EDITIONS.upgrade(value, undefined, '/standard');

/** The aircraft of an exercise as it is loaded: its limits are judged, too. */
const aircraftOf = (card: TaskCard): Aircraft =>
	loadedAircraft(aircraftCatalog.get(card.aircraft), card.loading);
/** What is wrong with a track is said by its place in the input. */
function ofTrack<T>(work: () => T): T {
	try {
		return work();
	} catch (error) {
		throw error instanceof InputError && error.place.startsWith('/channels')
			? new InputError(`/track${error.place}`, error.wanted)
			: error;
	}
}

const FlyInput = Type.Object(
	{
		exercise: IdOr(TaskCard),
		pilot: Type.Union((Object.keys(PILOTS) as PilotId[]).map((id) => Type.Literal(id))),
		seed: Type.Integer({ minimum: 0, maximum: 4294967295 }),
		rate: Type.Optional(
			Type.Number({
				exclusiveMinimum: 0,
				maximum: 1000,
				description: 'times real time; left out: as fast as it goes'
			})
		)
	},
	closed
);
const GradeInput = Type.Object(
	{ track: TrackJson, exercise: IdOr(TaskCard), standard: IdOr(Standard) },
	closed
);
const GradeOutput = Type.Object({
	verdict: Type.String({ description: 'met, not met, not shown' }),
	score: Type.Number({ description: '0 to 100' }),
	phases: Type.Array(Type.Object({})),
	faults: Type.Array(Type.Object({}))
});

/** What ships, by the kind that is asked for. */
const SHELVES = {
	exercises: cardCatalog,
	aircraft: aircraftCatalog,
	areas: areaCatalog,
	standards: standardCatalog,
	procedures: procedureCatalog,
	ratingRules: ruleCatalog
} as const;
const SCHEMAS = {
	exercises: TaskCard,
	aircraft: Aircraft,
	areas: Area,
	standards: Standard,
	procedures: Procedure,
	ratingRules: RuleSet
} as const satisfies Record<keyof typeof SHELVES, TSchema>;
const LISTS: Record<string, () => string[]> = {
	...Object.fromEntries(
		Object.entries(SHELVES).map(([kind, shelf]) => [kind, () => shelf.all.map(({ id }) => id)])
	),
	pilots: () => Object.keys(PILOTS)
};
/** One document, by the name of its kind or of the list it is in. */
const SHOWN: Record<string, keyof typeof SHELVES> = {
	card: 'exercises',
	exercise: 'exercises',
	area: 'areas',
	standard: 'standards',
	procedure: 'procedures',
	ratingRule: 'ratingRules',
	...(Object.fromEntries(Object.keys(SHELVES).map((kind) => [kind, kind])) as Record<
		string,
		keyof typeof SHELVES
	>)
};
const oneOf = (words: readonly string[]) => Type.Union(words.map((word) => Type.Literal(word)));

/** Waits without burning the processor, for `fly` at a chosen rate. */
function pause(seconds: number): void {
	Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, seconds * 1000);
}

export const VERBS: Record<string, Verb> = {
	wind: verb('wind triangle for a course', WindInput, WindOutput, solveWindTriangle),
	atmosphere: verb('true airspeed and density altitude', AtmosphereInput, AtmosphereOutput, solveAtmosphere),
	turn: verb('bank, radius and time of a level turn', TurnInput, TurnOutput, solveTurn),
	compass: verb('what a compass card shows in a banked turn', CompassInput, CompassOutput, solveCompass),
	'compass-turn': verb(
		'turning to a heading by the compass',
		CompassTurnInput,
		CompassTurnOutput,
		solveCompassTurn
	),
	descent: verb('rate and gradient of a descent', DescentInput, DescentOutput, solveDescent),
	vdp: verb('visual descent point', VdpInput, VdpOutput, solveVdp),
	'final-times': verb('time of a final by groundspeed', FinalTimesInput, FinalTimesOutput, solveFinalTimes),
	needle: verb('where a needle stands', NeedleInput, NeedleOutput, solveNeedle),
	'hold-entry': verb('entry into a hold', HoldEntryInput, HoldEntryOutput, solveHoldEntry),
	hold: verb('the exact hold in wind, and the schools', HoldInput, HoldOutput, solveHold),
	intercept: verb('heading and distance to a course', InterceptInput, InterceptOutput, solveIntercept),
	arc: verb('heading and pointer round an arc in wind', ArcInput, ArcOutput, solveArc),
	reversal: verb(
		'a course reversal in wind, or the longest inside a limit',
		ReversalInput,
		ReversalOutput,
		solveReversal
	),
	'wind-from-track': verb(
		'wind from tracks and groundspeeds',
		WindFromTrackInput,
		WindFromTrackOutput,
		solveWindFromTrack
	),
	'cold-temperature': verb(
		'what cold air adds to a published altitude',
		ColdTemperatureInput,
		ColdTemperatureOutput,
		solveColdTemperature
	),
	glidepath: verb('altitudes of a glidepath by distance', GlidepathInput, GlidepathOutput, solveGlidepath),
	'constant-descent': verb(
		'a final at one angle, its decision, its step-downs',
		ConstantDescentInput,
		ConstantDescentOutput,
		solveConstantDescent
	),
	circling: verb(
		'how far from the runway circling is protected',
		CirclingInput,
		CirclingOutput,
		solveCircling
	),
	modes: verb('modes of motion of an aeroplane', ModesInput, ModesOutput, solveModes),
	trim: verb('pitch and power for a steady flight', TrimInput, TrimOutput, ({ aircraft, ...input }) =>
		solveTrim(aircraftCatalog.get(aircraft), input)
	),
	scan: verb('what a sequence of looks says of a scan', ScanInput, ScanOutput, solveScan),
	rating: verb(
		'how the requirements of a rating, or its recency, stand by a log',
		Type.Object(
			{
				rules: IdOr(RuleSet),
				asOf: Type.String({ pattern: '^[0-9]{4}-[0-9]{2}-[0-9]{2}$', description: 'a day, YYYY-MM-DD' }),
				entries: Type.Array(RatingEntryInput, { maxItems: 200_000 })
			},
			closed
		),
		Type.Object({
			requirements: Type.Array(
				Type.Object({
					id: Type.String(),
					have: Type.Number(),
					need: Type.Number(),
					missing: Type.Number(),
					unit: Type.String({ description: 'minutes, count' }),
					met: Type.Boolean(),
					counted: Type.Array(Type.Number(), { description: 'indices of entries' }),
					notCounted: Type.Array(Type.Object({ entry: Type.Number(), reason: Type.String() }))
				})
			)
		}),
		({ rules, asOf, entries }) =>
			ratingState(
				typeof rules === 'string'
					? ruleCatalog.get(rules)
					: RULE_EDITIONS.upgrade(rules, undefined, '/rules'),
				asOf,
				entries.map(entryOf)
			)
	),
	'procedure-check': verb(
		'whether a procedure holds together, and what is wrong with it',
		Type.Object({ procedure: IdOr(Procedure) }, closed),
		Type.Object({
			ok: Type.Boolean({ description: 'true where it can be flown' }),
			problems: Type.Array(
				Type.Object({
					path: Type.String({ description: 'JSON pointer into the procedure' }),
					level: Type.String({ description: 'error, caution' }),
					text: Type.String()
				})
			)
		}),
		({ procedure }) => {
			const document = typeof procedure === 'string' ? procedureCatalog.get(procedure) : procedure;
			const { area } = document as { area?: unknown };
			return checkProcedure(document, areaCatalog.find(String(area)) ?? areaCatalog.all[0]!);
		}
	),
	fly: verb(
		'a robot pilot flies a card',
		FlyInput,
		Type.Object({
			track: TrackJson,
			grade: GradeOutput,
			simulatedSeconds: Type.Number(),
			wallSeconds: Type.Number()
		}),
		({ exercise, pilot, seed, rate }) => {
			const card = cardOf(exercise);
			const started = performance.now();
			const flight = flyByRobot(
				card,
				aircraftCatalog.get(card.aircraft),
				areaCatalog.get(card.area),
				TECHNIQUES[pilot as PilotId],
				seed
			);
			const grade = gradeFlight(flight.track, card, standardCatalog.all[0]!, aircraftOf(card));
			const spent = (performance.now() - started) / 1000;
			if (rate !== undefined) pause(Math.max(0, flight.simulatedSeconds / rate - spent));
			return {
				track: trackToJson(flight.track),
				grade,
				simulatedSeconds: flight.simulatedSeconds,
				wallSeconds: (performance.now() - started) / 1000
			};
		}
	),
	list: verb(
		'ids of what ships',
		Type.Object({ kind: oneOf(Object.keys(LISTS)) }, closed),
		Type.Object({ ids: Type.Array(Type.String()) }),
		({ kind }) => ({ ids: LISTS[kind]!() })
	),
	show: verb(
		'a document as it ships; changed, it may be given to fly and grade',
		Type.Object({ kind: oneOf(Object.keys(SHOWN)), id: Type.String() }, closed),
		Type.Object({}, { description: 'the document, by the schema of its format' }),
		({ kind, id }) => SHELVES[SHOWN[kind]!].get(id)
	),
	schema: verb(
		'the JSON schema of a document, with units and bounds',
		Type.Object({ kind: oneOf(Object.keys(SHOWN)) }, closed),
		Type.Object({ schema: Type.Object({}) }),
		({ kind }) => ({ schema: SCHEMAS[SHOWN[kind]!] })
	),
	grade: verb('grades a recorded flight', GradeInput, GradeOutput, ({ track, exercise, standard }) => {
		const card = cardOf(exercise);
		const rules = standardOf(standard);
		return ofTrack(() => gradeFlight(trackFromJson(track), card, rules, aircraftOf(card)));
	})
};
