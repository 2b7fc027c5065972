import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { precompiledValidators } from './scripts/precompiled-validators.mjs';

export default defineConfig({
	plugins: [precompiledValidators(), tailwindcss(), sveltekit()],
	worker: { format: 'es', plugins: () => [precompiledValidators()] },
	build: { chunkSizeWarningLimit: 1200 }
});
