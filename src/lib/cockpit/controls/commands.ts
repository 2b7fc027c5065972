import type { HeldAction, RadioSettings, ScanInstrument } from '@hanza/core';
import type { Arrangement } from '../preferences.js';

import type { Action } from './keymap.js';
import {
	listenNext,
	nextReceiver,
	pointNext,
	sourceNext,
	swap,
	tuneBy,
	turnCourse,
	type Receiver
} from '$lib/panel/radios/radio-settings.js';

/** What keys can do to a cockpit besides moving its controls while they are held. */
export interface CommandTarget {
	targetsShown: boolean;
	helpShown: boolean;
	naming: boolean;
	marking: boolean;
	receiver: Receiver;
	readonly arrangement: Arrangement;
	readonly veil: { look(instrument: ScanInstrument): void };
	toggleFreeze(): void;
	pressStopwatch(): void;
	stepFlaps(by: 1 | -1): void;
	moveGear(): void;
	turnSetting(by: 1 | -1): void;
	turnHeadingKnob(by: 1 | -1): void;
	switchStatic(): void;
	turnRadios(turn: (radios: RadioSettings) => RadioSettings): void;
	tickCall(): void;
	/** Says what is to be done at the minimum. */
	decide(what: 'continue' | 'go-around'): void;
	turnBug(bug: 'minimumBugFt' | 'altitudeBugFt', by: 1 | -1): void;
	toggleOutside(): void;
	sheetShown: boolean;
	arrange(arrangement: Arrangement): void;
}

type Command = (cockpit: CommandTarget) => void;

const look =
	(instrument: ScanInstrument): Command =>
	(cockpit) =>
		cockpit.veil.look(instrument);
const course =
	(receiver: Extract<Receiver, 'nav1' | 'nav2'>, by: 1 | -1): Command =>
	(cockpit) =>
		cockpit.turnRadios((radios) => turnCourse(radios, receiver, by));
const tune =
	(by: 1 | -1): Command =>
	(cockpit) =>
		cockpit.turnRadios((radios) => tuneBy(radios, cockpit.receiver, by));

/** What a key does when it goes down: everything but the hands' own movements, which last while it is held. */
export const COMMANDS: Record<Exclude<Action, HeldAction>, Command> = {
	freeze: (cockpit) => cockpit.toggleFreeze(),
	targets: (cockpit) => (cockpit.targetsShown = !cockpit.targetsShown),
	help: (cockpit) => (cockpit.helpShown = !cockpit.helpShown),
	stopwatch: (cockpit) => cockpit.pressStopwatch(),
	flapsDown: (cockpit) => cockpit.stepFlaps(1),
	flapsUp: (cockpit) => cockpit.stepFlaps(-1),
	gear: (cockpit) => cockpit.moveGear(),
	settingUp: (cockpit) => cockpit.turnSetting(1),
	settingDown: (cockpit) => cockpit.turnSetting(-1),
	knobLeft: (cockpit) => cockpit.turnHeadingKnob(-1),
	knobRight: (cockpit) => cockpit.turnHeadingKnob(1),
	alternateStatic: (cockpit) => cockpit.switchStatic(),
	lookAttitude: look('attitude'),
	lookAirspeed: look('airspeed'),
	lookAltimeter: look('altimeter'),
	lookHeading: look('heading'),
	lookTurn: look('turn'),
	lookVertical: look('vertical-speed'),
	lookEngine: look('engine'),
	nameFailure: (cockpit) => (cockpit.naming = !cockpit.naming),
	receiver: (cockpit) => (cockpit.receiver = nextReceiver(cockpit.receiver)),
	tuneUp: tune(1),
	tuneDown: tune(-1),
	swap: (cockpit) => cockpit.turnRadios((radios) => swap(radios, cockpit.receiver)),
	course1Left: course('nav1', -1),
	course1Right: course('nav1', 1),
	course2Left: course('nav2', -1),
	course2Right: course('nav2', 1),
	listen: (cockpit) => cockpit.turnRadios(listenNext),
	pointer: (cockpit) => cockpit.turnRadios(pointNext),
	source: (cockpit) => cockpit.turnRadios(sourceNext),
	call: (cockpit) => cockpit.tickCall(),
	where: (cockpit) => (cockpit.marking = !cockpit.marking),
	outside: (cockpit) => cockpit.toggleOutside(),
	goOn: (cockpit) => cockpit.decide('continue'),
	goAround: (cockpit) => cockpit.decide('go-around'),
	sheet: (cockpit) => (cockpit.sheetShown = !cockpit.sheetShown),
	minimumUp: (cockpit) => cockpit.turnBug('minimumBugFt', 1),
	minimumDown: (cockpit) => cockpit.turnBug('minimumBugFt', -1),
	altitudeUp: (cockpit) => cockpit.turnBug('altitudeBugFt', 1),
	altitudeDown: (cockpit) => cockpit.turnBug('altitudeBugFt', -1),
	arrangement: (cockpit) => cockpit.arrange(cockpit.arrangement === 'round' ? 'linear' : 'round')
};

export const commandOf = (action: Action): Command | null =>
	(COMMANDS as Partial<Record<Action, Command>>)[action] ?? null;

/** Keys that go on turning while they are held: the keyboard's own repeat does it again. */
export const TURNING: ReadonlySet<Action> = new Set([
	'settingUp',
	'settingDown',
	'knobLeft',
	'knobRight',
	'tuneUp',
	'tuneDown',
	'course1Left',
	'course1Right',
	'course2Left',
	'course2Right',
	'minimumUp',
	'minimumDown',
	'altitudeUp',
	'altitudeDown'
]);
