/*
 * A page can be typed on before it is awake: over a slow line for seconds. Waking up sets each field to what the page was made
 * with; so what somebody has typed by then is put back.
 */

type Field = HTMLInputElement | HTMLTextAreaElement;
const isField = (target: unknown): target is Field =>
	(target instanceof HTMLInputElement && !['hidden', 'checkbox', 'radio', 'file'].includes(target.type)) ||
	target instanceof HTMLTextAreaElement;

const typed = new Map<Field, string>();
const note = (event: Event): void => {
	if (isField(event.target)) typed.set(event.target, event.target.value);
};

/** Before the page wakes up: notes what has been typed, and what is typed from now on. */
export function watchTyping(): void {
	for (const field of document.querySelectorAll('input, textarea'))
		if (isField(field) && field.value !== field.defaultValue) typed.set(field, field.value);
	addEventListener('input', note, true);
}

/** Once the page is awake. */
export function putTypedBack(): void {
	removeEventListener('input', note, true);
	for (const [field, value] of typed) {
		if (!field.isConnected || field.value === value) continue;
		field.value = value;
		field.dispatchEvent(new Event('input', { bubbles: true }));
	}
	typed.clear();
}
