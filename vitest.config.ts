import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

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
				test: {
					name: 'unit',
					include: [
						'core/test/**/*.test.ts',
						'cli/**/*.test.ts',
						'src/**/*.test.ts',
						'scripts/**/*.test.mjs'
					],
					// A test that flies for minutes takes seconds; on a busy machine, many.
					testTimeout: 60000
				}
			},
			{
				extends: true,
				test: {
					name: 'database',
					include: ['db/**/*.test.ts'],
					fileParallelism: false,
					testTimeout: 20000,
					hookTimeout: 60000
				}
			}
		]
	}
});
