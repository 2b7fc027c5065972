import { describe, expect, it } from 'vitest';
import { parse } from '@hanza/core';
import {
	ACTION_GROUPS,
	ACTION_IDS,
	assignKey,
	withNewActions,
	defaultKeys,
	KEY_MAPS,
	keyName,
	KeySetup,
	keysOf,
	mayBeAssigned
} from './keymap.js';

describe('the keys', () => {
	it.each(Object.entries(KEY_MAPS))('of the map %s do everything, each one thing', (_, { keys }) => {
		for (const action of ACTION_IDS) expect(keysOf(keys, action), action).toHaveLength(1);
		for (const code of Object.keys(keys)) expect(mayBeAssigned(code), code).toBe(true);
	});

	it('can be changed: the action takes the key, and who had it is told', () => {
		const { map, lost } = assignKey(KEY_MAPS.arrows.keys, 'gear', 'KeyW');
		expect(keysOf(map, 'gear')).toEqual(['KeyW']);
		expect(lost).toBe('powerUp');
		expect(keysOf(map, 'powerUp')).toEqual([]);
		// The shipped map is not touched, and its own key again loses nothing.
		expect(KEY_MAPS.arrows.keys.KeyW).toBe('powerUp');
		expect(assignKey(KEY_MAPS.arrows.keys, 'gear', 'KeyL').lost).toBeNull();
		expect(assignKey(KEY_MAPS.arrows.keys, 'gear', 'Numpad9').lost).toBeNull();
	});

	it('leave the browser its own', () => {
		for (const code of ['Tab', 'Escape', 'F5', 'MetaLeft', 'ShiftRight', ''])
			expect(mayBeAssigned(code)).toBe(false);
	});

	it('are kept as a checked document', () => {
		expect(parse(KeySetup, defaultKeys())).toEqual(defaultKeys());
		expect(() => parse(KeySetup, { ...defaultKeys(), chosen: 'mine' })).toThrow(/chosen/);
		expect(() =>
			parse(KeySetup, { ...defaultKeys(), maps: { arrows: { KeyA: 'eject' }, letters: {} } })
		).toThrow();
	});

	it('of new actions come to a setup that was kept before, and take no key from another', () => {
		const kept = defaultKeys();
		const { KeyU: _, Minus: __, ...older } = kept.maps.arrows;
		const filled = withNewActions({ ...kept, maps: { ...kept.maps, arrows: { ...older, Minus: 'gear' } } });
		expect(filled.maps.arrows.KeyU).toBe('call');
		expect(filled.maps.arrows.Minus).toBe('gear');
	});

	it('are named as printed', () => {
		expect(['KeyA', 'Digit3', 'ArrowUp', 'Numpad8', 'Space'].map(keyName)).toEqual([
			'A',
			'3',
			'↑',
			'pad 8',
			'Space'
		]);
	});
});

it('the list of keys has every action once, in one of its groups', () => {
	const listed = ACTION_GROUPS.flatMap(({ actions }) => actions);
	expect([...listed].sort()).toEqual([...ACTION_IDS].sort());
});
