/** What a key can do in the cockpit. */
export const ACTIONS = {
	noseUp: 'Nose up (pull)',
	noseDown: 'Nose down (push)',
	bankLeft: 'Bank left',
	bankRight: 'Bank right',
	rudderLeft: 'Left rudder',
	rudderRight: 'Right rudder',
	powerUp: 'More power',
	powerDown: 'Less power',
	trimUp: 'Trim nose up',
	trimDown: 'Trim nose down',
	flapsDown: 'Flap down a step',
	flapsUp: 'Flap up a step',
	freeze: 'Freeze, fly on',
	targets: 'Hide or show the targets',
	stopwatch: 'Stopwatch: start, stop, clear',
	settingUp: 'Altimeter setting up',
	settingDown: 'Altimeter setting down',
	knobLeft: 'Heading dial: turn left',
	knobRight: 'Heading dial: turn right',
	alternateStatic: 'Alternate static source',
	arrangement: 'Other arrangement of the panel',
	help: 'This list'
} as const;
export type Action = keyof typeof ACTIONS;

/** Keys by their place on the keyboard (KeyboardEvent.code), so that the layout of a language does not matter. */
export const KEYMAP: Record<string, Action> = {
	ArrowDown: 'noseUp',
	ArrowUp: 'noseDown',
	ArrowLeft: 'bankLeft',
	ArrowRight: 'bankRight',
	KeyZ: 'rudderLeft',
	KeyX: 'rudderRight',
	KeyW: 'powerUp',
	KeyS: 'powerDown',
	KeyE: 'trimUp',
	KeyD: 'trimDown',
	KeyF: 'flapsDown',
	KeyR: 'flapsUp',
	Space: 'freeze',
	KeyH: 'targets',
	KeyC: 'stopwatch',
	Period: 'settingUp',
	Comma: 'settingDown',
	KeyN: 'knobLeft',
	KeyM: 'knobRight',
	KeyA: 'alternateStatic',
	KeyP: 'arrangement',
	Slash: 'help'
};

const NAMES: Record<string, string> = {
	ArrowDown: '↓',
	ArrowUp: '↑',
	ArrowLeft: '←',
	ArrowRight: '→',
	Space: 'Space',
	Period: '.',
	Comma: ',',
	Slash: '/'
};

/** A key as printed on it. */
export const keyName = (code: string): string => NAMES[code] ?? code.replace(/^Key/, '');
