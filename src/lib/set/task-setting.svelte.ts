import {
	NO_CONDITIONS,
	oneStepHarder,
	sketchOf,
	type Aircraft,
	type Area,
	type Conditions,
	type HarderStep,
	type Standard,
	type TaskCard
} from '@hanza/core';
import type { DrawnSketch } from '$lib/contracts/sketch-frame.js';
import type { Hangar } from '$lib/contracts/views.js';
import { API } from '$lib/contracts/api.js';
import { call } from '$lib/contracts/client.js';
import { Robots } from '$lib/workers/robots.js';

/** How hard it is made, in a word; "exact" is by the numbers. */
export type Air = 'card' | 'some wind' | 'rough' | 'exact';

interface Shelf {
	standards: readonly Standard[];
}
/** A task as it was set before. */
export interface LastTask {
	card: string;
	conditions: Conditions;
	standard: string;
	assist: 'direct' | 'attitude' | 'any';
	note: string;
}
/** How the steady robot flies the card as it stands. */
export interface Preview {
	sketch: DrawnSketch;
	completed: boolean;
	/** Phases with their seconds; null where one was not come to, or not ended. */
	phases: { id: string; name: string; seconds: number | null }[];
}

const AFTER_MS = 250;
/** Of the two words for wind: off the heading of the start, and how strong. */
const WIND_OFF_DEG = 60;
const SOME_WIND = { windSpeedKt: 15, gustKt: 0, turbulence: 'none' } as const;
const ROUGH = { windSpeedKt: 22, gustKt: 8, turbulence: 'moderate' } as const;

/** What an instructor is about to set, and how it would be flown. */
export class TaskSetting {
	students = $state<string[]>([]);
	cardId = $state('');
	card = $state.raw<TaskCard | null>(null);
	conditions = $state<Conditions>({ ...NO_CONDITIONS });
	standard = $state('');
	assist = $state<'direct' | 'attitude' | 'any'>('any');
	note = $state('');
	/** Numbers of wind and air are open. */
	exactly = $state(false);
	preview = $state.raw<Preview | null>(null);
	/** Why there is none. */
	problem = $state('');
	flying = $state(false);
	/** What cards are flown with; it comes once, when the page stands. */
	private hangar = $state.raw<Hangar | null>(null);
	private robots: Robots | null = null;
	private timer: ReturnType<typeof setTimeout> | null = null;
	private asked = 0;
	private flight = 0;

	constructor(private readonly shelf: Shelf) {
		this.standard = shelf.standards[0]?.id ?? '';
	}

	open(): void {
		this.robots = new Robots();
		void this.fetchHangar();
	}
	private async fetchHangar(): Promise<void> {
		try {
			this.hangar = await call(API.hangar, null, { params: {} });
			this.changed();
		} catch {
			this.problem = 'How it is flown could not be fetched; it can be set all the same.';
		}
	}
	close(): void {
		if (this.timer) clearTimeout(this.timer);
		this.robots?.close();
		this.robots = null;
	}

	get aircraft(): Aircraft | null {
		return this.hangar?.aircraft.find(({ id }) => id === this.card?.aircraft) ?? null;
	}
	get area(): Area | null {
		return this.hangar?.areas.find(({ id }) => id === this.card?.area) ?? null;
	}

	/** What the wind is called; as it was chosen, or as the numbers say. */
	get air(): Air {
		const { windSpeedKt, gustKt, turbulence } = this.conditions;
		if (this.exactly) return 'exact';
		if (windSpeedKt === 0 && gustKt === 0 && turbulence === 'none') return 'card';
		const is = (one: typeof SOME_WIND | typeof ROUGH) =>
			windSpeedKt === one.windSpeedKt && gustKt === one.gustKt && turbulence === one.turbulence;
		return is(SOME_WIND) ? 'some wind' : is(ROUGH) ? 'rough' : 'exact';
	}
	chooseAir(air: Air): void {
		this.exactly = air === 'exact';
		if (air === 'exact') return;
		const heading = this.card?.start.headingDeg ?? 0;
		const wind =
			air === 'card'
				? { windSpeedKt: 0, gustKt: 0, turbulence: 'none' as const }
				: air === 'rough'
					? ROUGH
					: SOME_WIND;
		Object.assign(this.conditions, wind, {
			windFromDeg: air === 'card' ? 0 : Math.round((heading + WIND_OFF_DEG) % 360)
		});
		this.changed();
	}

	async chooseCard(id: string): Promise<void> {
		const mine = ++this.asked;
		this.cardId = id;
		this.problem = '';
		try {
			const card = await call(API.card, null, { params: { id } });
			if (mine !== this.asked) return;
			this.card = card;
			// Names of loadings belong to an aircraft, minima to a procedure.
			Object.assign(this.conditions, { loading: 'card', minimum: 'card', circleTo: 'card' });
			this.changed();
		} catch {
			if (mine === this.asked) this.problem = 'The card could not be fetched; it can be set all the same.';
		}
	}

	async asLastTime({ card, conditions, standard, assist, note }: LastTask): Promise<void> {
		await this.chooseCard(card);
		this.conditions = { ...NO_CONDITIONS, ...conditions };
		if (this.shelf.standards.some(({ id }) => id === standard)) this.standard = standard;
		this.assist = assist;
		this.note = note;
		this.exactly = false;
		this.changed();
	}

	get harder(): HarderStep | null {
		return this.card ? oneStepHarder(this.card, $state.snapshot(this.conditions)) : null;
	}
	makeHarder(): void {
		const { harder } = this;
		if (!harder) return;
		this.conditions = { ...harder.conditions };
		this.changed();
	}

	/** Something on it is another than before: it is drawn anew. */
	changed(): void {
		if (this.timer) clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.fly(), AFTER_MS);
	}

	private async fly(): Promise<void> {
		const mine = ++this.flight;
		const { card, aircraft, area } = this;
		const standard = this.shelf.standards.find(({ id }) => id === this.standard);
		if (!this.robots || !card || !aircraft || !area || !standard) return;
		this.flying = true;
		try {
			const flown = await this.robots.flySteady({
				card,
				conditions: $state.snapshot(this.conditions),
				aircraft,
				area,
				standard: $state.snapshot(standard) as Standard
			});
			// It comes with the first flight, not with the page.
			const { drawnSketch } = await import('$lib/contracts/drawn-sketch.js');
			if (mine !== this.flight) return;
			this.preview = {
				sketch: drawnSketch(sketchOf(flown.track, flown.times)),
				completed: flown.completed,
				phases: flown.phases.map(({ id, name }, i) => {
					const time = flown.times.find(({ phase }) => phase === i);
					return {
						id,
						name,
						seconds: time && time.endSeconds !== null ? Math.round(time.endSeconds - time.startSeconds) : null
					};
				})
			};
			this.problem = '';
		} catch (error) {
			if (mine !== this.flight) return;
			this.preview = null;
			this.problem = error instanceof Error ? error.message.replace(/^\/\w+ /, '') : 'This cannot be flown.';
		} finally {
			if (mine === this.flight) this.flying = false;
		}
	}
}

/** What holds of wind and air, in a line. */
export function airWords(
	{ windSpeedKt, windFromDeg, gustKt, turbulence, ...air }: Conditions,
	card: TaskCard | null
): string {
	const layer = card?.weather.windLayers[0];
	const wind =
		windSpeedKt > 0
			? `${String(Math.round(windFromDeg) || 360).padStart(3, '0')}° ${windSpeedKt} kt${gustKt > 0 ? `, gusts ${gustKt} more` : ''}`
			: layer && layer.speedKt > 0
				? `the card’s wind, ${String(Math.round(layer.fromDeg) || 360).padStart(3, '0')}° ${layer.speedKt} kt`
				: 'no wind';
	const rough = turbulence !== 'none' ? turbulence : (card?.weather.turbulence ?? 'none');
	return [
		wind,
		rough === 'none' ? 'smooth air' : `${rough} turbulence`,
		air.temperatureOffsetC !== null && `${air.temperatureOffsetC > 0 ? '+' : ''}${air.temperatureOffsetC} °C`,
		air.seaLevelPressureHpa !== null && `${air.seaLevelPressureHpa} hPa`,
		air.cloudBaseFt !== null && `cloud from ${air.cloudBaseFt} ft`,
		air.visibilityKm !== null && `${air.visibilityKm} km`
	]
		.filter(Boolean)
		.join(', ');
}
