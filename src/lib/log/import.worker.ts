import '$lib/contracts/ready/log.js';
import Papa from 'papaparse';
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { fromCell, guessColumns, readRow, toCell, type LogEntry } from '@hanza/core';
import type { ImportAnswer, ImportRequest, ReadFile, RowProblem } from './import.messages.js';

/** Reads a log's file away from the page, which stays awake. */
const MOST_BYTES = 60_000_000;
const MOST_ROWS = 100_000;
const SHOWN = 200;
const PREVIEW = 8;
const GUESSED_FROM = 50;
const ROWS_BETWEEN_WORDS = 1000;

let heads: string[] = [];
let rows: { cells: string[]; number: number }[] = [];
let entries: LogEntry[] = [];
let bad: { row: string[]; why: string }[] = [];

const say = (answer: ImportAnswer): void => postMessage(answer);

async function open({ id, file, today }: Extract<ImportRequest, { kind: 'open' }>): Promise<void> {
	if (file.size > MOST_BYTES) return say({ id, problem: 'The file has more than 60 MB. Split it.' });
	const bytes = new Uint8Array(await file.arrayBuffer());
	const digest = bytesToHex(sha256(bytes));
	let text: string;
	try {
		text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch {
		// Spreadsheets of before write so.
		text = new TextDecoder('windows-1252').decode(bytes);
	}
	const table = text.replace(/^\uFEFF/, '');
	// What stands between the values is guessed from rows that have some.
	const { delimiter } = Papa.parse(table, { skipEmptyLines: 'greedy', preview: GUESSED_FROM }).meta;
	// Rows are counted as the file has them, with the empty ones, so that they are found there again.
	const [first, ...rest] = Papa.parse<string[]>(table, { delimiter })
		.data.map((cells, i) => ({ cells: cells.map(fromCell), number: i + 1 }))
		.filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
	heads = (first?.cells ?? []).map((head) => head.trim());
	rows = rest;
	if (rows.length === 0)
		return say({ id, problem: 'The file has no rows under its heads: the first row names the columns.' });
	if (rows.length > MOST_ROWS)
		return say({ id, problem: `The file has ${rows.length} rows, ${MOST_ROWS} at most. Split it.` });
	say({
		id,
		opened: {
			heads,
			first: rows.slice(0, 5).map(({ cells }) => cells),
			rows: rows.length,
			guess: guessColumns(
				heads,
				rows.slice(0, GUESSED_FROM).map(({ cells }) => cells),
				today
			),
			digest
		}
	});
}

function read({ id, map, today }: Extract<ImportRequest, { kind: 'read' }>): void {
	entries = [];
	bad = [];
	const result: ReadFile = {
		good: 0,
		bad: 0,
		problems: [],
		cautions: [],
		cautioned: 0,
		preview: [],
		totalMinutes: 0
	};
	rows.forEach(({ cells: row, number }, i) => {
		const one = readRow(row, map, today);
		const shown = (
			list: { column: number | null; field: RowProblem['field']; words: string }[]
		): RowProblem[] =>
			list.map(({ column, field, words }) => ({
				row: number,
				column,
				field,
				text: column === null ? '' : (row[column] ?? ''),
				words
			}));
		if ('entry' in one) {
			entries.push(one.entry);
			result.totalMinutes += one.entry.totalMinutes;
			if (one.cautions.length > 0) result.cautioned++;
			if (result.cautions.length < SHOWN) result.cautions.push(...shown(one.cautions));
		} else {
			bad.push({ row, why: one.problems.map(({ field, words }) => `${field} ${words}`).join('; ') });
			if (result.problems.length < SHOWN) result.problems.push(...shown(one.problems));
		}
		if (i % ROWS_BETWEEN_WORDS === 0) say({ id, progress: i / rows.length });
	});
	say({ id, read: { ...result, good: entries.length, bad: bad.length, preview: entries.slice(0, PREVIEW) } });
}

onmessage = ({ data }: MessageEvent<ImportRequest>): void => {
	if (data.kind === 'open')
		open(data).catch(() => say({ id: data.id, problem: 'The file cannot be read as a table of values.' }));
	else if (data.kind === 'read') read(data);
	else if (data.kind === 'entries')
		say({ id: data.id, entries: entries.slice(data.first, data.first + data.count) });
	else
		say({
			id: data.id,
			csv: Papa.unparse({
				fields: [...heads, 'What is wrong'],
				data: bad.map(({ row, why }) => [...heads.map((_, i) => toCell(row[i] ?? '')), why])
			})
		});
};
