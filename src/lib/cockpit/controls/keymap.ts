import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import '$lib/contracts/ready/controls.js';
import { HELD_CONTROLS, parse, type HeldAction } from '@hanza/core';

/** What the keys do that move a control while they are held, as the controls themselves say. */
function heldWords(): Record<HeldAction, string> {
	const all = HELD_CONTROLS.flatMap(({ keys }) => [keys.plus, keys.minus]);
	return Object.fromEntries(all.map(({ action, words }) => [action, words])) as Record<HeldAction, string>;
}

/** What a key can do in the cockpit. */
export const ACTIONS = {
	...heldWords(),
	flapsDown: 'Flap down a step',
	flapsUp: 'Flap up a step',
	gear: 'Gear up or down',
	lookAttitude: 'Look at the attitude',
	lookAirspeed: 'Look at the airspeed',
	lookAltimeter: 'Look at the altimeter',
	lookTurn: 'Look at the turn rate',
	lookHeading: 'Look at the heading',
	lookVertical: 'Look at the vertical speed',
	lookEngine: 'Look at the engine',
	freeze: 'Freeze, fly on',
	targets: 'Hide or show the targets',
	stopwatch: 'Stopwatch: start, stop, clear',
	settingUp: 'Altimeter setting up',
	settingDown: 'Altimeter setting down',
	knobLeft: 'Heading dial: turn left',
	knobRight: 'Heading dial: turn right',
	alternateStatic: 'Alternate static source',
	arrangement: 'Other arrangement of the panel',
	nameFailure: 'Name a failure',
	outside: 'Outside view, where the card allows it',
	receiver: 'Next receiver for the tuning keys',
	tuneUp: 'Standby frequency up',
	tuneDown: 'Standby frequency down',
	swap: 'Active and standby change places',
	course1Left: 'Course 1: turn left',
	course1Right: 'Course 1: turn right',
	course2Left: 'Course 2: turn left',
	course2Right: 'Course 2: turn right',
	listen: 'Listen to the next receiver',
	pointer: 'Pointer to the next receiver',
	source: 'First needle: nav 1 or RNAV',
	call: 'Tick the next call',
	goOn: 'At the minimum: continue',
	goAround: 'Go around',
	sheet: 'Sheet of the approach, beside the panel',
	minimumUp: 'Bug for the minimum up',
	minimumDown: 'Bug for the minimum down',
	altitudeUp: 'Altitude reminder up',
	altitudeDown: 'Altitude reminder down',
	where: 'Say where you are',
	help: 'This list'
} as const;
export type Action = keyof typeof ACTIONS;
export const ACTION_IDS = Object.keys(ACTIONS) as Action[];

/** Actions as the list of keys has them, group by group: every action once. */
export const ACTION_GROUPS: readonly { title: string; actions: readonly Action[] }[] = [
	{
		title: 'Fly',
		actions: [
			...(HELD_CONTROLS.flatMap(({ keys }) => [keys.plus.action, keys.minus.action]) as HeldAction[]),
			'flapsDown',
			'flapsUp',
			'gear'
		]
	},
	{
		title: 'The flight',
		actions: ['freeze', 'targets', 'call', 'where', 'nameFailure', 'outside', 'arrangement', 'help']
	},
	{
		title: 'Approaches',
		actions: ['goOn', 'goAround', 'sheet', 'minimumUp', 'minimumDown', 'altitudeUp', 'altitudeDown']
	},
	{
		title: 'Look at',
		actions: [
			'lookAttitude',
			'lookAirspeed',
			'lookAltimeter',
			'lookTurn',
			'lookHeading',
			'lookVertical',
			'lookEngine'
		]
	},
	{
		title: 'Instruments',
		actions: ['stopwatch', 'settingUp', 'settingDown', 'knobLeft', 'knobRight', 'alternateStatic']
	},
	{
		title: 'Radios',
		actions: [
			'receiver',
			'tuneUp',
			'tuneDown',
			'swap',
			'course1Left',
			'course1Right',
			'course2Left',
			'course2Right',
			'listen',
			'pointer',
			'source'
		]
	}
];

/** Keys by their place on the keyboard (KeyboardEvent.code), so that the layout of a language does not matter. */
export type KeyMap = Record<string, Action>;

const COMMON: KeyMap = {
	Digit1: 'lookAirspeed',
	Digit2: 'lookAttitude',
	Digit3: 'lookAltimeter',
	Digit4: 'lookTurn',
	Digit5: 'lookHeading',
	Digit6: 'lookVertical',
	Digit7: 'lookEngine',
	Space: 'freeze',
	KeyH: 'targets',
	KeyC: 'stopwatch',
	Period: 'settingUp',
	Comma: 'settingDown',
	KeyN: 'knobLeft',
	KeyM: 'knobRight',
	KeyP: 'arrangement',
	KeyV: 'outside',
	KeyJ: 'nameFailure',
	Slash: 'help',
	Digit8: 'receiver',
	Digit9: 'listen',
	Digit0: 'pointer',
	Equal: 'tuneUp',
	Minus: 'tuneDown',
	Backslash: 'swap',
	BracketLeft: 'course1Left',
	BracketRight: 'course1Right',
	Semicolon: 'course2Left',
	Quote: 'course2Right',
	Backquote: 'source',
	KeyU: 'call',
	PageUp: 'minimumUp',
	PageDown: 'minimumDown',
	Home: 'altitudeUp',
	End: 'altitudeDown'
};

/** The two maps that ship: the stick under the right hand, or under the left. */
export const KEY_MAPS = {
	arrows: {
		name: 'Stick on the arrow keys, power and trim on the left',
		keys: {
			ArrowDown: 'noseUp',
			ArrowUp: 'noseDown',
			ArrowLeft: 'bankLeft',
			ArrowRight: 'bankRight',
			KeyZ: 'rudderLeft',
			KeyX: 'rudderRight',
			KeyW: 'powerUp',
			KeyS: 'powerDown',
			KeyT: 'propellerUp',
			KeyG: 'propellerDown',
			KeyY: 'mixtureUp',
			KeyB: 'mixtureDown',
			KeyE: 'trimUp',
			KeyD: 'trimDown',
			KeyF: 'flapsDown',
			KeyR: 'flapsUp',
			KeyL: 'gear',
			KeyA: 'alternateStatic',
			KeyK: 'where',
			KeyI: 'goOn',
			KeyQ: 'goAround',
			KeyO: 'sheet',
			...COMMON
		}
	},
	letters: {
		name: 'Stick on W A S D, power and trim on the right',
		keys: {
			KeyS: 'noseUp',
			KeyW: 'noseDown',
			KeyA: 'bankLeft',
			KeyD: 'bankRight',
			KeyQ: 'rudderLeft',
			KeyE: 'rudderRight',
			ArrowUp: 'powerUp',
			ArrowDown: 'powerDown',
			KeyO: 'propellerUp',
			KeyL: 'propellerDown',
			KeyI: 'mixtureUp',
			KeyK: 'mixtureDown',
			ArrowRight: 'trimUp',
			ArrowLeft: 'trimDown',
			KeyF: 'flapsDown',
			KeyR: 'flapsUp',
			KeyG: 'gear',
			KeyT: 'alternateStatic',
			KeyY: 'where',
			KeyX: 'goOn',
			KeyZ: 'goAround',
			KeyB: 'sheet',
			...COMMON
		}
	}
} as const satisfies Record<string, { name: string; keys: KeyMap }>;
export type KeyMapId = keyof typeof KEY_MAPS;
export const KEY_MAP_IDS = Object.keys(KEY_MAPS) as KeyMapId[];

const KeyMapSchema = Type.Record(
	Type.String({ maxLength: 30 }),
	Type.Union(ACTION_IDS.map((action) => Type.Literal(action)))
);
export const KeySetup = Type.Object(
	{
		chosen: Type.Union(KEY_MAP_IDS.map((id) => Type.Literal(id))),
		maps: Type.Object({ arrows: KeyMapSchema, letters: KeyMapSchema }, { additionalProperties: false })
	},
	{ additionalProperties: false }
);
export type KeySetup = Static<typeof KeySetup> & { maps: Record<KeyMapId, KeyMap> };

export const defaultKeys = (): KeySetup => ({
	chosen: 'arrows',
	maps: { arrows: { ...KEY_MAPS.arrows.keys }, letters: { ...KEY_MAPS.letters.keys } }
});

const KEPT = 'hanza-keys';

/** A setup that was kept before an action came: the action gets its usual key, where that is still free. */
export function withNewActions(kept: KeySetup): KeySetup {
	const usual = defaultKeys().maps;
	const filled = (id: KeyMapId): KeyMap => {
		const map = kept.maps[id];
		const has = new Set(Object.values(map));
		const missing = Object.entries(usual[id]).filter(([code, action]) => !has.has(action) && !(code in map));
		return { ...map, ...Object.fromEntries(missing) };
	};
	return { ...kept, maps: { arrows: filled('arrows'), letters: filled('letters') } };
}

/** The keys kept in this browser; the usual ones where there are none or they cannot be read. */
export function loadKeys(): KeySetup {
	try {
		const kept = localStorage.getItem(KEPT);
		return kept ? withNewActions(parse(KeySetup, JSON.parse(kept)) as KeySetup) : defaultKeys();
	} catch {
		return defaultKeys();
	}
}
export const saveKeys = (setup: KeySetup): void => localStorage.setItem(KEPT, JSON.stringify(setup));

/** Keys that belong to the browser and to moving about a page. */
const RESERVED =
	/^(Tab|Escape|Enter|F\d+|Meta.*|Alt.*|Control.*|Shift.*|ContextMenu|PrintScreen|Unidentified)?$/;
export const mayBeAssigned = (code: string): boolean => !RESERVED.test(code);

/** The keys of an action, in the order of the map. */
export const keysOf = (map: KeyMap, action: Action): string[] =>
	Object.keys(map).filter((code) => map[code] === action);

/**
 * A map with one key given to an action in place of the keys it had.
 * @returns the new map, and the action that lost this key to it, if any.
 */
export function assignKey(map: KeyMap, action: Action, code: string): { map: KeyMap; lost: Action | null } {
	const before = map[code];
	const kept = Object.entries(map).filter(([key, what]) => what !== action && key !== code);
	return {
		map: { ...Object.fromEntries(kept), [code]: action },
		lost: before && before !== action ? before : null
	};
}

const NAMES: Record<string, string> = {
	ArrowDown: '↓',
	ArrowUp: '↑',
	ArrowLeft: '←',
	ArrowRight: '→',
	Period: '.',
	Comma: ',',
	Slash: '/',
	Semicolon: ';',
	Quote: "'",
	BracketLeft: '[',
	BracketRight: ']',
	Minus: '-',
	Equal: '=',
	Backslash: '\\',
	Backquote: '`'
};

/** A key as printed on it. */
export const keyName = (code: string): string =>
	NAMES[code] ?? code.replace(/^(Key|Digit)/, '').replace(/^Numpad/, 'pad ');
