import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';
import {
	AltitudeFt,
	Direction,
	METRES_PER_FT,
	MPS_PER_KT,
	normalizeDeg,
	Speed,
	toDegrees,
	toRadians
} from '../base/index.js';
import { airOver, groundPressureAltitudeM, type Air } from './atmosphere.js';
import { stillAir, type Environment } from './environment.js';
import { TurbulenceLevel } from './turbulence.js';

export const WindLayer = Type.Object(
	{
		altitudeFt: AltitudeFt,
		fromDeg: Type.Number({ ...Direction, description: 'magnetic, where it blows from' }),
		speedKt: Speed
	},
	{ additionalProperties: false }
);

const CloudLayer = Type.Object(
	{ baseFt: AltitudeFt, topsFt: AltitudeFt },
	{ additionalProperties: false, description: 'unbroken, above mean sea level' }
);

/** Pressure in hPa, temperature, wind and cloud by layer, turbulence, visibility. */
export const Weather = Type.Object(
	{
		seaLevelPressureHpa: Type.Number({ minimum: 940, maximum: 1060, description: 'hPa' }),
		temperatureOffsetC: Type.Number({ minimum: -40, maximum: 40, description: '°C from standard' }),
		windLayers: Type.Array(WindLayer, { maxItems: 12 }),
		turbulence: Type.Optional(TurbulenceLevel),
		/** How much a gust adds to the wind at most. */
		gustKt: Type.Optional(Type.Number({ minimum: 0, maximum: 40, description: 'kt' })),
		clouds: Type.Optional(Type.Array(CloudLayer, { maxItems: 3 })),
		visibilityM: Type.Optional(
			Type.Number({ minimum: 50, maximum: 80000, description: 'm, below and between clouds' })
		)
	},
	{ additionalProperties: false }
);
export type Weather = Static<typeof Weather>;

/** Wind and air by altitude. Between layers the wind vector is interpolated; beyond them it is constant. */
export class Atmosphere {
	private lastM = NaN;
	private readonly last: Air = { staticPa: 0, temperatureK: 0, densityKgM3: 0, pressureAltitudeM: 0 };
	private readonly groundM: number;
	private readonly layers: { altitudeM: number; northMps: number; eastMps: number }[];

	/** @param variationDeg east positive: true = magnetic + variation. */
	constructor(
		private readonly weather: Weather,
		variationDeg: number
	) {
		this.groundM = groundPressureAltitudeM(weather.seaLevelPressureHpa);
		this.layers = weather.windLayers
			.map(({ altitudeFt, fromDeg, speedKt }) => {
				const towards = toRadians(fromDeg + variationDeg + 180);
				return {
					altitudeM: altitudeFt * METRES_PER_FT,
					northMps: speedKt * MPS_PER_KT * Math.cos(towards),
					eastMps: speedKt * MPS_PER_KT * Math.sin(towards)
				};
			})
			.sort((a, b) => a.altitudeM - b.altitudeM);
	}

	/** Fills wind and density for an altitude, m; leaves the gusts as they are. */
	fill(altitudeM: number, out: Environment): void {
		const { layers } = this;
		out.densityKgM3 = this.air(altitudeM).densityKgM3;
		out.windDownMps = 0;
		if (layers.length === 0) {
			out.windNorthMps = 0;
			out.windEastMps = 0;
			return;
		}
		let above = 0;
		while (above < layers.length && layers[above]!.altitudeM < altitudeM) above++;
		const high = layers[Math.min(above, layers.length - 1)]!;
		const low = layers[Math.max(0, above - 1)]!;
		const span = high.altitudeM - low.altitudeM;
		const share = span > 0 ? (altitudeM - low.altitudeM) / span : 0;
		out.windNorthMps = low.northMps + share * (high.northMps - low.northMps);
		out.windEastMps = low.eastMps + share * (high.eastMps - low.eastMps);
	}

	/** A step asks twice for the air of one place: the second time it is still known. */
	air(altitudeM: number): Readonly<Air> {
		if (altitudeM !== this.lastM) {
			this.lastM = altitudeM;
			airOver(this.groundM, altitudeM, this.weather.temperatureOffsetC, this.last);
		}
		return this.last;
	}
}

/** The steady wind at an altitude, as a forecast gives it: magnetic, where it blows from. */
export function windAt(weather: Weather, altitudeFt: number): { fromDeg: number; speedKt: number } {
	const air = stillAir(0);
	new Atmosphere(weather, 0).fill(altitudeFt * METRES_PER_FT, air);
	const speedKt = Math.hypot(air.windNorthMps, air.windEastMps) / MPS_PER_KT;
	const fromDeg =
		speedKt < 1e-9 ? 0 : normalizeDeg(toDegrees(Math.atan2(-air.windEastMps, -air.windNorthMps)));
	return { fromDeg, speedKt };
}
