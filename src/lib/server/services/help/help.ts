import { katex } from '@mdit/plugin-katex';
import MarkdownIt from 'markdown-it';
import anchor from 'markdown-it-anchor';
import { render } from 'svelte/server';
import { DRILLS, GALLERY, HanzaError, measure, toRadians, VOR_FULL_SCALE_DEG } from '@hanza/core';
import BenchDrawing from '$lib/bench/BenchDrawing.svelte';
import { inputsOf, TOOL_IDS, TOOLS, type Answer, type ToolId } from '$lib/bench/tools.js';
import type { Findable, HelpPage } from '$lib/contracts/find-api.js';
import { DRAWINGS } from '$lib/help/drawings.js';
import { guideOf } from '$lib/help/fault-guide.js';
import { found } from '../../policy.js';

/*
 * The handbook in the application. Pages are Markdown; a fence named "example" or "drawing" is worked out by the core or
 * drawn when a page is first asked for, so that neither can say what the core no longer does.
 */

const SOURCES = import.meta.glob<string>('/src/lib/help/pages/*.md', {
	query: '?raw',
	import: 'default',
	eager: true
});

/** Pages in the order of the list, by group. */
const GROUPS: readonly (readonly [string, readonly string[]])[] = [
	['Begin', ['first-flight', 'watching', 'cards', 'grading', 'faults', 'drills', 'bench', 'log', 'school']],
	['Attitude', ['scan', 'methods', 'descents', 'turns', 'recoveries', 'instruments']],
	['Radio navigation', ['radio', 'tracking', 'holds', 'arcs']],
	['Approaches', ['approaches', 'minima', 'missed']]
];
const IDS = GROUPS.flatMap(([, ids]) => ids);

const escaped = (text: string): string =>
	text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);
/** The name of a heading in an address. */
const slug = (text: string): string =>
	text
		.toLowerCase()
		.replace(/[^\p{L}\p{N}]+/gu, '-')
		.replace(/^-|-$/g, '');

/** "hold windSpeedKt=20": a calculation of the Bench with these inputs, the rest as usual. @throws HanzaError */
function answered(words: string): { id: ToolId; answer: Answer } {
	const [name, ...pairs] = words.trim().split(/\s+/);
	const id = TOOL_IDS.find((one) => one === name);
	if (!id) throw new HanzaError(`the handbook asks for "${name}": the Bench has ${TOOL_IDS.join(', ')}`);
	const tool = TOOLS[id];
	const query = new URLSearchParams(pairs.join('&'));
	for (const key of query.keys())
		if (!tool.fields.some((field) => field.id === key))
			throw new HanzaError(`the handbook asks ${id} for "${key}", which it has not`);
	const inputs = inputsOf(tool, query);
	const numbers = Object.fromEntries(Object.entries(inputs).filter(([, v]) => typeof v === 'number'));
	const choices = Object.fromEntries(Object.entries(inputs).filter(([, v]) => typeof v === 'string'));
	return {
		id,
		answer: tool.solve(numbers as Record<string, number>, choices as Record<string, string>)
	};
}

const RATE_HZ = 1;
const LIMIT = { above: 100, below: 100 };
/** What a moment scores at four distances from the target, by the grader's own measure. */
function scores(): string[][] {
	return [0, 50, 100, 150].map((deviation) => {
		const { score } = measure(new Float64Array(30).fill(deviation), LIMIT, 0, RATE_HZ);
		return [`${deviation} ft off, limit 100 ft`, `${score.toFixed(0)} of 100`];
	});
}

const table = (head: string[], rows: string[][]): string =>
	`<table><thead><tr>${head.map((cell) => `<th>${escaped(cell)}</th>`).join('')}</tr></thead><tbody>${rows
		.map((row) => `<tr>${row.map((cell) => `<td>${escaped(cell)}</td>`).join('')}</tr>`)
		.join('')}</tbody></table>`;

/** How wide a VOR's full scale is, and a degree, at some distances. */
const scales = (): string[][] =>
	[5, 10, 20, 40].map((nm) => {
		const wide = (deg: number) => `${(nm * Math.tan(toRadians(deg))).toFixed(deg > 1 ? 1 : 2)} NM`;
		return [`${nm} NM`, wide(VOR_FULL_SCALE_DEG), wide(1), `${(nm / 60).toFixed(2)} NM`];
	});

/** "turn rateDegPerSecond=3 | Bank, Radius": rows of a calculation, all or those named. */
function example(words: string): string {
	if (words.trim() === 'score') return table(['held for half a minute', 'scores'], scores());
	if (words.trim() === 'scale')
		return table(['from the station', 'full scale of a VOR', 'a degree', 'by one in sixty'], scales());
	const [asked = '', only = ''] = words.split('|');
	const { id, answer } = answered(asked);
	const wanted = only
		.split(',')
		.map((label) => label.trim())
		.filter(Boolean);
	for (const label of wanted)
		if (!answer.rows.some((row) => row.label === label))
			throw new HanzaError(`the handbook asks ${id} for the row "${label}", which it has not`);
	const rows = answer.rows.filter(({ label }) => wanted.length === 0 || wanted.includes(label));
	const query = asked.trim().split(/\s+/).slice(1).join('&');
	const given = TOOLS[id].fields
		.map((field) => {
			const value = inputsOf(TOOLS[id], new URLSearchParams(query))[field.id];
			return `${field.label} ${value}${'unit' in field ? ` ${field.unit}` : ''}`;
		})
		.join(', ');
	return `<p class="given">For example: ${escaped(given)}. <a href="/bench/${id}${query ? `?${escaped(query)}` : ''}">On the Bench</a></p>${table(
		['', 'exact', 'by rule'],
		rows.map(({ label, exact, rule }) => [label, exact, rule ?? ''])
	)}`;
}

function drawing(words: string): string {
	const own = Object.entries(DRAWINGS).find(([name]) => name === words.trim());
	if (own) return own[1]();
	const { id, answer } = answered(words);
	if (!answer.drawing) throw new HanzaError(`the Bench draws nothing for ${id}`);
	const { body } = render(BenchDrawing, {
		props: { drawing: answer.drawing, handles: [], ondrag: () => {} },
		idPrefix: `help-${id}`
	});
	return `${body}<figcaption>${escaped(answer.note)}</figcaption>`;
}

/** Every fault with its sign and cause, and where it is watched, practised and flown. */
function faults(): string {
	return GALLERY.map(({ kind, name, watch, cards }) => {
		const { sign, why, page, drill } = guideOf(kind);
		const links = [
			`<a href="/practice/faults/${kind}">Watch it flown</a>`,
			`<a href="/help/${page}">The technique</a>`,
			...(drill ? [`<a href="/practice/drills/${drill}">Drill: ${escaped(DRILLS[drill].name)}</a>`] : []),
			`<a href="/set?card=${cards[0]}" data-role="instructor">Set a card that trains it</a>`
		];
		return `<section><h2 id="${kind}" tabindex="-1">${escaped(name)}</h2><p><b>Sign.</b> ${escaped(sign)}</p><p><b>Why.</b> ${escaped(why)}</p><p><b>Watch</b> ${escaped(watch)}.</p><p>${links.join(' · ')}</p></section>`;
	}).join('');
}

const FENCES: Record<string, (words: string) => string> = { example, drawing, faults };

function converter(): MarkdownIt {
	const converter = new MarkdownIt({ html: true, linkify: false, typographer: true });
	converter.use(katex, { output: 'mathml', throwOnError: true });
	converter.use(anchor, { slugify: slug, level: [2] });
	converter.renderer.rules.fence = (tokens, index) => {
		const [kind = '', ...words] = tokens[index]!.info.trim().split(/\s+/);
		const made = FENCES[kind];
		if (!made) throw new HanzaError(`the handbook has no fence "${kind}"`);
		return `<figure class="${kind}">${made(words.join(' '))}</figure>`;
	};
	return converter;
}

const cache = new Map<string, HelpPage>();

/** A page of the handbook. @throws NotFoundError where there is none. */
export function helpPage(id: string): HelpPage {
	const source = found(IDS.includes(id) ? SOURCES[`/src/lib/help/pages/${id}.md`] : null);
	const kept = cache.get(id);
	if (kept) return kept;
	const [, title = id] = /^# (.+)$/m.exec(source) ?? [];
	const headings = [...source.matchAll(/^## (.+)$/gm)].map(([, text = '']) => ({ id: slug(text), text }));
	const page: HelpPage = {
		id,
		title,
		html: converter().render(source.replace(/^# .+$/m, '')),
		headings: id === 'faults' ? GALLERY.map(({ kind, name }) => ({ id: kind, text: name })) : headings
	};
	cache.set(id, page);
	return page;
}

/** What the handbook has, by group. */
export const helpContents = () =>
	GROUPS.map(([group, ids]) => ({
		group,
		pages: ids.map((id) => {
			const { title, headings } = helpPage(id);
			return { id, title, headings };
		})
	}));
/** Pages and headings by name: a heading's page stands with it, since two may have one name. */
export const findableHelp = (): Findable[] =>
	helpContents().flatMap(({ pages }) =>
		pages.flatMap(({ id, title, headings }) => [
			{ group: 'Help', text: title, href: `/help/${id}` },
			...headings.map((heading) => ({
				group: 'Help',
				text: `${heading.text} · ${title}`,
				href: `/help/${id}#${heading.id}`
			}))
		])
	);
export const FIRST_HELP = IDS[0]!;
