import { expect, it } from 'vitest';
import { HOUSES, placeOf, type Role } from './houses.js';
import { movedTo } from './moved.js';

const at = (role: Role, path: string) => {
	const { house, room } = placeOf(HOUSES[role], path);
	return `${house?.text} › ${room?.text ?? ''}`;
};

it('every page stands in one house, and under its own room there', () => {
	expect(
		['/today', '/students/a', '/set', '/debrief/x', '/library/cards/y', '/bench/tap', '/bench/hold'].map(
			(path) => at('instructor', path)
		)
	).toEqual([
		'Today › ',
		'Students › All students',
		'Students › Set a task',
		'Students › ',
		'Library › Cards',
		'Bench › Tap sheet',
		'Bench › Calculations'
	]);
	// A student has no library: what they may look at of it stands on the bench.
	expect(
		['/brief/x', '/record/practice', '/library/aircraft/y', '/debrief/x'].map((path) => at('student', path))
	).toEqual(['Today › ', 'Record › Practice time', 'Bench › Aircraft', 'Record › ']);
	// A name that only begins alike is another place.
	expect(at('student', '/todayish')).toBe('undefined › ');
});

it('keys of the houses are different, in either role', () => {
	for (const houses of Object.values(HOUSES))
		expect(new Set(houses.map(({ key }) => key)).size).toBe(houses.length);
});

it('an address of before leads to where its page is now, and to the same thing in it', () => {
	expect(movedTo('/cards/oval')).toBe('/library/cards/oval');
	expect(movedTo('/home')).toBe('/today');
	expect(movedTo('/log')).toBe('/record/practice');
	expect(movedTo('/students/x')).toBeNull();
	expect(movedTo('/cardsharp')).toBeNull();
});
