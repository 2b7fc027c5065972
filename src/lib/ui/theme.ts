/** How the desk looks: light, dark, or as the system has it. The panel is always dark. */
export const LOOKS = { light: 'Light', dark: 'Dark', system: 'As the system' } as const;
export type Look = keyof typeof LOOKS;

const KEY = 'hanza-look';

/** The look that was chosen here before; as the system without one. */
export function keptLook(storage: Pick<Storage, 'getItem'>): Look {
	const kept = storage.getItem(KEY);
	return kept === 'light' || kept === 'dark' ? kept : 'system';
}

function show(look: Look): void {
	if (look === 'system') delete document.documentElement.dataset.theme;
	else document.documentElement.dataset.theme = look;
}

export function chooseLook(look: Look): void {
	localStorage.setItem(KEY, look);
	show(look);
}

export const restoreLook = (): void => show(keptLook(localStorage));
