import * as Type from '@sinclair/typebox';
import type { Static, TSchema } from '@sinclair/typebox';
import { RADIOS_AT_REST, RadioSettings } from '../world/index.js';
import { FAILURE_KINDS } from './failures.js';
import { INSTRUMENTS } from './instruments/instruments.js';

const num = Type.Number();
const closed = { additionalProperties: false } as const;
const onOff = Type.Integer({ minimum: 0, maximum: 1 });

const ASSIST_LEVELS = ['direct', 'attitude'] as const;
/** How much the trainer helps: nothing, or releasing the controls holds pitch and bank. */
export const AssistLevel = Type.Union([Type.Literal('direct'), Type.Literal('attitude')]);
export type AssistLevel = Static<typeof AssistLevel>;

/** What can be said at the minimum, by the codes of its channel. */
export const DECISION = { none: 0, continue: 1, 'go-around': 2 } as const;

/** Lines that are drawn to find a position, at the most. */
export const MOST_LINES = 2;
/** A radial as the student drew it: from a station, NM on the plane, magnetic. */
export const DrawnLine = Type.Object({ northNm: num, eastNm: num, radialDeg: num }, closed);
export type DrawnLine = Static<typeof DrawnLine>;

/**
 * Where the student last said that the aircraft is, NM on the plane, how often that was said, and the lines that were
 * drawn to find it.
 */
const Mark = Type.Object(
	{
		northNm: num,
		eastNm: num,
		count: Type.Integer({ minimum: 0, maximum: 1000 }),
		lines: Type.Optional(Type.Array(DrawnLine, { maxItems: MOST_LINES }))
	},
	closed
);
type Mark = Static<typeof Mark>;

/** One channel of a recording: what it is measured in, the smallest step that is kept, and what its numbers stand for. */
export interface ChannelDefinition {
	unit: string;
	resolution: number;
	/** Names of the bits, the lowest first, where the value is a set. */
	bits?: readonly string[];
	/** Names of the values 0, 1, 2 …, where the value is one of several. */
	codes?: readonly string[];
}

/** A channel that keeps a control. */
interface Kept<T> extends ChannelDefinition {
	of: (value: T) => number;
}

/** A lever or axis that keys move for as long as they are held. */
export interface HeldKeys<A extends string = string> {
	/** Names of the two actions, and what they are called in a list of keys. */
	plus: { action: A; words: string };
	minus: { action: A; words: string };
	/** A lever stays where it is put; a stick goes back when the keys are let go. */
	moves: { kind: 'lever'; perSecond: number; low: number; high: number } | ({ kind: 'stick' } & StickReach);
}

/**
 * How far keys move a stick, and how fast out and back, per second. Flying the surfaces directly wants small, soft
 * movements; where the attitude is held, the stick moves what is held.
 */
type StickReach = Record<AssistLevel, { most: number; out: number; back: number }>;
const PITCH: StickReach = {
	direct: { most: 0.3, out: 0.35, back: 1.6 },
	attitude: { most: 0.6, out: 2.4, back: 6 }
};
const ROLL: StickReach = {
	direct: { most: 0.3, out: 0.35 * 1.6, back: 1.6 * 1.6 },
	attitude: { most: 0.6, out: 2.4 * 1.6, back: 6 * 1.6 }
};
const FEET: StickReach = {
	direct: { most: 0.6, out: 1, back: 2 },
	attitude: { most: 0.6, out: 1, back: 2 }
};

interface Control<S extends TSchema, C extends string = string, A extends string = string> {
	schema: S;
	/** As it stands before anybody has touched it; what a steady start needs is set by the flight. */
	atRest: Static<S>;
	/** Moved by whoever flies, be it the student or the instructor who sets up an attitude. */
	flies?: boolean;
	/** Returns to rest when let go, as when a flight is taken up again. */
	springs?: boolean;
	channels: Record<C, Kept<Static<S>>>;
	keys?: HeldKeys<A>;
	/** Its name on the quadrant, where it has a lever there; `governed` ones only with a constant-speed propeller. */
	lever?: { label: string; governed?: true };
}

const control = <S extends TSchema, C extends string = never, A extends string = never>(
	definition: Control<S, C, A>
): Control<S, C, A> => definition;

const kept = (resolution: number, unit = '1'): Kept<number> => ({ unit, resolution, of: (value) => value });
const lever = <const P extends string, const M extends string>(
	plus: [P, string],
	minus: [M, string],
	perSecond: number,
	low = 0
): HeldKeys<P | M> => ({
	plus: { action: plus[0], words: plus[1] },
	minus: { action: minus[0], words: minus[1] },
	moves: { kind: 'lever', perSecond, low, high: 1 }
});
const stick = <const P extends string, const M extends string>(
	plus: [P, string],
	minus: [M, string],
	most: StickReach
): HeldKeys<P | M> => ({
	plus: { action: plus[0], words: plus[1] },
	minus: { action: minus[0], words: minus[1] },
	moves: { kind: 'stick', ...most }
});

/**
 * Everything that the pilot's hands, feet, fingers and voice set, each in one place: its schema, how it stands at first,
 * which channels of the recording keep it, and which keys move it. The type of the inputs, the schema of a kept state,
 * the worker's messages, the recording and the held keys follow from here.
 */
const CONTROLS = {
	/** −1 (forward) to 1 (back, nose up). */
	elevator: control({
		schema: num,
		atRest: 0,
		flies: true,
		springs: true,
		channels: { elevatorInput: kept(0.002) },
		keys: stick(['noseUp', 'Nose up (pull)'], ['noseDown', 'Nose down (push)'], PITCH)
	}),
	/** −1 (left) to 1 (right). */
	aileron: control({
		schema: num,
		atRest: 0,
		flies: true,
		springs: true,
		channels: { aileronInput: kept(0.002) },
		keys: stick(['bankRight', 'Bank right'], ['bankLeft', 'Bank left'], ROLL)
	}),
	/** −1 (left) to 1 (right). */
	rudder: control({
		schema: num,
		atRest: 0,
		flies: true,
		springs: true,
		channels: { rudderInput: kept(0.002) },
		keys: stick(['rudderRight', 'Right rudder'], ['rudderLeft', 'Left rudder'], FEET)
	}),
	/** 0 (closed) to 1 (full). */
	throttle: control({
		schema: num,
		atRest: 0,
		flies: true,
		channels: { throttle: kept(0.002) },
		keys: lever(['powerUp', 'More power'], ['powerDown', 'Less power'], 0.22),
		lever: { label: 'Throttle' }
	}),
	/** Propeller lever, 0 (back, coarse) to 1 (forward, fine); of no meaning with fixed pitch. */
	propeller: control({
		schema: num,
		atRest: 1,
		channels: { propellerInput: kept(0.005) },
		keys: lever(['propellerUp', 'Propeller lever forward'], ['propellerDown', 'Propeller lever back'], 0.2),
		lever: { label: 'Prop', governed: true }
	}),
	/** 0 (cut off) to 1 (full rich). */
	mixture: control({
		schema: num,
		atRest: 1,
		channels: { mixtureInput: kept(0.005) },
		keys: lever(['mixtureUp', 'Mixture richer'], ['mixtureDown', 'Mixture leaner'], 0.2),
		lever: { label: 'Mix' }
	}),
	/** Gear lever: 0 up, 1 down, 2 let down by hand; of no meaning with a fixed gear. */
	gear: control({ schema: num, atRest: 1, channels: {} }),
	/** −1 (nose down) to 1 (nose up). */
	trim: control({
		schema: num,
		atRest: 0,
		flies: true,
		channels: { trim: kept(0.002) },
		keys: lever(['trimUp', 'Trim nose up'], ['trimDown', 'Trim nose down'], 0.09, -1),
		lever: { label: 'Trim' }
	}),
	/** Chosen flap setting, degrees. */
	flapsDeg: control({ schema: num, atRest: 0, channels: {} }),
	/** Altimeter setting, hPa. */
	altimeterSettingHpa: control({
		schema: num,
		atRest: 1013.25,
		channels: { altimeterSettingHpa: kept(0.1, 'hPa') }
	}),
	/** How far the heading knob has been turned in all, degrees. */
	headingKnobDeg: control({ schema: num, atRest: 0, channels: {} }),
	/** 1 when the alternate static source is open, else 0. */
	alternateStatic: control({
		schema: num,
		atRest: 0,
		channels: { alternateStatic: kept(1, '1 while the alternate static source is open') }
	}),
	/** How much the trainer helps; may change in flight. An autopilot's modes belong beside it. */
	assist: control({
		schema: AssistLevel,
		atRest: 'direct',
		channels: {
			assist: {
				unit: 'code',
				resolution: 1,
				codes: ASSIST_LEVELS,
				of: (level) => ASSIST_LEVELS.indexOf(level)
			}
		}
	}),
	/** Instruments that the student has covered, as bits in the order of `INSTRUMENTS`. */
	covered: control({
		schema: Type.Integer({ minimum: 0, maximum: 65535 }),
		atRest: 0,
		channels: { covered: { ...kept(1, 'bits'), bits: INSTRUMENTS } }
	}),
	/** Failures that the student has named, as bits in the order of `FAILURE_KINDS`. */
	named: control({
		schema: Type.Integer({ minimum: 0, maximum: 2 ** FAILURE_KINDS.length - 1 }),
		atRest: 0,
		channels: { named: { ...kept(1, 'bits'), bits: FAILURE_KINDS } }
	}),
	/** 1 while the instructor has the controls, as when an unusual attitude is set up. */
	byInstructor: control({
		schema: onOff,
		atRest: 0,
		channels: { byInstructor: kept(1, '1 while the instructor has the controls') }
	}),
	mark: control({
		schema: Mark,
		atRest: { northNm: 0, eastNm: 0, count: 0 },
		channels: {
			marks: { unit: 'positions said so far', resolution: 1, of: ({ count }) => count },
			markNorthNm: { unit: 'NM', resolution: 0.01, of: ({ northNm }) => northNm },
			markEastNm: { unit: 'NM', resolution: 0.01, of: ({ eastNm }) => eastNm },
			line1NorthNm: { unit: 'NM', resolution: 0.001, of: ({ lines }) => lines?.[0]?.northNm ?? 0 },
			line1EastNm: { unit: 'NM', resolution: 0.001, of: ({ lines }) => lines?.[0]?.eastNm ?? 0 },
			line1Deg: {
				unit: '° of the radial drawn; −1 none',
				resolution: 0.1,
				of: ({ lines }) => lines?.[0]?.radialDeg ?? -1
			},
			line2NorthNm: { unit: 'NM', resolution: 0.001, of: ({ lines }) => lines?.[1]?.northNm ?? 0 },
			line2EastNm: { unit: 'NM', resolution: 0.001, of: ({ lines }) => lines?.[1]?.eastNm ?? 0 },
			line2Deg: {
				unit: '° of the radial drawn; −1 none',
				resolution: 0.1,
				of: ({ lines }) => lines?.[1]?.radialDeg ?? -1
			}
		}
	}),
	/** What was last said at the minimum, as the codes of `DECISION`. */
	decision: control({
		schema: Type.Integer({ minimum: 0, maximum: 2 }),
		atRest: 0,
		channels: { decision: { ...kept(1, 'code'), codes: ['not decided', 'continue', 'go around'] } }
	}),
	/** 1 while the student looks out of the window. */
	looksOut: control({
		schema: onOff,
		atRest: 0,
		channels: { looksOut: kept(1, '1 while the student looks outside') }
	}),
	/** The bug on the altimeter for the minimum, ft; 0 while it is not set. */
	minimumBugFt: control({
		schema: Type.Number({ minimum: 0, maximum: 15000 }),
		atRest: 0,
		channels: { minimumBugFt: kept(10, 'ft; 0 not set') }
	}),
	/** The altitude that is to be reached or held next, as it was set to be reminded of, ft; 0 while it is not set. */
	altitudeBugFt: control({
		schema: Type.Number({ minimum: 0, maximum: 15000 }),
		atRest: 0,
		channels: { altitudeBugFt: kept(10, 'ft; 0 not set') }
	}),
	/** How often the clock has been started. */
	clockStarts: control({
		schema: Type.Integer({ minimum: 0, maximum: 1000 }),
		atRest: 0,
		channels: { clockStarts: kept(1, 'times that the clock was started') }
	}),
	/** How many calls and memory items have been ticked so far. */
	calls: control({
		schema: Type.Integer({ minimum: 0, maximum: 10000 }),
		atRest: 0,
		channels: { calls: kept(1, 'calls ticked so far') }
	}),
	/** How the radios are set; a new object with every change. */
	radios: control({
		schema: RadioSettings,
		atRest: RADIOS_AT_REST,
		channels: {
			nav1MHz: { unit: 'MHz', resolution: 0.01, of: ({ nav1 }) => nav1.activeMHz },
			nav1CourseDeg: { unit: '°', resolution: 0.5, of: ({ nav1 }) => nav1.courseDeg },
			nav2MHz: { unit: 'MHz', resolution: 0.01, of: ({ nav2 }) => nav2.activeMHz },
			nav2CourseDeg: { unit: '°', resolution: 0.5, of: ({ nav2 }) => nav2.courseDeg },
			adfKHz: { unit: 'kHz', resolution: 1, of: ({ adf }) => adf.activeKHz },
			pointerSource: {
				unit: 'code',
				resolution: 1,
				codes: ['nav1', 'nav2', 'adf'],
				of: ({ pointer }) => ['nav1', 'nav2', 'adf'].indexOf(pointer)
			},
			needleSource: {
				unit: 'code',
				resolution: 1,
				codes: ['nav', 'rnav'],
				of: ({ needle }) => ['nav', 'rnav'].indexOf(needle)
			}
		}
	})
} as const;

type ControlName = keyof typeof CONTROLS;
const CONTROL_NAMES = Object.keys(CONTROLS) as ControlName[];

/** What the pilot's hands and feet do, at one moment. */
export type ControlInputs = { -readonly [K in ControlName]: Static<(typeof CONTROLS)[K]['schema']> };
/** The schema of the inputs, as a kept state has them. */
export const ControlInputs = Type.Object(
	Object.fromEntries(CONTROL_NAMES.map((name) => [name, CONTROLS[name].schema])) as {
		[K in ControlName]: (typeof CONTROLS)[K]['schema'];
	},
	closed
);

/** The inputs before anybody has touched anything. */
export const inputsAtRest = (): ControlInputs =>
	Object.fromEntries(CONTROL_NAMES.map((name) => [name, CONTROLS[name].atRest])) as ControlInputs;

const namesOf = (what: (definition: Control<TSchema>) => boolean | undefined): ControlName[] =>
	CONTROL_NAMES.filter((name) => what(CONTROLS[name] as unknown as Control<TSchema>));
/** Controls of whoever flies. */
export const FLYING_CONTROLS = namesOf(({ flies }) => flies);
/** Controls that go back when nobody holds them. */
export const SPRUNG_CONTROLS = namesOf(({ springs }) => springs);

/** Some of the inputs, as they are or at rest. */
export const only = (inputs: ControlInputs, names: readonly ControlName[]): Partial<ControlInputs> =>
	Object.fromEntries(names.map((name) => [name, inputs[name]])) as Partial<ControlInputs>;

type ChannelsOf<K extends ControlName> = keyof (typeof CONTROLS)[K]['channels'];
/** A channel of a recording that keeps a control. */
export type ControlChannel = { [K in ControlName]: ChannelsOf<K> }[ControlName] & string;

/** The channels that keep the controls, by name. */
export const CONTROL_CHANNELS = Object.fromEntries(
	CONTROL_NAMES.flatMap((name) => Object.entries(CONTROLS[name].channels))
) as unknown as Record<ControlChannel, ChannelDefinition>;

/** How each channel of a control is read from the inputs. */
export const CONTROL_READINGS: readonly (readonly [ControlChannel, (inputs: ControlInputs) => number])[] =
	CONTROL_NAMES.flatMap((name) =>
		Object.entries(CONTROLS[name].channels as unknown as Record<string, Kept<never>>).map(
			([channel, { of }]) =>
				[channel as ControlChannel, (inputs: ControlInputs) => of(inputs[name] as never)] as const
		)
	);

type HeldActionOf<K extends ControlName> =
	(typeof CONTROLS)[K] extends Control<infer _S, infer _C, infer A> ? A : never;
/** What a held key does, by name. */
export type HeldAction = { [K in ControlName]: HeldActionOf<K> }[ControlName];
type HeldControl = { [K in ControlName]: [HeldActionOf<K>] extends [never] ? never : K }[ControlName];

/** The controls that held keys move, with the keys. */
export const HELD_CONTROLS: readonly { name: HeldControl; keys: HeldKeys<HeldAction> }[] =
	CONTROL_NAMES.flatMap((name) => {
		const { keys } = CONTROLS[name] as { keys?: HeldKeys<HeldAction> };
		return keys ? [{ name: name as HeldControl, keys }] : [];
	});

/** The levers of the quadrant from left to right: what they are called, and from where to where they go. */
export const QUADRANT: readonly {
	name: HeldControl;
	label: string;
	/** Only with a constant-speed propeller. */
	governed: boolean;
	low: number;
	high: number;
}[] = HELD_CONTROLS.flatMap(({ name, keys: { moves } }) => {
	const { lever: drawn } = CONTROLS[name] as { lever?: { label: string; governed?: true } };
	return drawn && moves.kind === 'lever'
		? [{ name, label: drawn.label, governed: drawn.governed ?? false, low: moves.low, high: moves.high }]
		: [];
});
