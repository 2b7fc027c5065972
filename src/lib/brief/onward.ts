import type { SubmitFunction } from '@sveltejs/kit';

/** A form that is a try; Enter goes from one to the next. */
const TRIES = 'form[data-try]';
const FIRST_FIELD = 'input:not([type="hidden"]), [role="combobox"]';

/** Keeps what was typed, and goes on to the next try once this one is answered. */
export const onward: SubmitFunction = ({ formElement }) => {
	const tries = [...document.querySelectorAll<HTMLFormElement>(TRIES)];
	const next = tries[tries.indexOf(formElement) + 1]?.dataset.try;
	return async ({ result, update }) => {
		await update({ reset: false });
		if (result.type !== 'success' || next === undefined) return;
		const field = document
			.querySelector<HTMLElement>(`form[data-try="${next}"]`)
			?.querySelector<HTMLElement>(FIRST_FIELD);
		field?.focus();
		if (field instanceof HTMLInputElement) field.select();
	};
};
