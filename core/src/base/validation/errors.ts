/** Anything the core refuses. The message is fit to be shown to a person. */
export class HanzaError extends Error {
	override name = 'HanzaError';
}

/** Input of the wrong shape or range: `place` is a JSON pointer into what was given. */
export class InputError extends HanzaError {
	override name = 'InputError';
	constructor(
		readonly place: string,
		readonly wanted: string
	) {
		super(`${place === '' ? 'the input' : place} ${wanted}`);
	}
}

/** Input that is well formed but asks for what cannot be flown or solved. */
export class InfeasibleError extends HanzaError {
	override name = 'InfeasibleError';
}
