import {
	normalizeDeg,
	toDegrees,
	toRadians,
	trackFromJson,
	type CardNavigation,
	type ChannelName,
	type Path,
	type Phase,
	type TaskCard,
	type Track
} from '../src/index.js';

export interface Air {
	kt: number;
	/** Magnetic. */
	windFromDeg: number;
	windKt: number;
	variationDeg: number;
}
export const STILL_AIR: Air = { kt: 120, windFromDeg: 0, windKt: 0, variationDeg: 0 };
const RATE_HZ = 10;

/** A flight drawn by hand over the ground: legs, turns with instant roll, and nothing of the core's solvers. */
export class SyntheticTrack {
	private readonly samples: Record<string, number[]> = {
		northNm: [],
		eastNm: [],
		headingDeg: [],
		trackDeg: [],
		bankDeg: []
	};
	private bank = 0;

	/** @param headingDeg magnetic. */
	constructor(
		readonly air: Air,
		public north: number,
		public east: number,
		public headingDeg: number
	) {}

	/** s so far. */
	get seconds(): number {
		return this.samples.northNm!.length / RATE_HZ;
	}

	private sample(): void {
		const { kt, windFromDeg, windKt, variationDeg } = this.air;
		const heading = toRadians(this.headingDeg + variationDeg);
		const wind = toRadians(windFromDeg + variationDeg + 180);
		const north = kt * Math.cos(heading) + windKt * Math.cos(wind);
		const east = kt * Math.sin(heading) + windKt * Math.sin(wind);
		const kept = {
			northNm: this.north,
			eastNm: this.east,
			headingDeg: normalizeDeg(this.headingDeg),
			trackDeg: normalizeDeg(toDegrees(Math.atan2(east, north)) - variationDeg),
			bankDeg: this.bank
		};
		for (const [name, value] of Object.entries(kept)) this.samples[name]!.push(value);
		this.north += north / 3600 / RATE_HZ;
		this.east += east / 3600 / RATE_HZ;
	}

	straight(seconds: number): this {
		return this.steered(seconds, () => this.headingDeg);
	}

	/** The heading at every moment as a function of the time of this leg and where the aircraft is. */
	steered(seconds: number, headingDeg: (t: number, at: this) => number, bankDeg = 0): this {
		this.bank = bankDeg;
		for (let i = 0; i < Math.round(seconds * RATE_HZ); i++) {
			this.headingDeg = headingDeg(i / RATE_HZ, this);
			this.sample();
		}
		this.bank = 0;
		return this;
	}

	turn(side: 'left' | 'right', toDeg: number, rate = 3): this {
		const sign = side === 'right' ? 1 : -1;
		const byDeg = normalizeDeg(sign * (toDeg - this.headingDeg));
		const from = this.headingDeg;
		const seconds = Math.round((byDeg / rate) * RATE_HZ) / RATE_HZ;
		// Half a step on, so that the sum of the steps is the turn.
		this.steered(seconds, (t) => from + (sign * byDeg * (t + 0.5 / RATE_HZ)) / seconds, sign * 17);
		this.headingDeg = toDeg;
		return this;
	}

	/** The flight as recorded, with constant or given values of other channels. */
	track(more: Partial<Record<ChannelName, number | ((t: number) => number)>> = {}): Track {
		const { length } = this.samples.northNm!;
		const others = Object.entries({
			altitudeFt: 0,
			indicatedAltitudeFt: 3000,
			trueAirspeedKt: this.air.kt,
			...more
		}).map(([name, value]) => [
			name,
			Array.from({ length }, (_, i) => (typeof value === 'number' ? value : value(i / RATE_HZ)))
		]);
		return trackFromJson({
			rateHz: RATE_HZ,
			channels: { ...this.samples, ...Object.fromEntries(others) }
		});
	}
}

/** A place in the middle of everything, on the ground. */
export const middle = (variationDeg = 0): CardNavigation => ({
	variationDeg,
	places: [{ id: 'MID', kind: 'vor', northNm: 0, eastNm: 0, elevationFt: 0, frequency: 113.2 }]
});

/** A card with one phase along a path about the middle, in an air. */
export function pathCard(card: TaskCard, path: Path, air: Air, more: Partial<Phase> = {}): TaskCard {
	const phase: Phase = { ...structuredClone(card.phases[0]!), id: 'leg-1', path, targets: {}, ...more };
	return {
		...card,
		navigation: middle(air.variationDeg),
		weather: {
			...card.weather,
			windLayers: [{ altitudeFt: 0, fromDeg: air.windFromDeg, speedKt: air.windKt }]
		},
		phases: [phase]
	};
}
