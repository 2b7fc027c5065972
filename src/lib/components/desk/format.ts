const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const moment = new Intl.DateTimeFormat('en-GB', {
	day: 'numeric',
	month: 'short',
	hour: '2-digit',
	minute: '2-digit'
});

export const formatDay = (date: Date | string): string => day.format(new Date(date));
export const formatMoment = (date: Date | string): string => moment.format(new Date(date));

/** Seconds as minutes, or hours and minutes. */
export function formatDuration(seconds: number): string {
	const minutes = Math.round(seconds / 60);
	return minutes < 60
		? `${minutes} min`
		: `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}
