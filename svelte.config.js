import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	kit: {
		adapter: adapter({ out: 'build' }),
		alias: { $data: 'data' },
		/*
		 * What a page may do is only what it needs: its own scripts, no code made out of text (validators are made by the
		 * build), nothing from elsewhere.
		 */
		csp: {
			mode: 'nonce',
			directives: {
				'default-src': ['self'],
				'script-src': ['self'],
				// The two sheets that the charts' library (of one version exactly) puts into a page, and no other.
				'style-src': [
					'self',
					'sha256-TBymqJXQvXKxe+z+3ydUYBErlkFFu110c5FjiVB8p+M=',
					'sha256-aSysLrDECVdJ6L+jLf8CC5QKLmwRuk/OZiZk9mYky8A='
				],
				// That of the region in which the framework reads out where one has come to; the server's own are put to it
				// page by page: src/lib/server/inline-styles.ts.
				'style-src-attr': ['unsafe-hashes', 'sha256-S8qMpvofolR8Mpjy4kQvEm7m1q8clzU4dfDH0AmvZjo='],
				'img-src': ['self', 'data:', 'blob:'],
				'font-src': ['self', 'data:'],
				'connect-src': ['self'],
				'worker-src': ['self'],
				'object-src': ['none'],
				'base-uri': ['self'],
				'form-action': ['self'],
				'frame-ancestors': ['none']
			}
		}
	}
};
