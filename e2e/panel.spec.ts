import { expect, test, type Page } from '@playwright/test';
import { cardCatalog } from '../data/index.js';
import { beginFlying, flyFor } from './support/cockpit.js';
import { studentWithTask } from './support/database.js';
import { signIn } from './support/people.js';
import { tuneNav1 } from './support/radios.js';

type Watched = Window & { watched?: { seen: Set<string>; moved: number; observer: MutationObserver } };

/** Notes from now on what is changed in a way that has the page laid out anew, and how often a layer is moved. */
const watch = (page: Page): Promise<void> =>
	page.evaluate(() => {
		const PLACED = /^(style|transform|d|points|x|y|x1|x2|y1|y2|cx|cy|r|rx|ry|width|height|viewBox)$/;
		const drawingOf = (node: Node) => {
			const element = node instanceof Element ? node : node.parentElement;
			return element instanceof SVGElement ? element.ownerSVGElement : null;
		};
		/** Whether what is laid out within it stays within it. */
		const isAlone = (node: Node) => {
			for (let at = node.parentElement; at; at = at.parentElement)
				if (/strict|size.*layout|layout.*size/.test(getComputedStyle(at).contain)) return true;
			return false;
		};
		const nameOf = (node: Node) => {
			const element = node instanceof Element ? node : node.parentElement!;
			const label = element.closest('[aria-label]')?.getAttribute('aria-label')?.split(/[ ,]/)[0];
			return `${element.tagName.toLowerCase()} in ${label ?? element.closest('[data-testid]')?.getAttribute('data-testid')}`;
		};
		const watched = { seen: new Set<string>(), moved: 0, observer: null as never as MutationObserver };
		watched.observer = new MutationObserver((changes) => {
			for (const { type, target, attributeName } of changes) {
				if (type === 'attributes' && attributeName === 'style' && target instanceof SVGSVGElement)
					watched.moved++;
				if (!drawingOf(target)) continue;
				if (type === 'attributes' && PLACED.test(attributeName!))
					watched.seen.add(`${attributeName} of ${nameOf(target)}`);
				if (type !== 'attributes' && !isAlone(target)) watched.seen.add(`words of ${nameOf(target)}`);
			}
		});
		watched.observer.observe(document.body, {
			subtree: true,
			attributes: true,
			characterData: true,
			childList: true
		});
		(window as Watched).watched = watched;
	});

/** What was noted, and the end of it. */
const watched = (page: Page): Promise<{ seen: string[]; moved: number }> =>
	page.evaluate(() => {
		const { seen, moved, observer } = (window as Watched).watched!;
		observer.disconnect();
		return { seen: [...seen].sort(), moved };
	});

test('in rough air every needle and the hand on the yoke move as layers: nothing is moved inside a drawing', async ({
	page
}) => {
	const card = structuredClone(cardCatalog.get('hold-direct'));
	card.weather.turbulence = 'moderate';
	const { login } = await studentWithTask(card);
	await signIn(page, login);
	await page.getByRole('button', { name: 'Fly' }).last().click();
	await beginFlying(page);
	await tuneNav1(page, '112.3', '105');
	const yoke = (await page.getByTestId('yoke').boundingBox())!;
	const [x, y] = [yoke.x + yoke.width / 2, yoke.y + yoke.height / 2];
	for (const arrangement of ['round dials', 'linear scales']) {
		if (arrangement === 'linear scales') await page.keyboard.press('p');
		await expect(page.getByTestId('linear-panel')).toBeVisible({ visible: arrangement === 'linear scales' });
		await watch(page);
		await page.mouse.move(x, y);
		await page.mouse.down();
		for (const across of [20, -25, 15]) {
			await page.mouse.move(x + across, y + across / 2, { steps: 4 });
			await flyFor(page, 2);
		}
		await page.mouse.up();
		const { seen, moved } = await watched(page);
		expect(seen, arrangement).toEqual([]);
		expect(moved, arrangement).toBeGreaterThan(300);
	}
});
