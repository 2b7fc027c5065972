import { defineConfig } from 'vitest/config';

export default defineConfig({
	resolve: {
		alias: {
			$data: new URL('./data', import.meta.url).pathname,
			$lib: new URL('./src/lib', import.meta.url).pathname
		}
	},
	test: {
		projects: [
			{
				extends: true,
				test: { name: 'unit', include: ['core/test/**/*.test.ts', 'cli/**/*.test.ts', 'src/**/*.test.ts'] }
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
