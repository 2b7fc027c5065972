import { validateArea, HanzaError, type Area } from '@hanza/core';
import { API } from '$lib/contracts/api.js';
import '$lib/contracts/ready/area.js';
import { call, CallError } from '$lib/contracts/client.js';
import type { PlanPoint } from '$lib/plan/overlay.js';
import { movableOf, nearestOf, withMoved, withNew, without, withPlace, type Movable } from './change.js';

/** A moment after the last change it is sent. */
const AFTER_MS = 600;

/** An area under an instructor's hands: stations and fixes moved, added, changed and taken away. */
export class AreaEditor {
	area = $state.raw<Area>(null!);
	selected = $state<string | null>(null);
	problem = $state('');
	saved = $state<'yes' | 'no' | 'sending'>('yes');
	private timer: ReturnType<typeof setTimeout> | null = null;

	constructor(
		area: Area,
		readonly mine: boolean
	) {
		this.area = area;
	}

	get place(): Movable | null {
		return movableOf(this.area, this.selected);
	}

	near(point: PlanPoint, nm: number): string | null {
		return nearestOf(this.area, point, nm);
	}

	select(id: string | null): void {
		this.selected = id;
	}

	move(to: PlanPoint): void {
		if (this.mine && this.place) this.change(withMoved(this.area, this.place.id, to));
	}

	put(id: string, place: Movable): void {
		if (this.selected === id) this.selected = place.id;
		this.change(withPlace(this.area, id, place));
	}

	add(kind: 'vor' | 'ndb' | 'fix', point: PlanPoint): void {
		const { area, id } = withNew(this.area, kind, point);
		this.selected = id;
		this.change(area);
	}

	remove(): void {
		const { place } = this;
		if (!place) return;
		this.selected = null;
		this.change(without(this.area, place.id));
	}

	/** What hangs together is kept; what does not is said, and stays on the page. */
	private change(area: Area): void {
		this.area = area;
		this.saved = 'no';
		try {
			validateArea(area);
			this.problem = '';
		} catch (error) {
			if (!(error instanceof HanzaError)) throw error;
			this.problem = error.message.replace(/^\//, '');
			return;
		}
		if (this.timer) clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.send(), AFTER_MS);
	}

	private async send(): Promise<void> {
		this.saved = 'sending';
		try {
			await call(API.changeArea, this.area, { params: { id: this.area.id } });
			this.saved = 'yes';
		} catch (error) {
			this.saved = 'no';
			const reason = error instanceof CallError ? error.reason : null;
			this.problem = `Not kept yet: ${reason ?? 'the server could not be reached'}.`;
		}
	}
}
