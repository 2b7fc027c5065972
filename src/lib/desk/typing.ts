/** Whether a key press is meant for a field, a list or a dialog, not for the page. */
export const isTyped = (target: EventTarget | null): boolean =>
	target instanceof HTMLElement &&
	(target.isContentEditable ||
		target.closest(
			'input, textarea, select, [role="combobox"], [role="listbox"], [role="dialog"], [role="menu"]'
		) !== null);
