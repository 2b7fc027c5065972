/** A column of a table of rows. */
export interface Column<T> {
	id: string;
	head: string;
	/** What it is sorted and searched by; a column without cannot be sorted. */
	value?: (row: T) => string | number | null;
	/** To the right, the largest first. */
	number?: boolean;
}
