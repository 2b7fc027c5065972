/** How the desk looks: light, dark, or as the system has it. The panel is always dark. */
export const THEMES = { light: 'Light', dark: 'Dark', system: 'As the system' } as const;
export type Theme = keyof typeof THEMES;

const KEY = 'hanza-look';

/** The theme that was chosen here before; as the system without one. */
export function savedTheme(storage: Pick<Storage, 'getItem'>): Theme {
	const kept = storage.getItem(KEY);
	return kept === 'light' || kept === 'dark' ? kept : 'system';
}

function show(theme: Theme): void {
	if (theme === 'system') delete document.documentElement.dataset.theme;
	else document.documentElement.dataset.theme = theme;
}

export function chooseTheme(theme: Theme): void {
	localStorage.setItem(KEY, theme);
	show(theme);
}

export const restoreTheme = (): void => show(savedTheme(localStorage));
