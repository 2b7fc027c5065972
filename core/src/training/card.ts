import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import {
	coverBit,
	FAILURE_KINDS,
	FailureSpec,
	INSTRUMENTS,
	Loading,
	VerticalSpeedKind
} from '../aircraft/index.js';
import { AltitudeFt, Direction, Identifier, Editions } from '../base/index.js';
import { CardNavigation, Path } from '../paths/index.js';
import { Segment } from '../procedures/index.js';
import { CardApproach } from './approach.js';
import { RadioSettings, Weather } from '../world/index.js';
import { closed, leavesOf, PhaseEvent, PlaceId } from './events.js';
import { SchoolSchema } from './scan/schools.js';
import { Target } from './targets.js';

/** How much of an instrument can be read that is not looked at. */
export const VeilLevel = Type.Union([Type.Literal('dim'), Type.Literal('blur'), Type.Literal('black')]);
export type VeilLevel = Static<typeof VeilLevel>;

const ChangeKind = Type.Union([Type.Literal('pitch'), Type.Literal('power'), Type.Literal('bank')]);

/** A phase of a card: what is asked, within which targets, until which event. */
export const Phase = Type.Object(
	{
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 60 }),
		instruction: Type.String({ maxLength: 300 }),
		targets: Type.Object(
			{
				altitudeFt: Type.Optional(Target(AltitudeFt)),
				airspeedKias: Type.Optional(Target(Type.Number({ minimum: 20, maximum: 400 }))),
				headingDeg: Type.Optional(Target(Direction)),
				verticalSpeedFpm: Type.Optional(Target(Type.Number({ minimum: -6000, maximum: 6000 }))),
				bankDeg: Type.Optional(Target(Type.Number({ minimum: -75, maximum: 75 }))),
				/** Shares of full scale from the path's course; 0 is on it. */
				needle: Type.Optional(Target(Type.Number({ minimum: -1, maximum: 1 }))),
				/** NM outside the path's arc; 0 is on it. */
				arcNm: Type.Optional(Target(Type.Number({ minimum: -5, maximum: 5 }))),
				/** Shares of full scale above the path's glidepath; 0 is on it. */
				glide: Type.Optional(Target(Type.Number({ minimum: -1, maximum: 1 })))
			},
			closed
		),
		/** What it is flown along. */
		path: Type.Optional(Path),
		/** The segment of an approach that it belongs to: standards may have their own limits there. */
		segment: Type.Optional(Segment),
		/** A published altitude that holds until the phase has ended, ft: nobody goes below it. */
		floorFt: Type.Optional(AltitudeFt),
		/** Only flown after this was last said at the minimum; else it is left out. */
		after: Type.Optional(Type.Union([Type.Literal('continue'), Type.Literal('go-around')])),
		/** Without it the phase begins when the one before it ends. */
		begin: Type.Optional(PhaseEvent),
		end: PhaseEvent,
		/** How long it may take; what usually is enough where left out. */
		limitSeconds: Type.Optional(Type.Number({ minimum: 30, maximum: 7200, description: 's' })),
		weight: Type.Number({ minimum: 0, maximum: 10 }),
		/** Flap, gear and propeller speed of this phase; as before where left out. */
		configuration: Type.Optional(
			Type.Object(
				{
					flapsDeg: Type.Optional(Type.Number({ minimum: 0, maximum: 60 })),
					gearDown: Type.Optional(Type.Boolean()),
					governedRpm: Type.Optional(Type.Number({ minimum: 1000, maximum: 4000 }))
				},
				closed
			)
		),
		/** Changes that belong together here, as pitch and power in a level-off. */
		togetherAllowed: Type.Optional(Type.Array(ChangeKind, { uniqueItems: true }))
	},
	closed
);
export type Phase = Static<typeof Phase>;

/** What usually is enough for a phase, s: by dials alone, along a path, and for a circuit of a hold. */
const USUAL_SECONDS = { dials: 600, path: 1800, circuit: 420 };
/** How long a phase may take, s: then it has not been shown, whatever goes on. */
export function limitSecondsOf({ limitSeconds, path, end }: Phase): number {
	if (limitSeconds !== undefined) return limitSeconds;
	const asked = leavesOf(end).map((leaf) =>
		leaf.kind === 'elapsed' ? leaf.seconds : leaf.kind === 'circuits' ? leaf.count * USUAL_SECONDS.circuit : 0
	);
	return Math.max(...asked) + (path ? USUAL_SECONDS.path : USUAL_SECONDS.dials);
}

/** A short list of the school's own, due when something happens. */
export const Call = Type.Object(
	{
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 40 }),
		at: Type.Union([
			Type.Object({ kind: Type.Literal('phase'), phase: Identifier }, closed),
			Type.Object(
				{ kind: Type.Literal('passing'), aid: PlaceId },
				{ ...closed, description: 'each time the place is passed within a mile' }
			),
			Type.Object(
				{ kind: Type.Literal('outbound') },
				{ ...closed, description: 'each time the turn outbound of a hold is done' }
			)
		]),
		items: Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { minItems: 1, maxItems: 8 }),
		/** Later than this the student is reminded, s. */
		withinSeconds: Type.Number({ minimum: 2, maximum: 120, description: 's' })
	},
	closed
);
export type Call = Static<typeof Call>;

/** An attitude to be recovered from, drawn from the flight's seed within its level. */
export const Upset = Type.Object(
	{
		level: Type.Union([Type.Literal('mild'), Type.Literal('moderate'), Type.Literal('steep')]),
		kind: Type.Union([Type.Literal('nose-high'), Type.Literal('nose-low'), Type.Literal('either')])
	},
	closed
);
export type Upset = Static<typeof Upset>;

/** Where and how a flight begins, as the dials show it. */
export const CardStart = Type.Object(
	{
		altitudeFt: Type.Number({ minimum: 200, maximum: 15000, description: 'ft on an altimeter set right' }),
		headingDeg: Direction,
		airspeedKias: Type.Number({ minimum: 40, maximum: 300, description: 'kt' }),
		verticalSpeedFpm: Type.Number({ minimum: -2000, maximum: 2000 }),
		flapsDeg: Type.Number({ minimum: 0, maximum: 60 }),
		gearDown: Type.Optional(Type.Boolean()),
		governedRpm: Type.Optional(Type.Number({ minimum: 1000, maximum: 4000, description: '1/min' })),
		bankDeg: Type.Optional(Type.Number({ minimum: -60, maximum: 60 })),
		northNm: Type.Optional(Type.Number({ minimum: -100, maximum: 100, description: 'NM in the area' })),
		eastNm: Type.Optional(Type.Number({ minimum: -100, maximum: 100, description: 'NM in the area' }))
	},
	closed
);
export type CardStart = Static<typeof CardStart>;

/**
 * A task: aircraft, start, weather, phases with targets and ends, failures and calls. Figures carry their units in their names.
 */
export const TaskCard = Type.Object(
	{
		format: Type.Literal('hanza-card'),
		version: Type.Literal(2),
		id: Identifier,
		name: Type.String({ minLength: 1, maxLength: 80 }),
		summary: Type.String({ maxLength: 400 }),
		/** Where it stands in a list. */
		group: Type.Optional(Type.String({ maxLength: 40 })),
		aircraft: Identifier,
		area: Identifier,
		start: CardStart,
		/**
		 * Whether the student may look out: under the hood not at all. Left out, under the hood unless the
		 * weather speaks of cloud or visibility.
		 */
		outside: Type.Optional(Type.Union([Type.Literal('hood'), Type.Literal('seen')])),
		/** A panel of which only what is looked at can be read; the student cannot lift it. */
		veil: Type.Optional(VeilLevel),
		/** The school of scan that is being trained. */
		school: Type.Optional(SchoolSchema),
		/** Who and what is on board; the aircraft's standard loading when left out. */
		loading: Type.Optional(Loading),
		/** Another vertical speed indicator than the aircraft's own. */
		verticalSpeed: Type.Optional(VerticalSpeedKind),
		weather: Weather,
		/** Instruments that stay covered from the first second on: partial panel without a failure to be found. */
		covered: Type.Optional(
			Type.Array(Type.Union(INSTRUMENTS.map((one) => Type.Literal(one))), { uniqueItems: true })
		),
		failures: Type.Optional(Type.Array(FailureSpec, { maxItems: FAILURE_KINDS.length })),
		/** Handed over out of a steady flight: the first phase is the recovery. */
		upset: Type.Optional(Upset),
		/** The places that its paths and events speak of. */
		navigation: Type.Optional(CardNavigation),
		/** How the radios are set when the flight begins. */
		radios: Type.Optional(RadioSettings),
		/** Whether the student may see the plan of the flight while flying it. */
		planInFlight: Type.Optional(Type.Boolean()),
		/** Whether the wind that the flight so far tells of is shown while flying. */
		windInFlight: Type.Optional(Type.Boolean()),
		/** Whether the brief tells the wind; it does when left out. */
		windInBrief: Type.Optional(Type.Boolean()),
		/** Calls and memory items, each due at an event. */
		calls: Type.Optional(Type.Array(Call, { maxItems: 20 })),
		method: Type.Union([Type.Literal('control-performance'), Type.Literal('primary-supporting')]),
		/** Configurations of the aircraft, by id, to know before flying. */
		numbersToKnow: Type.Array(Identifier, { maxItems: 8 }),
		phases: Type.Array(Phase, { minItems: 1, maxItems: 40 }),
		/** The approach that it is, as it stood when the card was made. */
		approach: Type.Optional(CardApproach)
	},
	{ ...closed, $id: 'hanza-card' }
);
export type TaskCard = Static<typeof TaskCard>;

/** Edition 2 calls what a phase is flown along its path; edition 1 called it a guide. */
export const CARD_EDITIONS = new Editions('hanza-card', 2, TaskCard, {
	1: (card) => ({
		...card,
		phases: Array.isArray(card.phases) ? card.phases.map(pathOfGuide) : card.phases
	})
});

function pathOfGuide(phase: unknown): unknown {
	if (typeof phase !== 'object' || phase === null || !('guide' in phase)) return phase;
	const { guide, ...rest } = phase;
	return { ...rest, path: guide };
}

/** The covers that a card puts on and the student cannot take off, as bits in the order of `INSTRUMENTS`. */
export const coversOf = ({ covered = [] }: Pick<TaskCard, 'covered'>): number =>
	covered.reduce((mask, instrument) => mask | coverBit(instrument), 0);

/** Whether a card lets the student look out of the window. */
export const mayLookOut = ({ outside, weather }: Pick<TaskCard, 'outside' | 'weather'>): boolean =>
	outside ? outside === 'seen' : (weather.clouds?.length ?? 0) > 0 || weather.visibilityM !== undefined;

/** A phase's configuration in words: "flap 10°, gear down, 2500 rpm". */
export const configurationWords = ({
	flapsDeg,
	gearDown,
	governedRpm
}: NonNullable<Phase['configuration']>): string =>
	[
		flapsDeg === undefined ? '' : flapsDeg === 0 ? 'flap up' : `flap ${flapsDeg}°`,
		gearDown === undefined ? '' : gearDown ? 'gear down' : 'gear up',
		governedRpm === undefined ? '' : `${governedRpm} rpm`
	]
		.filter(Boolean)
		.join(', ');
