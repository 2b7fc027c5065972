import { sketchOf, type Aircraft, type Area, type Sketch, type Standard } from '@hanza/core';
import { API } from '$lib/contracts/api.js';
import { call } from '$lib/contracts/client.js';
import { Robots } from '$lib/workers/robots.js';

/** Small pictures of cards that nobody has drawn yet: flown by the steady robot here, one after the other. */
export class Sketches {
	found = $state.raw<Record<string, Sketch>>({});
	private robots: Robots | null = null;
	private closed = false;

	constructor(
		private readonly shelf: {
			aircraft: readonly Aircraft[];
			areas: readonly Area[];
			standard: Standard;
		}
	) {}

	async draw(ids: readonly string[]): Promise<void> {
		if (ids.length === 0) return;
		this.robots ??= new Robots();
		for (const id of ids) {
			if (this.closed || this.found[id]) continue;
			try {
				const card = await call(API.card, null, { params: { id } });
				const aircraft = this.shelf.aircraft.find((one) => one.id === card.aircraft);
				const area = this.shelf.areas.find((one) => one.id === card.area);
				if (!aircraft || !area) continue;
				const flown = await this.robots.flySteady({
					card,
					aircraft,
					area,
					standard: this.shelf.standard
				});
				if (!this.closed) this.found = { ...this.found, [id]: sketchOf(flown.track, flown.times) };
			} catch {
				// A card that cannot be fetched or flown just now has no picture: the list is as good without it.
			}
		}
	}

	close(): void {
		this.closed = true;
		this.robots?.close();
	}
}
