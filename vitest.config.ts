import { availableParallelism } from 'node:os';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { svelteTesting } from '@testing-library/svelte/vite';
import { defineConfig } from 'vitest/config';
import { coreInNode } from './scripts/core-in-node.mjs';

export default defineConfig({
	resolve: {
		alias: {
			$data: new URL('./data', import.meta.url).pathname,
			$lib: new URL('./src/lib', import.meta.url).pathname
		}
	},
	test: {
		// A core of two is not left idle.
		maxWorkers: Math.max(2, availableParallelism() - 1),
		projects: [
			{
				extends: true,
				plugins: [coreInNode()],
				test: {
					name: 'unit',
					// The core is read once by a worker, not by each of fifty files.
					isolate: false,
					include: [
						'core/test/**/*.test.ts',
						'cli/**/*.test.ts',
						'src/**/*.test.ts',
						'scripts/**/*.test.mjs'
					],
					exclude: ['**/*.component.test.ts', '**/*.flights.test.ts'],
					// A test that flies for minutes takes seconds; on a busy machine, many.
					testTimeout: 60000
				}
			},
			{
				extends: true,
				plugins: [coreInNode()],
				// Robots fly whole cards: minutes of it, left out of the daily run.
				test: {
					name: 'flights',
					isolate: false,
					include: ['core/test/**/*.flights.test.ts'],
					testTimeout: 120_000
				}
			},
			{
				extends: true,
				// Components as the browser runs them, on a page that is only simulated.
				plugins: [svelte(), svelteTesting()],
				test: {
					name: 'components',
					include: ['src/**/*.component.test.ts'],
					environment: 'jsdom'
				}
			},
			{
				extends: true,
				plugins: [coreInNode()],
				test: {
					name: 'database',
					include: ['db/**/*.test.ts'],
					globalSetup: ['db/test/postgres.mjs'],
					fileParallelism: false,
					isolate: false,
					testTimeout: 60000,
					hookTimeout: 60000
				}
			}
		]
	}
});
