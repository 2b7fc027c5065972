import { sketchOf } from '@hanza/core';
import { drawnSketch, type DrawnSketch } from '$lib/contracts/drawn-sketch.js';
import { API } from '$lib/contracts/api.js';
import { call } from '$lib/contracts/client.js';
import { Robots } from '$lib/workers/robots.js';

/** Small pictures of cards that nobody has drawn yet: flown by the steady robot here, one after the other. */
export class Sketches {
	found = $state.raw<Record<string, DrawnSketch>>({});
	private robots: Robots | null = null;
	private closed = false;

	async draw(ids: readonly string[]): Promise<void> {
		if (ids.length === 0) return;
		this.robots ??= new Robots();
		const shelf = await call(API.hangar, null, { params: {} });
		for (const id of ids) {
			if (this.closed || this.found[id]) continue;
			try {
				const card = await call(API.card, null, { params: { id } });
				const aircraft = shelf.aircraft.find((one) => one.id === card.aircraft);
				const area = shelf.areas.find((one) => one.id === card.area);
				if (!aircraft || !area) continue;
				const flown = await this.robots.flySteady({
					card,
					aircraft,
					area,
					standard: shelf.standard
				});
				if (!this.closed)
					this.found = { ...this.found, [id]: drawnSketch(sketchOf(flown.track, flown.times)) };
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
