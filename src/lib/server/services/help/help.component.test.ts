// @vitest-environment node
import { describe, expect, it } from 'vitest';
import { GALLERY } from '@hanza/core';
import { findableHelp, helpContents, helpPage } from './help.js';

const pages = helpContents().flatMap(({ pages }) => pages);

describe('the handbook in the application', () => {
	it.each(pages.map(({ id }) => id))('%s is made: formulas, examples and drawings with it', (id) => {
		const { html, title } = helpPage(id);
		expect(title.length).toBeGreaterThan(3);
		expect(html).not.toMatch(/katex-error|undefined|NaN|\$\$|```/);
	});

	it('every page that is written is in its contents', () => {
		const written = Object.keys(import.meta.glob('/src/lib/help/pages/*.md'));
		expect(pages.map(({ id }) => `/src/lib/help/pages/${id}.md`).sort()).toEqual(written.sort());
	});

	it('an example says what the core works out now', () => {
		// tan φ = V ω / g by hand, at the Bench's usual 100 kt and three degrees a second.
		const bankDeg = (Math.atan((100 * 0.514444 * (Math.PI / 60)) / 9.80665) * 180) / Math.PI;
		expect(helpPage('turns').html).toContain(`<td>Bank</td><td>${bankDeg.toFixed(1)}°</td>`);
		const holds = helpPage('holds').html;
		expect(holds).toContain('class="bench-drawing');
		expect(holds).toMatch(/times the inbound correction/);
		expect(helpPage('grading').html).toContain('100 ft off, limit 100 ft');
	});

	it('every fault of the gallery has its place, and leads to what it speaks of', () => {
		const { html, headings } = helpPage('faults');
		expect(headings.map(({ id }) => id)).toEqual(GALLERY.map(({ kind }) => kind));
		for (const { kind } of GALLERY) {
			expect(html).toContain(`id="${kind}"`);
			expect(html).toContain(`/practice/faults/${kind}`);
		}
	});

	it('every link inside it leads to a page and a heading that exist', () => {
		for (const { id } of pages)
			for (const [, page = '', anchor] of helpPage(id).html.matchAll(
				/href="\/help\/([\w-]+)(?:#([\w-]+))?"/g
			)) {
				const target = helpPage(page);
				if (anchor) expect(target.html).toContain(`id="${anchor}"`);
			}
		for (const { href } of findableHelp()) {
			const [page = '', anchor] = href.replace('/help/', '').split('#');
			if (anchor) expect(helpPage(page).html).toContain(`id="${anchor}"`);
		}
	});
});
