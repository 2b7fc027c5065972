import { expect, it } from 'vitest';
import { keptLook } from './theme.js';

it('a look is kept as it was chosen; anything else is as the system has it', () => {
	const kept = (value: string | null) => keptLook({ getItem: () => value });
	expect(['light', 'dark', 'system', 'purple', null].map(kept)).toEqual([
		'light',
		'dark',
		'system',
		'system',
		'system'
	]);
});
