export {
	LOG_COLUMNS,
	cellsOf,
	formatApproaches,
	fromCell,
	guessColumns,
	readRow,
	readTyped,
	toCell,
	type ColumnMap,
	type TypedEntry,
	typedOf
} from './columns.js';
export {
	LOG_DEVICES,
	LogEntry,
	addedTotals,
	emptyEntry,
	nextEntry,
	problemsOfEntry,
	ratingEntryOf,
	totalsOf,
	type LogDevice,
	type LogField,
	type LogTotals
} from './entry.js';
export { formatMinutes, readDay, readMinutes } from './typed.js';
