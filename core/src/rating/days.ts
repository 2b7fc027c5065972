/*
 * Days of the calendar as numbers, without clocks or zones: a log knows days only.
 * After the civil calendar's arithmetic with years that begin in March, so that the leap day is the last of a year.
 */
const DAYS_IN_ERA = 146_097;
const YEARS_IN_ERA = 400;
/** Days from 1 March of year 0 to 1 January 1970. */
const EPOCH_DAYS = 719_468;

/** Days since 1 January 1970. @param day YYYY-MM-DD, a day that there is. */
export function dayNumber(day: string): number {
	const [y, month, date] = day.split('-').map(Number) as [number, number, number];
	const year = month <= 2 ? y - 1 : y;
	const era = Math.floor(year / YEARS_IN_ERA);
	const yearOfEra = year - era * YEARS_IN_ERA;
	const dayOfYear = Math.floor((153 * ((month + 9) % 12) + 2) / 5) + date - 1;
	const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
	return era * DAYS_IN_ERA + dayOfEra - EPOCH_DAYS;
}

/** The day as YYYY-MM-DD. @param number days since 1 January 1970, whole. */
export function dayOf(number: number): string {
	const shifted = number + EPOCH_DAYS;
	const era = Math.floor(shifted / DAYS_IN_ERA);
	const dayOfEra = shifted - era * DAYS_IN_ERA;
	const yearOfEra = Math.floor(
		(dayOfEra -
			Math.floor(dayOfEra / 1460) +
			Math.floor(dayOfEra / 36_524) -
			Math.floor(dayOfEra / 146_096)) /
			365
	);
	const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
	const shiftedMonth = Math.floor((5 * dayOfYear + 2) / 153);
	const date = dayOfYear - Math.floor((153 * shiftedMonth + 2) / 5) + 1;
	const month = shiftedMonth < 10 ? shiftedMonth + 3 : shiftedMonth - 9;
	const year = yearOfEra + era * YEARS_IN_ERA + (month <= 2 ? 1 : 0);
	return `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
}
