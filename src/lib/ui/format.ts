const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const moment = new Intl.DateTimeFormat('en-GB', {
	day: 'numeric',
	month: 'short',
	hour: '2-digit',
	minute: '2-digit'
});

const shortDay = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

export const formatShortDay = (date: Date | string): string => shortDay.format(new Date(date));
export const formatDay = (date: Date | string): string => day.format(new Date(date));
export const formatMoment = (date: Date | string): string => moment.format(new Date(date));

/** Seconds as minutes, or hours and minutes. */
export function formatDuration(seconds: number): string {
	const minutes = Math.round(seconds / 60);
	return minutes < 60
		? `${minutes} min`
		: `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}

/** Words with how often they come, each once, in the order of their first. */
export function tally(words: readonly string[]): string {
	const counts = new Map<string, number>();
	for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1);
	return [...counts].map(([word, count]) => (count > 1 ? `${word} (${count} times)` : word)).join(', ');
}
