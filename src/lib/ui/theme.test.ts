import { expect, it } from 'vitest';
import { savedTheme } from './theme.js';

it('a theme is kept as it was chosen; anything else is as the system has it', () => {
	const kept = (value: string | null) => savedTheme({ getItem: () => value });
	expect(['light', 'dark', 'system', 'purple', null].map(kept)).toEqual([
		'light',
		'dark',
		'system',
		'system',
		'system'
	]);
});
