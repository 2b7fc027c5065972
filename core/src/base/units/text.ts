import { normalizeDeg } from './angles.js';

/** A heading as it is spoken and printed: three figures, 360 for north. */
export function formatHeading(deg: number): string {
	const whole = Math.round(normalizeDeg(deg)) % 360;
	return String(whole === 0 ? 360 : whole).padStart(3, '0');
}

/** Seconds as m:ss; a second that has not passed is not shown. */
export function formatClock(seconds: number): string {
	const whole = Math.max(0, Math.floor(seconds + 1e-6));
	return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** A number with its sign, a true minus, and so many decimals; nothing that rounds to zero is signed. */
export function signed(value: number, decimals = 0): string {
	const text = Math.abs(value).toFixed(decimals);
	return Number(text) === 0 ? text : (value > 0 ? '+' : '−') + text;
}
