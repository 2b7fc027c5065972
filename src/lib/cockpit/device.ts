const KEY = 'hanza-device';
/** Longer than a page that goes away takes to let go of its name. */
const WAIT_MS = 800;

const fresh = (): string =>
	[...crypto.getRandomValues(new Uint8Array(12))].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/**
 * The name of this tab as a device: the same after a reload, another in every other tab, also in one that was made as a copy
 * of this.
 */
export async function deviceName(): Promise<string> {
	let name: string;
	try {
		name = sessionStorage.getItem(KEY) ?? fresh();
		if (!(await isOurs(name))) name = fresh();
		sessionStorage.setItem(KEY, name);
	} catch {
		name = fresh();
	}
	return name;
}

/** Holds the name as long as the page lives; false where another tab has it. A browser without locks is believed. */
function isOurs(name: string): Promise<boolean> {
	if (typeof navigator === 'undefined' || !navigator.locks) return Promise.resolve(true);
	return new Promise((resolve) => {
		navigator.locks
			.request(`${KEY}-${name}`, { signal: AbortSignal.timeout(WAIT_MS) }, () => {
				resolve(true);
				return new Promise(() => {});
			})
			.catch(() => resolve(false));
	});
}
