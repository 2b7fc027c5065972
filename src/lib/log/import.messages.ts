import type { ColumnMap, LogEntry, LogField } from '@hanza/core';

/** A problem of a row, by the file's own numbering. */
export interface RowProblem {
	row: number;
	/** Of the file, from 0; null where it is not one column's. */
	column: number | null;
	field: LogField;
	/** What stands there. */
	text: string;
	words: string;
}

/** A file as it was opened. */
export interface OpenedFile {
	heads: string[];
	/** A few of the first rows. */
	first: string[][];
	rows: number;
	guess: ColumnMap;
	digest: string;
}

/** A file as it is read by a map. */
export interface ReadFile {
	good: number;
	/** Rows with something wrong. */
	bad: number;
	/** Of the bad, the first. */
	problems: RowProblem[];
	/** Rows that are in order but want a word. */
	cautions: RowProblem[];
	cautioned: number;
	/** The first entries as they would be taken. */
	preview: LogEntry[];
	totalMinutes: number;
}

export type ImportRequest =
	| { id: number; kind: 'open'; file: File; today: string }
	| { id: number; kind: 'read'; map: ColumnMap; today: string }
	| { id: number; kind: 'entries'; first: number; count: number }
	| { id: number; kind: 'bad' };

export type ImportAnswer =
	| { id: number; progress: number }
	| { id: number; opened: OpenedFile }
	| { id: number; read: ReadFile }
	| { id: number; entries: LogEntry[] }
	| { id: number; csv: string }
	| { id: number; problem: string };
