import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import docstrings from './scripts/lint/docstrings.mjs';
import layers from './scripts/lint/layers.mjs';
import svelteConfig from './svelte.config.js';

export default ts.config(
	{
		ignores: ['build/', '.svelte-kit/', '.build/', '.hanza/', 'cli/dist/', 'node_modules/', 'test-results/']
	},
	...ts.configs.recommended,
	...svelte.configs.recommended,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			'@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
			'@typescript-eslint/consistent-type-imports': 'error',
			'@typescript-eslint/no-explicit-any': 'error',
			// Schema and type share a name on purpose: one definition gives both.
			'@typescript-eslint/no-redeclare': 'off',
			'svelte/no-navigation-without-resolve': 'off',
			'no-console': ['error', { allow: ['error'] }],
			eqeqeq: ['error', 'always', { null: 'ignore' }]
		}
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: { parserOptions: { parser: ts.parser, svelteConfig } }
	},
	{ files: ['scripts/**', 'e2e/**', 'db/**'], rules: { 'no-console': 'off' } },
	{
		// The core: no interface, server or database, no Node, no clock, no chance.
		files: ['core/src/**'],
		plugins: { core: { rules: { docstrings } } },
		rules: {
			'core/docstrings': 'error',
			'no-restricted-globals': [
				'error',
				'window',
				'document',
				'process',
				'fetch',
				'performance',
				'setTimeout',
				'Date'
			],
			'no-restricted-properties': [
				'error',
				{ object: 'Math', property: 'random', message: 'Use SeededRandom: a flight must be the same again.' }
			]
		}
	},
	{
		files: ['core/src/**', 'src/**'],
		plugins: { hanza: layers },
		rules: { 'hanza/layers': 'error' }
	}
);
