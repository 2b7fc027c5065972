/** A form that was refused, as its page shows it: what was typed, and what is wrong beside each field. */
export interface RefusedForm {
	entered: Readonly<Record<string, string | undefined>>;
	errors: Readonly<Record<string, string | undefined>>;
	/** What is wrong with the whole. */
	message: string | undefined;
}

/** What an action said; nothing where it said nothing or was not refused. */
export const refusedOf = (form: object | null | undefined): RefusedForm => ({
	entered: {},
	errors: {},
	message: undefined,
	...form
});
