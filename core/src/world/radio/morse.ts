/** Source: ITU-R M.1677-1, International Morse code. */
export const MORSE: Readonly<Record<string, string>> = {
	A: '.-',
	B: '-...',
	C: '-.-.',
	D: '-..',
	E: '.',
	F: '..-.',
	G: '--.',
	H: '....',
	I: '..',
	J: '.---',
	K: '-.-',
	L: '.-..',
	M: '--',
	N: '-.',
	O: '---',
	P: '.--.',
	Q: '--.-',
	R: '.-.',
	S: '...',
	T: '-',
	U: '..-',
	V: '...-',
	W: '.--',
	X: '-..-',
	Y: '-.--',
	Z: '--..'
};

/** A dot at seven words a minute, the speed of station identifiers, s. Source: ICAO Annex 10, volume I. */
const DOT_SECONDS = 0.17;
/** From the begin of one identifier to the next, s: three in half a minute. */
export const IDENT_PERIOD_SECONDS = 10;

/** One tone of an identifier, s from its begin. */
interface Tone {
	fromSeconds: number;
	toSeconds: number;
}

/**
 * The tones of a text: a dash is three dots, a gap within a letter one, between letters three.
 * @param text letters A to Z; others are left out.
 */
function tonesOf(text: string): Tone[] {
	const tones: Tone[] = [];
	let at = 0;
	for (const letter of text) {
		for (const element of MORSE[letter] ?? '') {
			const length = (element === '-' ? 3 : 1) * DOT_SECONDS;
			tones.push({ fromSeconds: at, toSeconds: at + length });
			at += length + DOT_SECONDS;
		}
		at += 2 * DOT_SECONDS;
	}
	return tones;
}

/** How long an identifier takes, s. */
export const identSeconds = (text: string): number => tonesOf(text).at(-1)?.toSeconds ?? 0;

/** A text as dots and dashes to be read. */
export const morseWords = (text: string): string =>
	[...text].map((letter) => (MORSE[letter] ?? '').replaceAll('.', '·').replaceAll('-', '–')).join(' ');

/** Seconds since the identifier that is being sent at a time, or was last, began. */
export const intoIdent = (timeSeconds: number): number => timeSeconds % IDENT_PERIOD_SECONDS;

/** Whether a station's tone is on at a time. */
export const toneOn = (text: string, timeSeconds: number): boolean =>
	tonesOf(text).some(
		({ fromSeconds, toSeconds }) =>
			intoIdent(timeSeconds) >= fromSeconds && intoIdent(timeSeconds) < toSeconds
	);
