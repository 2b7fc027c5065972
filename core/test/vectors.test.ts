import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { VERBS } from '../../cli/verbs.js';
import { HanzaError, signedDeg } from '../src/index.js';

interface Row {
	in: unknown;
	out?: Record<string, unknown>;
	tol?: Record<string, number>;
	accept?: Record<string, unknown[]>;
	error?: boolean;
	note?: string;
}

const rowsOf = (verb: string): Row[] =>
	readFileSync(new URL(`./vectors/${verb}.jsonl`, import.meta.url), 'utf8')
		.trim()
		.split('\n')
		.map((line) => JSON.parse(line) as Row);

/** `rows.3.seconds` is looked up under `rows.*.seconds`. */
const toleranceOf = (row: Row, path: string): number =>
	row.tol?.[path] ?? row.tol?.[path.replaceAll(/\.\d+(?=\.|$)/g, '.*')] ?? 1e-6;

const isAngle = (path: string): boolean => /(Deg|headings\.\d+)$/.test(path);

function compare(row: Row, expected: unknown, actual: unknown, path: string): void {
	if (typeof expected === 'number') {
		expect(actual, path).toBeTypeOf('number');
		const off = (actual as number) - expected;
		const error = Math.abs(isAngle(path) ? signedDeg(off) : off);
		expect(error, `${path}: ${actual} for ${expected}`).toBeLessThanOrEqual(toleranceOf(row, path));
	} else if (Array.isArray(expected)) {
		expect(actual, path).toHaveLength(expected.length);
		expected.forEach((value, i) => compare(row, value, (actual as unknown[])[i], `${path}.${i}`));
	} else if (expected !== null && typeof expected === 'object') {
		for (const [key, value] of Object.entries(expected))
			compare(row, value, (actual as Record<string, unknown>)[key], path === '' ? key : `${path}.${key}`);
	} else expect(actual, path).toEqual(expected);
}

/** The expected answers: `accept` replaces keys of `out`, value by value. */
function alternatives(row: Row): Record<string, unknown>[] {
	const accept = Object.entries(row.accept ?? {});
	const count = accept[0]?.[1].length ?? 1;
	return Array.from({ length: count }, (_, i) => {
		const out = structuredClone(row.out!);
		for (const [path, values] of accept) {
			const keys = path.split('.');
			const last = keys.pop()!;
			const holder = keys.reduce((at, key) => at[key] as Record<string, unknown>, out);
			holder[last] = values[i];
		}
		return out;
	});
}

for (const verb of Object.keys(VERBS).filter(
	(name) => !['trim', 'fly', 'grade', 'scan', 'list', 'show', 'schema', 'procedure-check'].includes(name)
))
	describe(`reference rows: ${verb}`, () => {
		rowsOf(verb).forEach((row, i) => {
			it(`${i + 1}${row.note ? `: ${row.note.slice(0, 80)}` : ''}`, () => {
				if (row.error) {
					expect(() => VERBS[verb]!.run(row.in)).toThrow(HanzaError);
					return;
				}
				const actual = VERBS[verb]!.run(row.in);
				const failures: unknown[] = [];
				for (const out of alternatives(row))
					try {
						compare(row, out, actual, '');
						return;
					} catch (error) {
						failures.push(error);
					}
				throw failures[0];
			});
		});
	});
