import { describe, expect, it } from 'vitest';
import { createHash } from 'node:crypto';
import { styleSources, withStyles } from './inline-styles.js';

const hashOf = (style: string) => `'sha256-${createHash('sha256').update(style).digest('base64')}'`;

describe('styles in attributes', () => {
	it('that place and measure are allowed, each by its own hash, as the browser reads it', () => {
		const html = `<p style="width: 40%"></p><div class="a" style="left: 3px; top: 50%;"></div><i style="width: 40%">`;
		expect([...styleSources(html)]).toEqual([hashOf('width: 40%'), hashOf('left: 3px; top: 50%;')]);
		expect([...styleSources('<b style="transform: rotate(-3deg) translateY(4%)">')]).toHaveLength(1);
		expect([...styleSources('<b style="font-family: var(--font-panel)">')]).toHaveLength(1);
	});
	it('that fetch, or are anything else, are not', () => {
		for (const style of [
			'background: url(https://elsewhere.example/x)',
			'background: URL (x)',
			'background-image: image-set(x)',
			'background: image(x)',
			'list-style: none',
			'width: 1px; content: attr(value)',
			'width: expression(1)',
			'width: 1px} body {color: red',
			'font-family: "x"; src: x'
		])
			expect([...styleSources(`<p style="${style.replaceAll('"', '&quot;')}">`)]).toEqual([]);
	});
	it('go into the policy beside what it allows, and leave the rest of it', () => {
		const policy = "default-src 'self'; style-src-attr 'unsafe-hashes' 'sha256-x'; img-src 'self'";
		expect(withStyles(policy, new Set())).toBe(policy);
		expect(withStyles(policy, new Set(["'sha256-a'"]))).toBe(
			"default-src 'self'; style-src-attr 'unsafe-hashes' 'sha256-x' 'sha256-a'; img-src 'self'"
		);
	});
});
