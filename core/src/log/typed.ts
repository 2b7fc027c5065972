import { InputError } from '../base/index.js';
import { checkDay, dayNumber, dayOf } from '../rating/index.js';

/** How a day written as 3/11 is meant: the day or the month first. */
export type DayOrder = 'day-first' | 'month-first';
/** How a time written as a bare number is meant. */
export type BareTime = 'hours' | 'minutes' | 'by-size';

const MINUTES_PER_HOUR = 60;
/** A bare whole number below this is hours where its size decides: nobody logs nine minutes, many log two hours. */
const FEWEST_MINUTES = 10;
const TIMES = 'must be a time, as 1:30, 1.5 or 90';

/**
 * A time of a log as people write it: 1:30, 1h30, 1.5, 1,5, 90, 90 min. An empty text is none.
 * @param bare what a whole number without a sign of its unit is; by its size, 1 to 9 are hours and the rest minutes.
 * @returns whole minutes; decimal hours to the nearest minute.
 * @throws InputError
 */
export function readMinutes(text: string, at: string, bare: BareTime = 'by-size'): number {
	const typed = text.trim().toLowerCase().replace(/\s+/g, ' ');
	if (typed === '' || typed === '-' || typed === '–') return 0;
	const clock = /^(\d{1,5}) ?(?:[:h]|h ) ?(\d{1,2}) ?(?:m|min)?$/.exec(typed);
	if (clock) {
		const minutes = Number(clock[2]);
		if (minutes >= MINUTES_PER_HOUR)
			throw new InputError(at, `${TIMES}; ${text.trim()} has ${minutes} minutes in an hour`);
		return Number(clock[1]) * MINUTES_PER_HOUR + minutes;
	}
	const number = /^(\d{1,6})(?:[.,](\d{1,4}))? ?(h|hrs?|hours?|m|min|mins|minutes?)?$/.exec(typed);
	if (!number) throw new InputError(at, `${TIMES}; ${text.trim()} is none`);
	const [, whole, fraction, unit] = number;
	const value = Number(`${whole}.${fraction ?? 0}`);
	const inHours = unit
		? unit.startsWith('h')
		: bare === 'by-size'
			? fraction !== undefined || value < FEWEST_MINUTES
			: bare === 'hours';
	return Math.round(inHours ? value * MINUTES_PER_HOUR : value);
}

/** A time as it is written in a log: 1:30. Nothing for none where that is asked. */
export function formatMinutes(minutes: number, { blank = false } = {}): string {
	if (minutes === 0 && blank) return '';
	const whole = Math.abs(Math.round(minutes));
	return `${minutes < 0 ? '−' : ''}${Math.floor(whole / MINUTES_PER_HOUR)}:${String(whole % MINUTES_PER_HOUR).padStart(2, '0')}`;
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const DATES = 'must be a day, as 2026-11-03, 3 Nov 2026 or 3.11.2026';
/** A year of two digits up to this many years on from today is of this century. */
const YEARS_AHEAD = 1;

/**
 * A day as people write it: 2026-11-03, 3 Nov 2026, Nov 3 2026, 3.11.26, 3/11/2026, 3.11., today, yesterday, −2.
 * A year that is left out is the last one in which the day is not after today.
 * @param order how a day of two numbers is meant; where the order cannot be, the other is taken.
 * @returns YYYY-MM-DD. @throws InputError
 */
export function readDay(text: string, today: string, at: string, order: DayOrder = 'day-first'): string {
	const typed = text.trim().toLowerCase().replace(/\s+/g, ' ');
	const refuse = (): never => {
		throw new InputError(at, `${DATES}; ${text.trim() || 'nothing'} is none`);
	};
	if (typed === 'today') return today;
	if (typed === 'yesterday') return dayOf(dayNumber(today) - 1);
	const ago = /^[-−](\d{1,3})$/.exec(typed);
	if (ago) return dayOf(dayNumber(today) - Number(ago[1]));
	const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[t ].*)?$/.exec(typed);
	if (iso) return dayFrom(iso[1]!, iso[2]!, iso[3]!, at, today);
	const named =
		/^(\d{1,2})(?:st|nd|rd|th)?[. -]*([a-z]{3,9})\.?(?:[ ,-]+(\d{2,4}))?$/.exec(typed) ??
		swapped(/^([a-z]{3,9})\.? (\d{1,2})(?:st|nd|rd|th)?(?:,? (\d{2,4}))?$/.exec(typed));
	if (named) {
		const month = MONTHS.indexOf(named[2]!.slice(0, 3)) + 1;
		return month > 0 ? dayFrom(named[3], String(month), named[1]!, at, today) : refuse();
	}
	const numbers = /^(\d{1,2})[./-](\d{1,2})(?:[./-](\d{4}|\d{2})?)?$/.exec(typed) ?? refuse();
	const [first, second] = [Number(numbers[1]), Number(numbers[2])];
	const dayFirst = typed.includes('.') || (order === 'day-first' ? second <= 12 : first > 12);
	return dayFirst
		? dayFrom(numbers[3], numbers[2]!, numbers[1]!, at, today)
		: dayFrom(numbers[3], numbers[1]!, numbers[2]!, at, today);
}

const swapped = (match: RegExpExecArray | null): (string | undefined)[] | null =>
	match && [match[0], match[2], match[1], match[3]];

function dayFrom(year: string | undefined, month: string, date: string, at: string, today: string): string {
	const rest = `${month.padStart(2, '0')}-${date.padStart(2, '0')}`;
	const thisYear = Number(today.slice(0, 4));
	const pick = (): number => {
		if (year === undefined) return `${thisYear}-${rest}` > today ? thisYear - 1 : thisYear;
		if (year.length > 2) return Number(year);
		const century = Math.floor(thisYear / 100) * 100;
		return century + Number(year) > thisYear + YEARS_AHEAD
			? century - 100 + Number(year)
			: century + Number(year);
	};
	const day = `${String(pick()).padStart(4, '0')}-${rest}`;
	checkDay(day, at);
	return day;
}

/** No flight that is logged in hours has more of them. */
const MOST_HOURS = 12;

/** Whether a column of times is in hours: one is a decimal fraction, or all whole numbers are as small as hours are. */
export const looksLikeHours = (texts: readonly string[]): boolean =>
	texts.some((text) => /^\d+[.,]\d+$/.test(text.trim())) ||
	texts.every((text) => !/^\d+$/.test(text.trim()) || Number(text) <= MOST_HOURS);
