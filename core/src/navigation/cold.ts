import * as Type from '@sinclair/typebox';
import type { Static } from '@sinclair/typebox';

const closed = { additionalProperties: false } as const;

/** Lapse of the formula, °C a foot, and the standard temperature at sea level, °C; zero Celsius in kelvin, as printed. */
const LAPSE_C_PER_FT = 0.00198;
const STANDARD_C = 15;
const KELVIN = 273;

const elevation = Type.Number({ minimum: -2000, maximum: 15000, description: 'ft above mean sea level' });
const temperature = Type.Number({ minimum: -60, maximum: 50, description: '°C' });
export const AERODROME = { aerodromeElevationFt: elevation, aerodromeTemperatureC: temperature };

/** A published height above the source of the altimeter setting, ft; the aerodrome's elevation in ft and air in °C. */
export const ColdTemperatureInput = Type.Object(
	{ heightFt: Type.Number({ minimum: 0, maximum: 15000, description: 'ft' }), ...AERODROME },
	closed
);
type ColdTemperatureInput = Static<typeof ColdTemperatureInput>;
/** What is to be added to the published altitude, ft. */
export const ColdTemperatureOutput = Type.Object({ correctionFt: Type.Number({ description: 'ft' }) });

/** The aerodrome's temperature brought down to sea level, °C. */
const seaLevelC = (elevationFt: number, temperatureC: number): number =>
	temperatureC + LAPSE_C_PER_FT * elevationFt;

/**
 * How much too high an altimeter shows at a true height in air off standard, ft; negative in warm air.
 * Source: ICAO Doc 8168 volume I, the formula whose values its table gives.
 */
function temperatureErrorFt(heightFt: number, elevationFt: number, temperatureC: number): number {
	const at0 = seaLevelC(elevationFt, temperatureC);
	return (heightFt * (STANDARD_C - at0)) / (KELVIN + at0 - 0.5 * LAPSE_C_PER_FT * (heightFt + elevationFt));
}

/** What cold air asks to be added to a published altitude. Warm air takes nothing off: 0. Source: as above. */
export const solveColdTemperature = (input: ColdTemperatureInput): Static<typeof ColdTemperatureOutput> => ({
	correctionFt: Math.max(
		0,
		temperatureErrorFt(input.heightFt, input.aerodromeElevationFt, input.aerodromeTemperatureC)
	)
});

/**
 * The height that an altimeter shows at a true height: h − c(h) = true, by the quadratic that it comes down to.
 * @throws never within the ranges of the inputs: the root that grows with the height exists.
 */
export function indicatedHeightFt(trueHeightFt: number, elevationFt: number, temperatureC: number): number {
	const at0 = seaLevelC(elevationFt, temperatureC);
	const k = 0.5 * LAPSE_C_PER_FT;
	const a = KELVIN + at0 - k * elevationFt;
	const d = STANDARD_C - at0;
	// h − h·d/(a − k·h) = t   →   −k·h² + (a − d + k·t)·h − t·a = 0, the smaller root.
	const b = a - d + k * trueHeightFt;
	return (2 * trueHeightFt * a) / (b + Math.sqrt(b * b - 4 * k * trueHeightFt * a));
}
