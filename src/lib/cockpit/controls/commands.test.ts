import { describe, expect, it } from 'vitest';
import { COMMANDS, commandOf, TURNING } from './commands.js';
import { HELD_ACTIONS } from './keyboard-controls.js';
import { ACTION_IDS } from './keymap.js';

/** A cockpit that writes down what it is asked to do. */
function recorder() {
	const asked: string[] = [];
	const cockpit = new Proxy({} as Record<string, unknown>, {
		get: (kept, name: string) => {
			if (name in kept) return kept[name];
			if (name === 'receiver') return 'nav1';
			if (name === 'veil') return { look: (instrument: string) => asked.push(`look ${instrument}`) };
			if (/^(targets|help|sheet)Shown$|^(naming|marking)$/.test(name)) return false;
			if (name === 'arrangement') return 'round';
			return (...given: unknown[]) =>
				asked.push(
					[name, ...given.map((one) => (typeof one === 'function' ? 'turn' : String(one)))].join(' ')
				);
		},
		set: (kept, name: string, value) => {
			kept[name] = value;
			asked.push(`${name} = ${String(value)}`);
			return true;
		}
	});
	return { asked, cockpit: cockpit as never };
}

describe('what keys do', () => {
	it('is one thing for every action that is not the hands’ own', () => {
		const words = new Map<string, string>();
		for (const action of ACTION_IDS) {
			const command = commandOf(action);
			expect(command === null, action).toBe((HELD_ACTIONS as readonly string[]).includes(action));
			if (!command) continue;
			const { asked, cockpit } = recorder();
			command(cockpit);
			expect(asked, action).toHaveLength(1);
			words.set(action, asked[0]!);
		}
		expect(words.size + HELD_ACTIONS.length).toBe(ACTION_IDS.length);
		expect(words.get('lookVertical')).toBe('look vertical-speed');
		expect(words.get('settingDown')).toBe('turnSetting -1');
		expect(words.get('targets')).toBe('targetsShown = true');
		expect(words.get('receiver')).toBe('receiver = nav2');
		expect(words.get('arrangement')).toBe('arrange linear');
	});

	it('goes on while the key is held only where something turns, by one to either side', () => {
		for (const action of TURNING) expect(COMMANDS).toHaveProperty(action);
		const pairs = [...TURNING].length / 2;
		expect(Number.isInteger(pairs)).toBe(true);
		for (const action of ['freeze', 'swap', 'call', 'nameFailure'] as const)
			expect(TURNING.has(action)).toBe(false);
	});
});
