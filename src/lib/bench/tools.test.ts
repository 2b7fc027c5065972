import { describe, expect, it } from 'vitest';
import { HanzaError, signedDeg } from '@hanza/core';
import { barOf, frameOf } from './drawing.js';
import { linkOf } from './link.js';
import { inputsOf, TOOL_IDS, TOOLS, type Tool } from './tools.js';

/** The inputs of a tool as its page has them, split as its solver wants them. */
function solve(tool: Tool, change: Record<string, number | string> = {}) {
	const inputs = { ...inputsOf(tool, new URLSearchParams()), ...change };
	const numbers: Record<string, number> = {};
	const choices: Record<string, string> = {};
	for (const [id, value] of Object.entries(inputs))
		if (typeof value === 'number') numbers[id] = value;
		else choices[id] = value;
	return tool.solve(numbers, choices);
}

describe.each(TOOL_IDS)('the Bench: %s', (id) => {
	const tool: Tool = TOOLS[id];

	it('answers with what it begins with, with something to try first, and draws within bounds', () => {
		const { rows, drawing, note } = solve(tool);
		expect(rows.length).toBeGreaterThan(1);
		expect(rows.some(({ asked }) => asked && Number.isFinite(asked.value))).toBe(true);
		expect(note.length).toBeGreaterThan(10);
		for (const { exact } of rows) expect(exact).not.toMatch(/NaN|undefined|Infinity/);
		if (!drawing) return;
		const frame = frameOf(drawing, 500, 80);
		for (const { points } of drawing.shapes)
			for (const { north, east } of points) {
				expect(frame.x(east)).toBeGreaterThan(79);
				expect(frame.x(east)).toBeLessThan(421);
				expect(frame.y(north)).toBeGreaterThan(79);
				expect(frame.y(north)).toBeLessThan(421);
			}
	});

	it('holds its inputs in a link, and takes nothing out of one that its fields do not allow', () => {
		const usual = inputsOf(tool, new URLSearchParams());
		expect(inputsOf(tool, new URLSearchParams(linkOf(usual)))).toEqual(usual);
		const [field] = tool.fields;
		const bad = new URLSearchParams({ [field!.id]: 'x', other: '5' });
		expect(inputsOf(tool, bad)).toEqual(usual);
		if (field!.kind === 'number') {
			const beyond = new URLSearchParams({ [field!.id]: String(field!.max + 1) });
			expect(inputsOf(tool, beyond)).toEqual(usual);
		}
	});

	it('answers, or says why not, at the ends of every field', () => {
		for (const field of tool.fields)
			for (const value of field.kind === 'number' ? [field.min, field.max] : field.options)
				try {
					for (const { exact } of solve(tool, { [field.id]: value }).rows)
						expect(exact, `${field.id} ${value}`).not.toMatch(/NaN|undefined/);
				} catch (error) {
					expect(error, `${field.id} ${value}`).toBeInstanceOf(HanzaError);
				}
	});
});

describe('the hold’s drawing', () => {
	it('ends the exact circuit on the inbound course, and the rules’ beside it by their miss', () => {
		const { drawing, rows } = solve(TOOLS.hold, {
			inboundCourseDeg: 360,
			windFromDeg: 90,
			windSpeedKt: 20,
			trueAirspeedKt: 100
		});
		const [, two, three, exact] = drawing!.shapes;
		const last = (shape: typeof exact) => shape!.points.at(-1)!;
		expect(exact!.points.at(-2)!.east).toBeCloseTo(0, 6);
		const miss = rows.find(({ label }) => label === 'Miss at the end')!.rule!;
		const [a, b] = [...miss.matchAll(/×: ([\d.]+) NM (right|left)/g)].map(
			([, size, side]) => Number(size) * (side === 'right' ? 1 : -1)
		);
		expect(last(two).east).toBeCloseTo(a!, 1);
		expect(last(three).east).toBeCloseTo(b!, 1);
	});
});

describe('a scale bar', () => {
	it('is one, two or five of a power of ten and fits', () => {
		for (const scale of [0.7, 3, 11, 47, 180, 900]) {
			const length = barOf(scale, 120);
			expect(length * scale).toBeLessThanOrEqual(120);
			expect(length * scale).toBeGreaterThan(120 / 2.6);
			expect([1, 2, 5]).toContain(Math.round(length / 10 ** Math.floor(Math.log10(length) + 1e-9)));
		}
	});
});

describe('the compass turn', () => {
	it('mirrors between right and left about north', () => {
		const asked = (turn: string) =>
			solve(TOOLS.compass, { turn }).rows.find(({ asked }) => asked)!.asked!.value;
		expect(signedDeg(asked('right'))).toBeCloseTo(-signedDeg(asked('left')), 6);
	});
});
