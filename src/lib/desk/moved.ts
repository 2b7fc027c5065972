/** Whether a path is an address or below it. */
export const inside = (path: string, href: string): boolean => path === href || path.startsWith(`${href}/`);

/** Addresses of before, and where they lead now. */
const MOVED: readonly (readonly [string, string])[] = [
	['/home', '/today'],
	['/roster', '/students'],
	['/log', '/record/practice'],
	['/cards', '/library/cards'],
	['/areas', '/library/areas'],
	['/aircraft', '/library/aircraft'],
	['/standards', '/library/standards'],
	['/drills', '/practice/drills'],
	['/faults', '/practice/faults'],
	['/controls', '/practice/controls'],
	['/tap', '/bench/tap']
];

/** The address of today for one of before; null where it has not moved. */
export function movedTo(path: string): string | null {
	const found = MOVED.find(([old]) => inside(path, old));
	return found ? found[1] + path.slice(found[0].length) : null;
}
