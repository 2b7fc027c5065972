import { FIND_API } from '$lib/contracts/find-api.js';
import { call } from '$lib/contracts/client.js';
import type { HelpPage } from '$lib/contracts/find-api.js';

/** The sheet of the handbook beside a page: one for the whole application. */
class HelpSheetState {
	open = $state(false);
	page = $state.raw<HelpPage | null>(null);
	/** Heading to begin at. */
	anchor = $state('');
	problem = $state('');
	/** Only the newest asking may show its answer. */
	private asked = 0;

	async show(page: string, anchor = ''): Promise<void> {
		const mine = ++this.asked;
		this.open = true;
		this.problem = '';
		this.anchor = anchor;
		if (this.page?.id === page) return;
		this.page = null;
		try {
			const found = await call(FIND_API.help, null, { params: { page } });
			if (mine === this.asked) this.page = found;
		} catch {
			if (mine === this.asked) this.problem = 'The page could not be fetched. Try again in a moment.';
		}
	}
}
export const helpSheet = new HelpSheetState();
