import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/** Files of a layer, and what they may not reach; types may cross, code may not. */
const layer = (files, patterns) => ({
	files,
	rules: {
		'@typescript-eslint/no-restricted-imports': [
			'error',
			{ patterns: patterns.map(([group, message]) => ({ group, message, allowTypeImports: true })) }
		]
	}
});

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
		rules: {
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
	layer(
		['core/src/**'],
		[
			[
				['node:*', 'svelte', 'svelte/*', '$*', '**/src/lib/**', '**/data/**', 'knex', 'pg', '**/cli/**'],
				'The core imports nothing of the application.'
			]
		]
	),
	layer(
		['src/lib/workers/**'],
		[
			[
				['svelte', 'svelte/*', '$app/*', '$lib/server/*', '$lib/components/*', 'knex', 'pg', 'node:*'],
				'A worker reaches the core only.'
			]
		]
	),
	layer(
		['src/lib/components/**', 'src/lib/flight/**'],
		[
			[
				['$lib/server/*', '**/server/**', 'knex', 'pg', 'node:*', '$data'],
				'Components know the core and types, not the server.'
			]
		]
	),
	layer(
		['src/lib/server/data/**'],
		[[['**/services/**', '$app/*', 'svelte', '@sveltejs/*'], 'Data access lies below the services.']]
	),
	layer(
		['src/lib/server/services/**'],
		[[['$app/*', 'svelte', '@sveltejs/*', '**/routes/**'], 'Services lie below the routes.']]
	),
	layer(['src/routes/**'], [[['knex', 'pg'], 'Routes reach the database through data access and services.']])
);
